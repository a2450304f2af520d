import { expect, it } from 'vitest';
import { InventedPupil } from '../src/core/listening/invented-pupil.ts';
import { listen } from '../src/core/listening/listen.ts';
import { performanceOf } from '../src/core/listening/performance.ts';
import { USUAL_HEARING } from '../src/core/listening/report.ts';
import type { RecipeInput } from '../src/core/recipe/recipe.ts';
import { titleOf } from '../src/core/recipe/title.ts';
import { playable } from '../src/core/study/playable.ts';
import { recordedPerformance, recordedStrings } from './recorded-strings.ts';

// Notes somebody bowed before a microphone, not ours: `npm run bench` hears sixty performances, here is one an instrument.
it('hears recorded strings: which note was played, and how far off it is', { timeout: 120_000 }, async () => {
  const strings = await recordedStrings();
  const asked: RecipeInput[] = [
    { instrument: 'violin', tonic: 'A', octaves: 1, bowing: { slur: 2, perBeat: 1 } },
    { instrument: 'viola', tonic: 'F', octaves: 1, form: 'melodic-minor', bowing: { slur: 4, perBeat: 1 } },
    { instrument: 'cello', tonic: 'D', octaves: 2, figure: 'arpeggio', bowing: { slur: 3, perBeat: 1 } },
    { instrument: 'bass', tonic: 'G', octaves: 1, form: 'harmonic-minor', bowing: { perBeat: 1 } },
  ];
  const off: number[] = [];
  let [aligned, all] = [0, 0];
  for (const [seed, input] of asked.entries()) {
    const { recipe, passage, ways } = playable({ ...input, ways: 1 });
    const study = { title: titleOf(recipe), recipe, passage, way: ways[0]! };
    const pupil = InventedPupil.parse({
      seed,
      bpm: 66,
      faults: passage.notes.map((_, at) => ({ at, cents: ((at * 17) % 51) - 25 })),
    });
    const played = performanceOf(study, pupil);
    const sound = recordedPerformance(strings, recipe.instrument, played, { seed, noise: -45 });
    const { notes } = listen(study, sound, { ...USUAL_HEARING, a: 440 });
    played.forEach(({ at, onset }, k) => {
      const heard = notes[at]!;
      all += 1;
      if (!heard.heard || Math.abs(heard.onset! - onset) > 0.3) return;
      aligned += 1;
      const cents = sound.cents[k];
      if (cents !== undefined) off.push(Math.abs(heard.cents! - cents));
    });
  }
  off.sort((a, b) => a - b);
  expect(aligned / all).toBeGreaterThanOrEqual(0.98);
  expect(off.length).toBeGreaterThan(50);
  expect(off[Math.floor(0.9 * off.length)]).toBeLessThan(8);
});
