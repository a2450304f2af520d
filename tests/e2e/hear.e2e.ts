import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { By } from 'selenium-webdriver';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { bowedSound, RATE } from '../../src/core/listening/bowed-sound.ts';
import { InventedPupil } from '../../src/core/listening/invented-pupil.ts';
import { performanceOf } from '../../src/core/listening/performance.ts';
import { titleOf } from '../../src/core/recipe/title.ts';
import { waveFile } from '../../src/core/sound/wave-file.ts';
import { playable } from '../../src/core/study/playable.ts';
import { Stage } from './stage.ts';

/** A recording of the study of three octaves of A on the violin, one of its shifts flat. */
function recording(): Uint8Array {
  const { recipe, passage, ways } = playable({ instrument: 'violin', tonic: 'A', octaves: 3, start: 'A3', ways: 1 });
  const study = { title: titleOf(recipe), recipe, passage, way: ways[0]! };
  const shift = study.way.shifts[0]!.to;
  const pupil = InventedPupil.parse({ seed: 8, bpm: 80, vibrato: 10, noise: -35, faults: [{ at: shift, cents: -42 }] });
  return waveFile(bowedSound(performanceOf(study, pupil), pupil), RATE);
}

describe('a recording brought from home', () => {
  let stage: Stage;
  beforeAll(async () => {
    stage = await Stage.open();
  });
  beforeEach(() => stage.emptied());
  afterAll(() => stage.close());

  const give = async (name: string, bytes: Uint8Array | string): Promise<void> => {
    const file = join(mkdtempSync(join(tmpdir(), 'step-ladder-recording-')), name);
    writeFileSync(file, bytes);
    await (await stage.find(By.css('input[aria-label="A recording of this study"]'))).sendKeys(file);
  };

  it('is heard: where the shift lands, how far that is on the string, how fast; other fingers make it another study', async () => {
    await stage.turnTo('/studies/new?instrument=violin&tonic=A&octaves=3&start=A3');
    await stage.score();
    await stage.room('Sound');
    await give('lesson.wav', recording());
    await stage.sees('lesson.wav: Shaky');
    await stage.sees('80 beats a minute');
    const said = await stage.text(By.css('[aria-label="The player"]'));
    const [, cents, far] = /The shift to \S+ lands (\d+) cents flat: aim (\d) millimetres higher/.exec(said) ?? [];
    expect(Math.abs(Number(cents) - 42)).toBeLessThanOrEqual(4);
    expect(Number(far)).toBeGreaterThanOrEqual(4);
    expect(Number(far)).toBeLessThanOrEqual(6);
    await stage.click('As CSV');
    const [head = '', ...lines] = readFileSync(await stage.downloaded('.csv'), 'utf8').split('\n');
    expect(head).toBe('note,pitch,string,finger,heard,cents,"begins, s","lasts, s",times,"shift, mm"');
    expect(lines).toHaveLength(43);
    expect(lines[0]).toMatch(/^1,A3,G,1,yes,/);
    await stage.choose('Octaves', 'two octaves');
    await stage.until(
      'what was heard gone',
      async () => !(await stage.text(By.css('[aria-label="The player"]'))).includes('Shaky'),
    );
  });

  it('is put away half heard when it is stopped, and nothing is said of it', async () => {
    await stage.turnTo('/studies/new?instrument=violin&tonic=A&octaves=3&start=A3');
    await stage.score();
    await stage.room('Sound');
    const long = new Float32Array(240 * RATE).map((_, at) => 0.3 * Math.sin(at / 12));
    await give('long.wav', waveFile(long, RATE));
    await stage.click('Stop');
    await stage.find(By.xpath('//button[contains(., "Choose a recording")]'));
    expect(await stage.text(By.css('[aria-label="The player"]'))).not.toContain('long.wav');
    // The ear is free again at once.
    await give('lesson.wav', recording());
    await stage.sees('lesson.wav: Shaky');
  });

  it('is refused in our own words if it is not a recording', async () => {
    await stage.turnTo('/studies/new?instrument=cello&tonic=C&octaves=2');
    await stage.score();
    await stage.room('Sound');
    await give('letter.wav', 'no sound at all');
    await stage.sees('letter.wav is no recording this browser can read. Save it as WAVE, MP3 or Ogg');
  });
});
