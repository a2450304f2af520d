import { describe, expect, it } from 'vitest';
import { passageOf } from '../passage/from-ask.ts';
import { Bowing } from '../recipe/bowing.ts';
import { readRecipe } from '../recipe/recipe.ts';
import { metreOf, TICKS_PER_BEAT, timeNotes, writtenPieces, type NoteValue, type WrittenPiece } from './rhythm.ts';

/** Beats of the values of common notation, a quarter being one. */
const BEATS = { whole: 4, half: 2, quarter: 1, eighth: 1 / 2, '16th': 1 / 4, '32nd': 1 / 8, '64th': 1 / 16 } as const;

/** What a written value lasts in beats, by the rules of notation alone; a compound beat is a dotted quarter. */
function beatsOf({ type, dots, tuplet }: NoteValue, compound: boolean): number {
  const dotted = BEATS[type] * (2 - 0.5 ** dots);
  return (dotted * (tuplet ? tuplet.normal / tuplet.actual : 1)) / (compound ? 1.5 : 1);
}

interface Written {
  readonly pieces: readonly WrittenPiece[];
  readonly beats: number;
  readonly compound: boolean;
}

function written(input: object, given: object, chromatic = false): Written {
  const recipe = readRecipe({ instrument: 'violin', tonic: 'G', ...input, bowing: given });
  const passage = recipe.ok ? passageOf(recipe.value) : recipe;
  if (!passage.ok) throw new Error(passage.refusal.message);
  const bowing = Bowing.parse(given);
  const metre = metreOf(passage.value, bowing, chromatic);
  const pieces = writtenPieces(timeNotes(passage.value, bowing), bowing.perBeat, metre);
  return { pieces, ...metre };
}

const values = ({ pieces }: Written): string[] => pieces.map(({ value: { type, dots } }) => type + '.'.repeat(dots));

describe('notes as they are written', () => {
  it('last what their values say, and go over no bar; what begins within a beat ends in it', () => {
    let counted = 0;
    for (const octaves of [1, 2, 3]) {
      for (const perBeat of [1, 2, 3, 4, 5, 6, 7, 8, 12]) {
        for (const more of [
          {},
          { top: 'twice' },
          { top: 'long' },
          { longTonic: 3 },
          { opening: 'three' },
          { pickup: 2 },
        ]) {
          const { pieces, beats, compound } = written({ octaves }, { perBeat, ...more });
          for (const { onset, length, value } of pieces) {
            const from = onset / TICKS_PER_BEAT;
            const lasts = length / TICKS_PER_BEAT;
            expect(beatsOf(value, compound), `${perBeat} to a beat at ${from}`).toBeCloseTo(lasts, 5);
            expect((from % beats) + lasts).toBeLessThan(beats + 1e-6);
            if (from % 1 > 1e-6) expect((from % 1) + lasts).toBeLessThan(1 + 1e-6);
            counted += 1;
          }
        }
      }
    }
    expect(counted).toBeGreaterThan(4_000);
  });

  it('are one value each where one will do', () => {
    const up = { octaves: 1, direction: 'up' };
    expect(values(written(up, { perBeat: 1 }))).toEqual(Array.from({ length: 8 }, () => 'quarter'));
    expect(values(written(up, { perBeat: 1, beatsPerNote: 2 }))).toEqual(Array.from({ length: 8 }, () => 'half'));
    expect(values(written(up, { perBeat: 1, beatsPerNote: 4 }))).toEqual(Array.from({ length: 8 }, () => 'whole'));
    expect(values(written(up, { perBeat: 2 }))).toEqual(Array.from({ length: 8 }, () => 'eighth'));
    // A tonic held for two notes more is three of four, a dotted eighth; five more are six of eight, the same.
    expect(values(written(up, { perBeat: 4, longTonic: 2 }))[0]).toBe('eighth.');
    expect(values(written(up, { perBeat: 8, longTonic: 5 }))[0]).toBe('eighth.');
    expect(values(written(up, { perBeat: 4, longTonic: 1 }))[0]).toBe('eighth');
  });

  it('are tied where a bar or a beat parts them', () => {
    // Five beats in bars of four.
    const { pieces, beats } = written({ octaves: 1, direction: 'up' }, { perBeat: 1, longTonic: 4 });
    const first = pieces.filter(({ at }) => at === 0);
    expect(beats).toBe(4);
    expect(first.map(({ length }) => length / TICKS_PER_BEAT)).toEqual([4, 1]);
    expect(first.map(({ tiedFrom, tiedTo }) => [tiedFrom, tiedTo])).toEqual([
      [false, true],
      [true, false],
    ]);
  });

  it('are dotted quarters, and halves, in compound time', () => {
    const { pieces, compound } = written({ octaves: 1, form: 'chromatic' }, { perBeat: 3, longTonic: 5 }, true);
    expect(compound).toBe(true);
    expect(pieces[0]!.value).toEqual({ type: 'half', dots: 1 });
    for (const { value, length } of pieces) expect(beatsOf(value, true)).toBeCloseTo(length / TICKS_PER_BEAT, 5);
  });
});
