import { By, Key } from 'selenium-webdriver';
import { PitchDetector } from 'pitchy';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { Stage } from './stage.ts';

interface Lit {
  readonly at: number;
  /** Seconds from the sound to its light, as the player reckons it. */
  readonly late: number;
  /** Between these seconds of the audio clock it sounded: the clock was read before and after it was lit. */
  readonly earliest: number;
  readonly latest: number;
  /** Seconds of the audio clock from the frame before to its light. */
  readonly frame: number;
  /** The longest the clock went on without being read since the light before, seconds. */
  readonly blind: number;
}

/** Reads the audio clock, loudspeaker's delay taken off, in every frame and at every light; run before anything sounds. */
const WATCH_CLOCK = `
  let audio;
  const connect = AudioNode.prototype.connect;
  AudioNode.prototype.connect = function (...to) {
    if (to[0] instanceof AudioDestinationNode) audio = this.context;
    return connect.call(this, ...to);
  };
  const clock = () => audio.currentTime - (audio.outputLatency || 0);
  let last = 0;
  let now = 0;
  let blind = 0;
  const watch = () => {
    requestAnimationFrame(watch);
    if (!audio) return;
    [last, now] = [now, clock()];
    blind = Math.max(blind, now - last);
  };
  watch();
  const mark = performance.mark;
  performance.mark = function (name, options) {
    const { late } = options.detail;
    const then = clock();
    const unread = Math.max(blind, then - now);
    const read = { earliest: now - late, latest: then - late, frame: then - last, blind: unread };
    blind = 0;
    return mark.call(this, name, { detail: { ...options.detail, ...read } });
  };`;

/** A light is in time when it comes within 30 ms of its sound or, where the machine draws seldom, in the next frame. */
const inTime = ({ late, frame }: Lit): boolean => Math.abs(late) <= Math.max(0.03, frame);

/** At four notes a second: which note each light is in order, by when it sounded; the first is told. */
function places(seen: readonly Lit[], first: number): number[] {
  const [begin] = seen;
  return seen.map(({ earliest, latest }) => {
    const place = Math.round((earliest + latest - begin!.earliest - begin!.latest) / 2 / 0.25);
    expect(place * 0.25, 'seconds').toBeGreaterThan(earliest - begin!.latest - 0.015);
    expect(place * 0.25, 'seconds').toBeLessThan(latest - begin!.earliest + 0.015);
    return first + place;
  });
}

/** Lights that came more than one note after the light before, though the page was never kept from drawing so long. */
const skipped = (seen: readonly Lit[], order: readonly number[]): Lit[] =>
  seen.filter(({ blind }, k) => k > 0 && order[k] !== order[k - 1]! + 1 && blind < 0.2);

/** The lights once the browser knows how far its loudspeaker is: it tells so only after a while. */
const settled = (seen: readonly Lit[]): Lit[] => seen.slice(3);

/** Keeps a copy of all that goes to the loudspeaker; run before anything sounds. */
const RECORD = `
  const pieces = [];
  const connect = AudioNode.prototype.connect;
  AudioNode.prototype.connect = function (to, ...rest) {
    if (to instanceof AudioDestinationNode && !window.recorder) {
      const copy = this.context.createMediaStreamDestination();
      connect.call(this, copy);
      window.recorder = new MediaRecorder(copy.stream);
      window.recorder.pieces = pieces;
      window.recorder.ondataavailable = ({ data }) => pieces.push(data);
      window.recorder.start();
    }
    return connect.call(this, to, ...rest);
  };`;

/** What was recorded: one channel of 16-bit samples. */
const RECORDED = `
  const done = arguments[0];
  window.recorder.onstop = async () => {
    const bytes = await new Blob(window.recorder.pieces).arrayBuffer();
    const sound = await new OfflineAudioContext(1, 1, 44100).decodeAudioData(bytes);
    const samples = Int16Array.from(sound.getChannelData(0), (one) => Math.max(-1, Math.min(1, one)) * 32767);
    const reader = new FileReader();
    reader.onload = () => done({ rate: sound.sampleRate, base64: reader.result.split(',')[1] });
    reader.readAsDataURL(new Blob([samples]));
  };
  window.recorder.stop();`;

describe('the bow and the sound', () => {
  let stage: Stage;
  beforeAll(async () => {
    stage = await Stage.open({ height: 1400 });
  });
  beforeEach(() => stage.fresh());
  afterAll(() => stage.close());

  const notes = async (): Promise<number> => {
    await stage.score();
    return (await stage.driver.findElements(By.css('[role="listbox"] [role="option"]'))).length;
  };
  const lit = (): Promise<Lit[]> =>
    stage.driver.executeScript('return performance.getEntriesByName("note lit").map(({ detail }) => detail);');

  it('makes three octaves even in fours, plays them at 60 and lights each note in time, and stops by one key', async () => {
    await stage.go('/studies/new?instrument=violin&tonic=A&octaves=3&start=A3');
    await stage.score();
    await stage.choose('Notes to a bow', '4 notes');
    await stage.sees('It does not come out even: going up 21 steps, in fours one note is left over');
    await stage.click('All 14 remedies');
    await stage.click('An opening turn of three, a closing turn of three: up 21 and 3 make 24, down 21 and 3 make 24.');
    await stage.sees('It comes out even in fours: the top note and the last note each begin a bow.');
    // Twenty-four up, the top, twenty-four down.
    expect(await stage.until('49 notes', async () => (await notes()) === 49 && 49)).toBe(49);
    await stage.choose('Notes to a beat', '4');
    await stage.choose('Metronome', 'no click');
    await stage.choose('Count-in', 'nothing');
    await stage.score();
    await stage.driver.executeScript(WATCH_CLOCK);
    await stage.click('Play');
    await stage.until('a dozen notes', async () => (await lit()).length >= 12);
    const seen = await lit();
    // Sixteen to a bar of four at 60: a note every quarter of a second, lit with its sound.
    const order = places(seen, seen[0]!.at);
    expect(seen.map(({ at }) => at)).toEqual(order);
    expect(skipped(seen, order)).toEqual([]);
    expect(seen.filter((note) => !inTime(note))).toEqual([]);
    const now = await stage.find(By.css('[role="listbox"] .note.lit'));
    const marked = await stage.driver.findElements(By.css('.climb .place.lit, .fingerboard .place.lit'));
    expect(await now.getAttribute('id')).toMatch(/^n\d+$/);
    expect(marked.length).toBeGreaterThanOrEqual(1);
    await stage.driver.actions().sendKeys(Key.ESCAPE).perform();
    await stage.until('nothing lit', async () => (await stage.driver.findElements(By.css('.lit'))).length === 0);
    const count = (await lit()).length;
    await stage.sees('Play');
    await stage.click('Play');
    await stage.until('notes again', async () => (await lit()).length > count);
    // From the beginning again.
    expect((await lit())[count]!.at).toBe(0);
  });

  it('plays three chosen notes again and again until it is stopped', async () => {
    await stage.go('/studies/new?instrument=violin&tonic=A&octaves=3&start=A3&bowing=%7B%22perBeat%22%3A4%7D');
    const score = await stage.find(By.css('[role="listbox"]'));
    await stage.score();
    await score.sendKeys(Key.HOME, Key.ARROW_RIGHT, Key.ARROW_RIGHT);
    await score.sendKeys(Key.chord(Key.SHIFT, Key.ARROW_RIGHT + Key.ARROW_RIGHT));
    await stage.room('Note');
    await stage.sees('Notes 3 to 5: C♯4 to E4');
    await stage.choose('Count-in', 'nothing');
    await stage.driver.executeScript(WATCH_CLOCK);
    await (await stage.find(By.xpath('//label[contains(., "again and again")]/input'))).click();
    await stage.click('Play these notes');
    await stage.until('three rounds and a note', async () => (await lit()).length >= 10);
    await stage.driver.actions().sendKeys(Key.ESCAPE).perform();
    const seen = settled(await lit());
    // Four notes a second, three in a round, without a gap between the rounds.
    const order = places(seen, seen[0]!.at - 2);
    expect(order.at(-1)! - order[0]!).toBeGreaterThanOrEqual(6);
    expect(seen.map(({ at }) => at)).toEqual(order.map((place) => 2 + (place % 3)));
    expect(skipped(seen, order)).toEqual([]);
    await stage.until('nothing lit', async () => (await stage.driver.findElements(By.css('.lit'))).length === 0);
  });

  it('keeps pins on their notes when a turn is added, and a long bow is warned of', async () => {
    await stage.go('/studies/new?instrument=violin&tonic=G&octaves=2&start=G3');
    const score = await stage.find(By.css('[role="listbox"]'));
    await stage.score();
    for (const key of [Key.HOME, Key.ARROW_RIGHT, Key.ARROW_RIGHT, Key.ARROW_RIGHT, Key.ARROW_RIGHT, '4'])
      await score.sendKeys(key);
    await stage.room('Note');
    await stage.sees('Note 5 of 29: D4, the fourth finger on G, first position, pinned');
    await stage.room('Bow');
    await stage.unfold('Turns, top');
    await stage.choose('Opening turn', 'a turn of two');
    await stage.until('the pin two notes on', async () => {
      await stage.score();
      const [pinned] = await stage.driver.findElements(By.css('[role="listbox"] .note.pinned'));
      return (await pinned?.getAttribute('id')) === 'n6';
    });
    await stage.choose('Notes to a bow', '12 notes');
    await stage.choose('Notes to a beat', '1');
    await stage.sees('The longest bow lasts 12.0 s; beyond 8 s the sound gives out. Take 90 beats a minute or more');
    const tempo = await stage.find(By.css('input[aria-label="Beats a minute"]'));
    await tempo.sendKeys(Key.chord(Key.CONTROL, 'a'), '90', Key.ENTER);
    await stage.until(
      'no warning',
      async () => !(await stage.text(By.css('[aria-labelledby="bow-heading"]'))).includes('gives out'),
    );
  });

  it('goes on in time while another tab is in front: an independent ear hears every note', async () => {
    const bowing = { slur: 4, perBeat: 4 };
    const query = new URLSearchParams({ instrument: 'violin', tonic: 'A', octaves: '3', start: 'A3' });
    await stage.go(`/studies/new?${query}&bowing=${encodeURIComponent(JSON.stringify(bowing))}`);
    await stage.score();
    await stage.choose('Count-in', 'nothing');
    await stage.choose('Metronome', 'no click');
    await stage.driver.executeScript(RECORD);
    await stage.click('Play');
    await stage.until('the first notes', async () => (await lit()).length >= 3);
    const here = await stage.driver.getWindowHandle();
    const seen = (await lit()).length;
    await stage.driver.switchTo().newWindow('tab');
    const left = Date.now();
    // Longer than any sound that stood ready when the tab was left.
    await stage.until('seven seconds elsewhere', async () => Date.now() - left > 7000);
    await stage.driver.close();
    await stage.driver.switchTo().window(here);
    await stage.until('the end', async () => (await stage.driver.findElements(By.css('.lit'))).length === 0);
    // Hidden pages draw nothing: most of the study went by unlit, and after it the lights fell in again.
    const hidden = (await lit()).slice(seen);
    expect(hidden.length).toBeLessThan(35);
    const { rate, samples } = await stage.driver
      .executeAsyncScript<{ rate: number; base64: string }>(RECORDED)
      .then(({ rate, base64 }) => {
        const bytes = Buffer.from(base64, 'base64');
        return {
          rate,
          samples: Float32Array.from({ length: bytes.length / 2 }, (_, k) => bytes.readInt16LE(2 * k) / 32768),
        };
      });
    // A major over three octaves, up and down, sixteen notes to four seconds at 60.
    const octave = [0, 2, 4, 5, 7, 9, 11];
    const up = [0, 12, 24].flatMap((from) => octave.map((step) => 57 + from + step));
    const midis = [...up, 93, ...up.toReversed()];
    const first = samples.findIndex((sample) => Math.abs(sample) > 0.02) / rate;
    const size = 4096;
    const detector = PitchDetector.forFloat32Array(size);
    const wrong = midis.filter((midi, k) => {
      const from = Math.round((first + (k + 0.5) * 0.25) * rate - size / 2);
      const [hz] = detector.findPitch(samples.subarray(from, from + size), rate);
      return !(Math.abs(1200 * Math.log2(hz / (440 * 2 ** ((midi - 69) / 12)))) < 30);
    });
    expect(wrong).toEqual([]);
  });
});
