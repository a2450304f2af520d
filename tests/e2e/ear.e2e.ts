import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { By } from 'selenium-webdriver';
import { afterEach, describe, expect, it } from 'vitest';
import { bowedSound, RATE } from '../../src/core/listening/bowed-sound.ts';
import { InventedPupil } from '../../src/core/listening/invented-pupil.ts';
import { performanceOf } from '../../src/core/listening/performance.ts';
import { titleOf } from '../../src/core/recipe/title.ts';
import { waveFile } from '../../src/core/sound/wave-file.ts';
import type { RecipeInput } from '../../src/core/recipe/recipe.ts';
import { arrivalOf } from '../../src/core/practice/ear-note.ts';
import { USUAL_LADDER } from '../../src/core/practice/ladder.ts';
import { rungsOf } from '../../src/core/practice/rungs-here.ts';
import type { ScoredStudy } from '../../src/core/score/scored-study.ts';
import { playable } from '../../src/core/study/playable.ts';
import { Stage } from './stage.ts';

function studyOf(input: RecipeInput): ScoredStudy {
  const { recipe, passage, ways } = playable({ ...input, ways: 1 });
  return { title: titleOf(recipe), recipe, passage, way: ways[0]! };
}

/** A study as an invented pupil plays it, after some silence and with some after it, as a WAVE file. */
function performance(study: ScoredStudy, faults: object[]): string {
  const pupil = InventedPupil.parse({ seed: 8, bpm: 80, vibrato: 10, noise: -45, faults });
  const played = bowedSound(performanceOf(study, pupil), pupil);
  const sound = new Float32Array(played.length + 4 * RATE);
  sound.set(played, 2 * RATE);
  return waveOf(sound);
}

function waveOf(sound: Float32Array): string {
  const file = join(mkdtempSync(join(tmpdir(), 'step-ladder-ear-')), 'pupil.wav');
  writeFileSync(file, waveFile(sound, RATE));
  return file;
}

/** How many of one list come in the other in the same order, at most. */
function inCommon(one: readonly number[], other: readonly number[]): number {
  let before = new Array<number>(other.length + 1).fill(0);
  for (const each of one) {
    const next = [0];
    other.forEach((it, k) => next.push(it === each ? before[k]! + 1 : Math.max(before[k + 1]!, next[k]!)));
    before = next;
  }
  return before.at(-1)!;
}

describe('a player before the microphone', () => {
  let stage: Stage;
  afterEach(() => stage.close());

  it('is followed through a restart, told what to do, and judged when it is over; nothing leaves the machine', async () => {
    const takes = performance(studyOf({ instrument: 'cello', tonic: 'D', octaves: 1 }), [
      { at: 4, cents: -45 },
      { at: 8, backTo: 3 },
    ]);
    stage = await Stage.open({ microphone: { takes } });
    await stage.go('/studies/new?instrument=cello&tonic=D&octaves=1');
    await stage.score();
    await stage.room('Sound');
    // Every sign and every lit note, as they come.
    await stage.driver.executeScript(`
      window.seen = [];
      const look = () => {
        const sign = document.querySelector('.sign')?.dataset.says;
        const lit = document.querySelector('.stand-page .lit')?.id;
        const now = sign + ' ' + lit;
        if (sign && window.seen.at(-1) !== now) window.seen.push(now);
      };
      new MutationObserver(look).observe(document.body, { subtree: true, childList: true, attributes: true });
    `);
    await stage.click('Listen');
    await stage.sees('Shaky.');
    const said = await stage.text(By.css('[aria-label="What is heard"]'));
    expect(said).toMatch(/Shaky\. .*(First|Second|Third|Fourth|first|second|third|fourth|begun again)/);
    const seen = await stage.driver.executeScript<string[]>('return window.seen');
    const lit = seen.flatMap((one) => /n(\d+)$/.exec(one)?.[1] ?? []).map(Number);
    const course = lit.filter((at, k) => at !== lit[k - 1]);
    // The order it was played in, the restart in it; a neighbour may be lit for a moment between two notes.
    const asked = [0, 1, 2, 3, 4, 5, 6, 7, 8, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12, 13, 14];
    // Sound runs in real time: a machine that is slow for a moment may paint one note too late.
    expect(inCommon(asked, course), course.join(' ')).toBeGreaterThanOrEqual(asked.length - 2);
    expect(course.length, course.join(' ')).toBeLessThan(asked.length + 6);
    expect(seen).toContain('higher n4');
    expect(seen.filter((one) => one.startsWith('in tune')).length).toBeGreaterThanOrEqual(12);
    // Under the note it is written down, and in the room beside the score.
    await stage.until('the cents under the note', async () => /−4\d/.test(await stage.drawn(By.css('.stand-page'))));
    await stage.click('Leave');
    await stage.score();
    await stage.sees('At the stand: Shaky');
    await stage.sees('It was begun again once.');
    const hosts = await stage.driver.executeScript<string[]>(
      "return [...new Set(performance.getEntriesByType('resource').map((one) => new URL(one.name).host))]",
    );
    expect(hosts).toEqual([new URL(stage.address).host]);
    const policy = await fetch(stage.address);
    expect(policy.headers.get('permissions-policy')).toContain('microphone=(self)');
  });

  it('is heard in the lesson: the shift’s drill is judged, written down, and comes first in the plan', async () => {
    const study = studyOf({ instrument: 'violin', tonic: 'A', octaves: 3, start: 'A3' });
    const drill = rungsOf(study, USUAL_LADDER).find(({ id }) => id === 'shift-1')!;
    const { exercise } = drill;
    const flat = exercise.way.shifts
      .filter((shift) => arrivalOf(exercise, shift) === drill.arrival)
      .map(({ to }) => ({ at: to, cents: -38 }));
    expect(flat.length).toBeGreaterThan(2);
    stage = await Stage.open({ microphone: { takes: performance(exercise, flat) } });
    await stage.go('/studies/new?instrument=violin&tonic=A&octaves=3&start=A3');
    await stage.score();
    await stage.click('Keep');
    await stage.until('the kept study', async () => !(await stage.driver.getCurrentUrl()).includes('/new'));
    await stage.go('/pupils');
    await stage.click('Add a pupil');
    await (await stage.find(By.css('[role="dialog"] input[name="name"]'))).sendKeys('Tio');
    // Whatever day of the week it is, it has a plan: no Sunday of rest.
    await (await stage.find(By.css('[role="dialog"] input[name="rest 0"]'))).click();
    await stage.click('Add the pupil');
    await stage.until('a study to set', async () => {
      const list = await stage.driver.findElement(By.css('select[aria-label="A study to set"]'));
      const options = await list.findElements(By.css('option'));
      await options[1]?.click();
      return options.length > 1;
    });
    await stage.click('Set it');
    await stage.sees('A major, three octaves');
    await stage.click('Lesson');
    await stage.find(By.css('.lesson-now .music svg'));
    await stage.choose('The rung to hear', 'Shift 1');
    await stage.click('Listen');
    await stage.sees('The shift to A5 lands');
    await stage.sees('1 of 1 heard');
    // Not quite in place is shaky; the pupil's page knows by how much, and the day begins with it.
    const pressed = await stage.find(By.css('.answers [aria-pressed="true"]'));
    expect(await pressed.getText()).toContain('Shaky');
    // Under the note the shift lands on it stands, too.
    await stage.until('what was heard on the score', async () =>
      /−3\d/.test(await stage.drawn(By.css('.lesson-now .music'))),
    );
    // The sound is kept because it is asked for, with its size.
    await stage.until('the offer to keep the sound', async () =>
      /Keep the sound, [\d.]+ MB/.test(await stage.text(By.css('[aria-label="What is heard"]'))),
    );
    await (await stage.find(By.xpath('//button[starts-with(., "Keep the sound")]'))).click();
    await stage.sees('Kept on the pupil’s page');
    await stage.click('Tio');
    await stage.sees('where each shift landed');
    await stage.sees('in this browser alone');
    const seconds = await stage.driver.executeAsyncScript<number>(`
      const [done] = arguments, audio = document.querySelector('audio');
      audio.addEventListener('loadedmetadata', () => done(audio.duration));
      audio.addEventListener('error', () => done(-1));
      audio.load();
      audio.preload = 'metadata';
    `);
    const played = performanceOf(exercise, InventedPupil.parse({ seed: 8, bpm: 80, vibrato: 10, noise: -45 }));
    expect(seconds).toBeGreaterThan(played.at(-1)!.onset - played[0]!.onset);
    expect(seconds).toBeLessThan(played.at(-1)!.onset + 10);
    // What is deleted can be brought back.
    const kept = async (): Promise<boolean> => (await stage.driver.findElements(By.css('audio'))).length > 0;
    await (await stage.find(By.css('[aria-labelledby="recordings-heading"] li button:last-of-type'))).click();
    await stage.until('the recording gone', async () => !(await kept()));
    await stage.click('Undo');
    await stage.until('the recording back', kept);
    const landed = await stage.text(By.xpath('//table[caption[contains(., "where each shift landed")]]'));
    const [, cents, millimetres] =
      /up to A5, 1 on E (\d+) cents flat, ([\d.]+) mm/.exec(landed.replaceAll('\n', ' ')) ?? [];
    expect(Math.abs(Number(cents) - 38)).toBeLessThanOrEqual(4);
    // By the string's law: 328 mm halved at the octave, a little over 2 % of it for 38 cents; A5 is stop 5.
    expect(Number(millimetres)).toBeCloseTo(328 * 2 ** (-5 / 12) * (2 ** (38 / 1200) - 1), 0);
    await stage.sees('the worst shift comes first');
  });

  it('tunes: the sounding string is found by itself, and what to do said', async () => {
    // A viola's D 30 cents flat, then its A in place: a wave with overtones, three seconds each.
    const sound = new Float32Array(9 * RATE);
    [293.66 * 2 ** (-30 / 1200), 440].forEach((hz, k) => {
      for (let at = 0; at < 3 * RATE; at += 1) {
        const turn = (2 * Math.PI * hz * at) / RATE;
        sound[(2 + 3 * k) * RATE + at] = 0.2 * (Math.sin(turn) + Math.sin(2 * turn) / 2 + Math.sin(3 * turn) / 3);
      }
    });
    stage = await Stage.open({ microphone: { takes: waveOf(sound) } });
    await stage.go('/tuning?instrument=viola&tonic=D');
    await stage.click('Listen');
    await stage.until('the flat string', async () =>
      /Higher\s+D string, (29|30|31) cents/.test(await stage.text(By.css('.sign'))),
    );
    await stage.until('the string in tune', async () => /In tune\s+A string/.test(await stage.text(By.css('.sign'))));
    await stage.click('Stop listening');
    await stage.until('the sign gone', async () => (await stage.driver.findElements(By.css('.sign'))).length === 0);
  });
});
