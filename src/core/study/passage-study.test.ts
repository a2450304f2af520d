import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { EngineMemory } from '../fingering/fingering.ts';
import { wayNames } from '../fingering/reading/way-name.ts';
import type { Candidate } from '../fingering/search/candidate.ts';
import { ownCost } from '../fingering/search/links.ts';
import { bestPath, sweep } from '../fingering/search/lattice.ts';
import { rememberHands } from '../fingering/search/mirrored.ts';
import { pathCost } from '../fingering/search/path-cost.ts';
import { pose, type Posed } from '../fingering/search/routes.ts';
import { INSTRUMENT_TABLE } from '../instruments/instruments.ts';
import { passageOf } from '../passage/from-ask.ts';
import { arbitraryMusic } from '../recipe/arbitrary-music.ts';
import { readRecipe, type RecipeInput } from '../recipe/recipe.ts';
import { playable } from './playable.ts';
import { taskOf } from './task.ts';

const memory = new EngineMemory();

function posed(input: RecipeInput): Posed | undefined {
  const recipe = readRecipe(input);
  if (!recipe.ok) throw new Error(recipe.refusal.message);
  const passage = passageOf(recipe.value);
  if (!passage.ok) throw new Error(passage.refusal.message);
  const result = pose(taskOf(recipe.value, passage.value), memory);
  return result.ok ? result.value : undefined;
}

/** Every fingering there is, walked note by note; the least of their costs. */
function leastOfAll({ problem }: Posed): number {
  let least = Number.POSITIVE_INFINITY;
  const visit = (path: Candidate[]): void => {
    const choices = problem.notes[path.length];
    if (!choices) {
      least = Math.min(least, pathCost(problem, rememberHands(path)).cost);
      return;
    }
    for (const candidate of [...choices.stopped, ...choices.open]) visit([...path, candidate]);
  };
  visit([]);
  return least;
}

describe('a passage somebody else wrote', () => {
  it('is fingered as cheaply as any of all its fingerings, with rests, leaps and notes struck again', () => {
    let [tried, rested] = [0, 0];
    fc.assert(
      fc.property(arbitraryMusic({ min: 2, max: 4 }), ({ instrument, music }) => {
        const problem = posed({ instrument, tonic: 'C', music });
        if (!problem) return;
        const size = problem.problem.notes.reduce((all, one) => all * (one.stopped.length + one.open.length), 1);
        if (size > 50_000) return;
        tried += 1;
        if (problem.problem.steps.some(({ leisure }) => leisure === 'rest')) rested += 1;
        const [route] = problem.routes;
        const run = sweep(route!.lattice);
        const least = leastOfAll(problem);
        if (!Number.isFinite(least)) return expect(run.best).toBe(least);
        expect(run.best).toBeCloseTo(least, 9);
        expect(pathCost(problem.problem, route!.read(bestPath(route!.lattice, run))).cost).toBeCloseTo(least, 9);
      }),
      { numRuns: 220, seed: 18 },
    );
    expect(tried).toBeGreaterThan(80);
    expect(rested).toBeGreaterThan(15);
  });

  it('is fingered as cheaply as any where two notes sound at once, each finger weighed', () => {
    let [tried, open] = [0, 0];
    fc.assert(
      fc.property(arbitraryMusic({ min: 2, max: 4, chords: true }), ({ instrument, music }) => {
        const drawn = posed({ instrument, tonic: 'C', music });
        if (!drawn) return;
        const { problem, routes } = drawn;
        const size = problem.notes.reduce((all, one) => all * (one.stopped.length + one.open.length), 1);
        if (size > 50_000 || problem.notes.every(({ chord }) => !chord)) return;
        const least = leastOfAll(drawn);
        if (!Number.isFinite(least)) return;
        tried += 1;
        const run = sweep(routes[0]!.lattice);
        expect(run.best).toBeCloseTo(least, 9);
        const path = routes[0]!.read(bestPath(routes[0]!.lattice, run));
        expect(pathCost(problem, path).cost).toBeCloseTo(least, 9);
        if (path.some(({ rank }, at) => rank === 0 && problem.notes[at]!.chord)) open += 1;
        // What the fingers under the others cost by themselves, added up again from nothing but the terms.
        const alone = { ...problem, notes: problem.notes.map(({ chord: _, ...note }) => note) };
        const struck = (at: number): boolean => problem.steps[at - 1]?.again !== true;
        const under = path.flatMap((lead, at) => (struck(at) ? (problem.notes[at]!.chord?.(lead) ?? []) : []));
        const single = under.reduce((sum, one) => sum + ownCost(one, { chromatic: false }, problem.setting), 0);
        expect(pathCost(problem, path).cost).toBeGreaterThanOrEqual(pathCost(alone, path).cost + single - 1e-9);
      }),
      { numRuns: 400, seed: 18 },
    );
    expect(tried).toBeGreaterThan(80);
    expect(open).toBeGreaterThan(10);
  });

  it('has the hand free in a silence: the same notes cost less with one, and never more', () => {
    let cheaper = 0;
    fc.assert(
      fc.property(arbitraryMusic({ min: 6, max: 12 }), ({ instrument, music }) => {
        const packed = music.notes.map((note, at) => ({
          ...note,
          onset: at,
          length: 1,
          bar: Math.floor(at / 4),
          bow: 'down' as const,
        }));
        const bars = [0, 1, 2].map((bar) => ({ number: `${bar + 1}`, onset: 4 * bar, length: 4 }));
        const along = { title: 'Packed', bars, notes: packed };
        const apart = {
          ...along,
          notes: packed.map((note) => ({ ...note, length: 0.5 })),
        };
        const cost = (one: typeof along): number | undefined => {
          const problem = posed({ instrument, tonic: 'C', music: one });
          return problem && sweep(problem.routes[0]!.lattice).best;
        };
        const [without, withRests] = [cost(along), cost(apart)];
        if (without === undefined || withRests === undefined) return;
        expect(withRests).toBeLessThanOrEqual(without + 1e-9);
        if (withRests < without - 1e-6) cheaper += 1;
      }),
      { numRuns: 60, seed: 4 },
    );
    expect(cheaper).toBeGreaterThan(40);
  });

  it('sounds what is written, keeps its finger on a note struck again, and takes pins', () => {
    fc.assert(
      fc.property(arbitraryMusic({ min: 10, max: 40 }), ({ instrument, music }) => {
        const built = playable({ instrument, tonic: 'G', music, ways: 3 });
        const { strings } = INSTRUMENT_TABLE[instrument];
        for (const way of built.ways) {
          way.fingers.forEach(({ string, stop }, at) => {
            expect(strings.find(({ name }) => name === string)!.open + stop).toBe(built.passage.notes[at]!.pitch.midi);
          });
        }
        const { string, finger } = built.ways.at(-1)!.fingers[4]!;
        const pinned = playable({ instrument, tonic: 'G', music, pins: [{ at: 4, string, finger }], ways: 1 });
        expect(pinned.ways[0]!.fingers[4]).toMatchObject({ string, finger });
        expect(pinned.ways[0]!.cost).toBeGreaterThanOrEqual(built.ways[0]!.cost - 1e-6);
      }),
      { numRuns: 40, seed: 7 },
    );
  });

  it('takes two notes at once with one hand, on neighbouring strings', () => {
    const note = (pitch: string, at: number, chord?: string[]) => ({
      pitch,
      onset: at,
      length: 1,
      bar: 0,
      bow: 'down' as const,
      ...(chord ? { chord } : {}),
    });
    const bars = [{ number: '1', onset: 0, length: 4 }];
    const thirds = [note('F4', 0, ['D4']), note('G4', 1, ['B3']), note('B4', 2, ['D4']), note('C5', 3, ['E4'])];
    const { ways, passage } = playable({
      instrument: 'violin',
      tonic: 'C',
      music: { title: 'Thirds', bars, notes: thirds },
      ways: 1,
    });
    const { strings } = INSTRUMENT_TABLE.violin;
    const index = (name: string): number => strings.findIndex((one) => one.name === name);
    ways[0]!.fingers.forEach(({ string, finger, chord }, at) => {
      const [under] = chord!;
      expect(index(under!.string)).toBe(index(string) - 1);
      expect(strings[index(under!.string)]!.open + under!.stop).toBe(passage.notes[at]!.chord![0]!.midi);
      if (finger !== 0 && under!.finger !== 0) expect(under!.finger).not.toBe(finger);
    });
  });

  it('pays for each string it leaps over', () => {
    const leap = (pitch: string, string: string): number | undefined => {
      const notes = ['A3', pitch].map((one, at) => ({
        pitch: one,
        onset: at,
        length: 1,
        bar: 0,
        bow: 'down' as const,
      }));
      const music = { title: 'A leap', bars: [{ number: '1', onset: 0, length: 4 }], notes };
      const pins = [
        { at: 0, string: 'G', finger: 1 as const },
        { at: 1, string, finger: 1 as const },
      ];
      const { ways } = playable({ instrument: 'violin', tonic: 'A', music, pins, ways: 1 });
      return ways[0]!.terms.find(({ term }) => term === 'skipped-string')?.cost;
    };
    expect(leap('E4', 'D')).toBeUndefined();
    const one = leap('B4', 'A')!;
    expect(leap('F#5', 'E')).toBeCloseTo(2 * one, 9);
    expect(one).toBeGreaterThan(0);
  });

  it('takes a finger under an open string with the hand that waits there', () => {
    const under = (string: string, finger: 1 | 3): unknown => {
      const notes = [
        { pitch: finger === 1 ? 'D5' : 'B4', onset: 0, length: 1, bar: 0, bow: 'down' as const },
        { pitch: 'E5', onset: 1, length: 1, bar: 0, bow: 'up' as const, chord: ['D5'] },
      ];
      const music = { title: 'Two', bars: [{ number: '1', onset: 0, length: 4 }], notes };
      const pins = [
        { at: 0, string, finger: 1 as const },
        { at: 1, string: 'E', finger: 0 as const },
      ];
      return playable({ instrument: 'violin', tonic: 'D', music, pins, ways: 1 }).ways[0]!.fingers[1]!.chord;
    };
    // In third position the D is the first finger's, in first position the third's: anyone's table of positions.
    expect(under('A', 1)).toEqual([{ string: 'A', finger: 1, stop: 5 }]);
    expect(under('A', 3)).toEqual([{ string: 'A', finger: 3, stop: 5 }]);
  });
});

describe('what is said of a passage', () => {
  it('names its ways without a way up that it does not have', () => {
    fc.assert(
      fc.property(arbitraryMusic({ min: 8, max: 20 }), ({ instrument, music }) => {
        const { ways, passage, recipe } = playable({ instrument, tonic: 'C', music, ways: 6 });
        const names = wayNames(ways, { passage, recipe });
        expect(new Set(names).size).toBe(ways.length);
        for (const name of names) expect(name).not.toContain('going up');
      }),
      { numRuns: 40, seed: 12 },
    );
  });
});
