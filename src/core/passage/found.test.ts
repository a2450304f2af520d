import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { FORMS } from '../theory/form.ts';
import { INSTRUMENTS, INSTRUMENT_TABLE } from '../instruments/instruments.ts';
import { highestPitch, lowestPitch } from '../instruments/instrument.ts';
import { readRecipe, type RecipeInput } from '../recipe/recipe.ts';
import { nameLeaning, parsePitch, pitchClass } from '../theory/pitch.ts';
import { foundIn } from './found.ts';
import { passageOf } from './from-ask.ts';
import type { Passage } from './passage.ts';

const hidden = fc.record({
  instrument: fc.constantFrom(...INSTRUMENTS),
  tonic: fc.constantFrom('C', 'G', 'D', 'A', 'E', 'B', 'F#', 'Db', 'Ab', 'Eb', 'Bb', 'F'),
  // Inversions are called by what they begin on, which a passage does not tell.
  form: fc.constantFrom(
    ...FORMS.map(({ id }) => id).filter((id) => !id.includes('subdominant') && id !== 'submediant'),
  ),
  figure: fc.constantFrom('scale', 'scale', 'arpeggio', 'broken-thirds', 'groups-of-three', 'groups-of-four'),
  octaves: fc.constantFrom(1, 2, 2),
  direction: fc.constantFrom('up', 'down', 'up-down'),
});

/** Other notes: a walk in leaps and steps, as far as they go. */
const others = fc.array(fc.constantFrom(-9, -7, -5, -4, -3, -2, -1, 1, 2, 3, 4, 5, 7, 9), {
  minLength: 6,
  maxLength: 14,
});

describe('scales and arpeggios hidden in a passage', () => {
  it('are found where they lie, and little else', () => {
    let [asked, met, told, wrong] = [0, 0, 0, 0];
    fc.assert(
      fc.property(hidden, others, others, (input, before, after) => {
        const recipe = readRecipe(input as RecipeInput);
        const made = recipe.ok ? passageOf(recipe.value) : recipe;
        if (!recipe.ok || !made.ok) return;
        const { instrument } = recipe.value;
        const [low, high] = [lowestPitch(INSTRUMENT_TABLE[instrument]), highestPitch(INSTRUMENT_TABLE[instrument])];
        const midi = made.value.notes.map(({ pitch }) => pitch.midi);
        const walk = (from: number, moves: readonly number[]): number[] => {
          let now = from;
          return moves.map((move) => (now = now + move < low || now + move > high ? now - move : now + move));
        };
        const head = walk(midi[0]!, before).toReversed();
        const tail = walk(midi.at(-1)!, after);
        const line = [...head, ...midi, ...tail];
        const [from, to] = [head.length, head.length + midi.length - 1];
        const passage: Passage = {
          ...made.value,
          course: 'free',
          notes: line.map((one, at) => ({
            at,
            pitch: made.value.notes[at - from]?.pitch ?? parsePitch(nameLeaning(one, 1))!,
            degree: 0,
            heading: 'up',
            motion: 'leap',
          })),
        };
        asked += 1;
        const found = foundIn(passage, instrument);
        const same = found.find((one) => one.from === from && one.to === to);
        // A form that reads like another one is called by the commoner name.
        const again = same && readRecipe(same.recipe);
        const notes = again?.ok ? passageOf(again.value) : undefined;
        if (notes?.ok && notes.value.notes.every(({ pitch }, at) => pitch.midi === midi[at])) met += 1;
        if (same) expect(pitchClass(same.tonic)).toBe(pitchClass(String(input.tonic)));
        for (const one of found) {
          told += 1;
          // What is told must be there: its study plays those very notes.
          const study = readRecipe(one.recipe);
          const played = study.ok ? passageOf(study.value) : study;
          const there = passage.notes.slice(one.from, one.to + 1).map(({ pitch }) => pitch.midi);
          const struck = there.filter((note, k) => note !== there[k - 1]);
          if (!played.ok || played.value.notes.map(({ pitch }) => pitch.midi).join() !== struck.join()) wrong += 1;
        }
      }),
      { numRuns: 900, seed: 500 },
    );
    expect(asked).toBeGreaterThan(500);
    expect(met / asked).toBeGreaterThanOrEqual(0.95);
    expect(wrong).toBe(0);
    expect(told / asked).toBeLessThan(1.15);
  });

  it('counts notes struck again once, and names a study that can be built', () => {
    const notes = [62, 62, 64, 66, 66, 67, 69, 71, 73, 74, 74].map((midi, at) => ({
      at,
      pitch: parsePitch(nameLeaning(midi, 1))!,
      degree: 0,
      heading: 'up' as const,
      motion: 'step' as const,
    }));
    const passage: Passage = { notes, course: 'free', top: 9, parts: [0], tonic: notes[0]!.pitch, leaning: 1 };
    expect(foundIn(passage, 'violin')).toEqual([
      {
        from: 0,
        to: 9,
        tonic: 'D',
        form: 'major',
        figure: 'scale',
        recipe: {
          instrument: 'violin',
          tonic: 'D',
          form: 'major',
          figure: 'scale',
          octaves: 1,
          start: 'D4',
          direction: 'up',
        },
      },
    ]);
  });
});
