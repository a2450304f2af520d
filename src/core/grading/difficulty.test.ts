import { describe, expect, it } from 'vitest';
import { EngineMemory, type Way } from '../fingering/fingering.ts';
import type { RecipeInput } from '../recipe/recipe.ts';
import { playable } from '../study/playable.ts';
import { featuresOf } from './difficulty.ts';

function measured(input: RecipeInput, change: (way: Way) => Way = (way) => way) {
  const { recipe, passage, ways } = playable({ ways: 1, ...input });
  return featuresOf({ recipe, passage, way: change(ways[0]!) }, new EngineMemory());
}

describe('what is measured of a study', () => {
  it('counts how often the line turns back', () => {
    // Up one octave a scale never turns; up and down it turns once, in 14 steps.
    expect(measured({ instrument: 'violin', tonic: 'D', direction: 'up' }).turning).toBe(0);
    expect(measured({ instrument: 'violin', tonic: 'D' }).turning).toBeCloseTo(1 / 14, 9);
    // Broken thirds, 1 3 2 4 3 5 …: every step but the first turns.
    const thirds = measured({ instrument: 'violin', tonic: 'D', figure: 'broken-thirds', direction: 'up' });
    expect(thirds.turning).toBeCloseTo(10 / 11, 9);
  });

  it('tells a shift onto the finger that usually takes over from one onto another', () => {
    const three: RecipeInput = { instrument: 'violin', tonic: 'A', octaves: 3, direction: 'up' };
    const usual = measured(three);
    expect(usual.shifts).toBeGreaterThan(0);
    expect(usual.pairs).toBe(0);
    // The same shifts, each arriving on the third finger from another.
    const astray = measured(three, (way) => ({
      ...way,
      fingers: way.fingers.map((note) =>
        way.shifts.some(({ to }) => to === note.at) ? { ...note, finger: 3 as const } : note,
      ),
    }));
    expect(astray.pairs).toBeGreaterThan(0);
    // Coming down the first finger is the one that seldom does; a finger that slides to itself is neither.
    const down = (from: 1 | 4, to: 1 | 4): number =>
      measured({ ...three, direction: 'down' }, (way) => ({
        ...way,
        fingers: way.fingers.map((note) => {
          if (way.shifts.some((shift) => shift.to === note.at)) return { ...note, finger: to };
          return way.shifts.some((shift) => shift.from === note.at) ? { ...note, finger: from } : note;
        }),
      })).pairs;
    expect(down(4, 1)).toBeGreaterThan(0);
    expect(down(1, 4)).toBe(0);
    expect(down(1, 1)).toBe(0);
  });

  it('reads the study’s own strings', () => {
    const tuning = ['C3', 'G3', 'D4', 'A4', 'E5'];
    const own = measured({ instrument: 'violin', tonic: 'C', setUp: { tuning } });
    expect(own.far).toBe(0);
    expect(measured({ instrument: 'violin', tonic: 'C' }).far).toBeGreaterThan(0);
  });
});
