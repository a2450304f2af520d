import { describe, expect, it } from 'vitest';
import { EngineMemory, type Way } from '../fingering/fingering.ts';
import type { RecipeInput } from '../recipe/recipe.ts';
import { playable } from '../study/playable.ts';
import { featuresOf, measured } from './difficulty.ts';

function measure(input: RecipeInput, change: (way: Way) => Way = (way) => way) {
  const { recipe, passage, ways } = playable({ ways: 1, ...input });
  return measured({ recipe, passage, way: change(ways[0]!) });
}

describe('what is measured of a study', () => {
  it('counts how often the line turns back', () => {
    // Up one octave a scale never turns; up and down it turns once, in 14 steps.
    expect(measure({ instrument: 'violin', tonic: 'D', direction: 'up' }).turning).toBe(0);
    expect(measure({ instrument: 'violin', tonic: 'D' }).turning).toBeCloseTo(1 / 14, 9);
    // Broken thirds, 1 3 2 4 3 5 …: every step but the first turns.
    const thirds = measure({ instrument: 'violin', tonic: 'D', figure: 'broken-thirds', direction: 'up' });
    expect(thirds.turning).toBeCloseTo(10 / 11, 9);
  });

  it('tells a shift onto the finger that usually takes over from one onto another', () => {
    const three: RecipeInput = { instrument: 'violin', tonic: 'A', octaves: 3, direction: 'up' };
    const usual = measure(three);
    expect(usual.shifts).toBeGreaterThan(0);
    expect(usual.pairs).toBe(0);
    // The same shifts, each arriving on the third finger from another.
    const astray = measure(three, (way) => ({
      ...way,
      fingers: way.fingers.map((note) =>
        way.shifts.some(({ to }) => to === note.at) ? { ...note, finger: 3 as const } : note,
      ),
    }));
    expect(astray.pairs).toBeGreaterThan(0);
    // Going up the thumb takes over as the first finger does.
    const onThumb = measure(three, (way) => ({
      ...way,
      fingers: way.fingers.map((note) =>
        way.shifts.some(({ to }) => to === note.at) ? { ...note, finger: 'T' as const } : note,
      ),
    }));
    expect(onThumb.pairs).toBe(0);
    // Coming down the first finger is the one that seldom does; a finger that slides to itself is neither.
    const down = (from: 1 | 4, to: 1 | 4): number =>
      measure({ ...three, direction: 'down' }, (way) => ({
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
    const own = measure({ instrument: 'violin', tonic: 'C', setUp: { tuning } });
    expect(own.far).toBe(0);
    expect(measure({ instrument: 'violin', tonic: 'C' }).far).toBeGreaterThan(0);
  });

  it('measures the notes by the usual way, whatever the study’s bow and rules', () => {
    const memory = new EngineMemory();
    const features = (input: RecipeInput) => {
      const { recipe, passage, ways } = playable({ ways: 1, ...input });
      return featuresOf({ recipe, passage, way: ways[0]! }, memory);
    };
    const plain = features({ instrument: 'violin', tonic: 'G', octaves: 2 });
    const bowed = features({ instrument: 'violin', tonic: 'G', octaves: 2, bowing: { slur: 7, perBeat: 4, bpm: 120 } });
    expect({ ...bowed, speed: 0, slur: 0 }).toEqual({ ...plain, speed: 0, slur: 0 });
    expect(bowed.speed).toBeGreaterThan(plain.speed);
    const high = features({ instrument: 'violin', tonic: 'G', octaves: 2, pins: [{ at: 7, string: 'D', finger: 1 }] });
    expect({ ...high, highest: 0 }).toEqual({ ...plain, highest: 0 });
    expect(high.highest).toBeGreaterThan(plain.highest);
  });
});
