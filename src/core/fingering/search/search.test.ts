import { passageOf } from '../../passage/from-ask.ts';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { arbitraryRecipe } from '../../recipe/arbitrary-recipe.ts';
import { isSeries } from '../../theory/figure.ts';
import { readRecipe, type RecipeInput } from '../../recipe/recipe.ts';
import type { Candidate } from './candidate.ts';
import { bestPath, pathThrough, sweep } from './lattice.ts';
import { EngineMemory } from './memory.ts';
import { rememberHands } from './mirrored.ts';
import { pathCost } from './path-cost.ts';
import { taskOf } from '../../study/task.ts';
import type { Problem } from './problem.ts';
import { pose, solveBest, type Posed, type Route } from './routes.ts';
import { FRESH, stateOf } from './state.ts';
import { oneWayLattice } from './walk.ts';

const memory = new EngineMemory();

function posed(input: RecipeInput): Posed | undefined {
  const recipe = readRecipe(input);
  // The parts of a series are searched each for itself.
  if (!recipe.ok || isSeries(recipe.value.figure)) return undefined;
  const passage = passageOf(recipe.value);
  if (!passage.ok) return undefined;
  const result = pose(taskOf(recipe.value, passage.value), memory);
  return result.ok ? result.value : undefined;
}

/** Tries every fingering of a problem, pruning only dead ends, and keeps the least cost. */
function bruteForce(problem: Problem, mirroredPairs?: Route['pairs']): number {
  let best = Number.POSITIVE_INFINITY;
  const partner = new Map(mirroredPairs?.map((pair) => [pair.down, pair.up]));
  const visit = (path: Candidate[]): void => {
    const note = path.length;
    if (note === problem.notes.length) {
      best = Math.min(best, pathCost(problem, rememberHands(path)).cost);
      return;
    }
    const choices = problem.notes[note]!;
    const twin = partner.get(note);
    for (const candidate of [...choices.stopped, ...choices.open]) {
      const other = twin === undefined || twin === note ? undefined : path[twin];
      if (other && !alike(other, candidate)) continue;
      visit([...path, candidate]);
    }
  };
  visit([]);
  return best;
}

function alike(a: Candidate, b: Candidate): boolean {
  if (a.rank === 0 || b.rank === 0) return a.rank === b.rank && a.string === b.string;
  return (
    a.string === b.string &&
    a.rank === b.rank &&
    a.hand === b.hand &&
    a.posture === b.posture &&
    a.thumb === b.thumb &&
    a.upper === b.upper
  );
}

/** More than shifts hidden by open strings can win back. */
const SLACK = 3;

/**
 * The least cost of all fingerings whose paired notes are played alike: every one is walked note by
 * note, given up only where what is left could not make it the least.
 */
function leastMirrored(problem: Problem, pairs: Route['pairs']): number {
  const partner = new Map(pairs.map((pair) => [pair.down, pair.up]));
  let best = Number.POSITIVE_INFINITY;
  const path: Candidate[] = [];
  const visit = (note: number): void => {
    if (note === problem.notes.length) {
      best = Math.min(best, pathCost(problem, rememberHands(path)).cost);
      return;
    }
    const twin = partner.get(note);
    const choices = problem.notes[note]!;
    for (const candidate of [...choices.stopped, ...choices.open]) {
      const other = twin === undefined || twin === note ? undefined : path[twin];
      if (other && !alike(other, candidate)) continue;
      path.push(candidate);
      const soFar = {
        ...problem,
        notes: problem.notes.slice(0, note + 1),
        steps: problem.steps.slice(0, note),
        endsAtTop: false,
      };
      // What is left can make it cheaper by little: only a shift under an open string costs less than nothing.
      const { cost } = pathCost(soFar, rememberHands(path));
      if (cost < best + SLACK) visit(note + 1);
      path.pop();
    }
  };
  visit(0);
  return best;
}

/** The first few notes of a problem, so that brute force can finish. */
function shortened(problem: Problem, length: number): Problem {
  return { ...problem, notes: problem.notes.slice(0, length), steps: problem.steps.slice(0, length - 1) };
}

describe('the exact search', () => {
  it('gives the sums worked by hand in docs/fingering.md', () => {
    const whole = posed({
      instrument: 'violin',
      tonic: 'D',
      start: 'D5',
      direction: 'up',
      strings: ['A', 'E'],
      positions: { low: 2, high: 5 },
    })!;
    const lattice = oneWayLattice({ ...shortened(whole.problem, 5), endsAtTop: false });
    const run = sweep(lattice);
    const least = (column: number, string: number, rank: number, hand: number, fresh: number): number => {
      const at = lattice.columns[column]!.findIndex(
        (one) => one.string === string && one.rank === rank && one.hand === hand,
      );
      return run.prefix[lattice.offsets[column]! + stateOf(at, fresh)]!;
    };
    const [A, E] = [2, 3];
    const [first, second, third, fourth] = [2, 3, 4, 5];
    const { neither, up } = FRESH;
    expect([
      least(0, A!, third!, 2, neither),
      least(1, E!, 0, 2, neither),
      least(2, E!, first!, 2, neither),
      least(3, E!, second!, 2, neither),
      least(4, E!, third!, 2, neither),
    ]).toEqual([0.02, 0.17, 0.17, 0.17, 0.19].map((sum) => expect.closeTo(sum, 9) as number));
    expect([
      least(0, A!, first!, 5, neither),
      least(1, A!, second!, 5, neither),
      least(2, A!, third!, 5, neither),
      least(3, A!, fourth!, 5, neither),
      least(4, E!, first!, 5, neither),
      least(4, E!, first!, 5, up),
    ]).toEqual([3.645, 3.69, 3.875, 4.35, 4.545, 3.315].map((sum) => expect.closeTo(sum, 9) as number));
    expect(run.best).toBeCloseTo(0.19, 9);
  });

  it('finds what brute force finds, both ways free, on passages short enough to try everything', () => {
    let tried = 0;
    fc.assert(
      fc.property(arbitraryRecipe, fc.integer({ min: 2, max: 4 }), (input, length) => {
        const whole = posed({ ...input, strings: undefined, positions: { low: 1, high: 6 } });
        if (!whole) return;
        const problem = shortened(whole.problem, length);
        const size = problem.notes.reduce((n, note) => n * (note.stopped.length + note.open.length), 1);
        if (size > 60_000) return;
        tried += 1;
        const run = sweep(oneWayLattice(problem));
        const brute = bruteForce(problem);
        if (Number.isFinite(brute)) expect(run.best).toBeCloseTo(brute, 9);
        else expect(run.best).toBe(brute);
      }),
      { numRuns: 700, seed: 11 },
    );
    expect(tried).toBeGreaterThan(100);
  });

  it('finds what brute force finds when the way down mirrors the way up', () => {
    const small: RecipeInput[] = [
      { instrument: 'violin', tonic: 'G', form: 'major', figure: 'arpeggio', start: 'G4' },
      { instrument: 'violin', tonic: 'A', form: 'minor', figure: 'arpeggio', start: 'A3' },
      { instrument: 'cello', tonic: 'C', form: 'major', figure: 'arpeggio', start: 'C2' },
      { instrument: 'cello', tonic: 'Eb', form: 'minor', figure: 'arpeggio', start: 'Eb2' },
      { instrument: 'bass', tonic: 'A', form: 'augmented', figure: 'arpeggio', start: 'A1' },
      { instrument: 'viola', tonic: 'D', form: 'diminished-7', figure: 'arpeggio', start: 'D4' },
      { instrument: 'bass', tonic: 'F', form: 'major', figure: 'arpeggio', bowing: { top: 'twice' } },
    ];
    for (const input of small) {
      const problem = posed({ ...input, return: 'mirror', positions: { low: 1, high: 5 } });
      expect(problem, JSON.stringify(input)).toBeDefined();
      const route = problem!.routes.find((one) => one.mirrored)!;
      expect(sweep(route.lattice).best).toBeCloseTo(bruteForce(problem!.problem, route.pairs), 9);
    }
  });

  it('finds what brute force finds where the two ways differ: stretches, heads, tails and the way over the top', () => {
    // A violin of two strings and hands near home leave few enough fingerings to try them all.
    const few = { strings: ['D', 'A'], positions: { low: 2, high: 4 }, return: 'mirror' as const };
    const scale = { instrument: 'violin' as const, start: 'D4', tonic: 'D', figure: 'scale' as const };
    const cases: [string, RecipeInput][] = [
      ['a stretch of a melodic minor', { ...scale, form: 'melodic-minor', ...few }],
      [
        'a stretch with open strings going up alone',
        { ...scale, form: 'melodic-minor', openStrings: 'up-only', ...few },
      ],
      ['open strings coming down alone', { ...scale, form: 'harmonic-minor', openStrings: 'down-only', ...few }],
      ['a turn at the head', { ...scale, bowing: { opening: 'three' }, ...few }],
      ['a turn at the tail', { ...scale, bowing: { closing: 'three' }, ...few }],
      [
        'turns at both ends, the top twice',
        { ...scale, bowing: { opening: 'two', closing: 'two', top: 'twice' }, ...few },
      ],
      [
        'all of it at once',
        { ...scale, form: 'melodic-minor', bowing: { opening: 'two', closing: 'three', top: 'twice' }, ...few },
      ],
      ['a visit at the top', { ...scale, bowing: { top: 'twice' }, ...few, positions: { low: 2, high: 7 } }],
    ];
    const seen = { stretch: 0, turns: 0, over: 0 };
    for (const [name, input] of cases) {
      const problem = posed({ octaves: 1, ...input });
      if (!problem) throw new Error(`${name} is not playable`);
      const route = problem.routes.find((one) => one.mirrored)!;
      if (route.lattice.links.some((link) => link.kind === 'stretch')) seen.stretch += 1;
      if (input.bowing?.opening || input.bowing?.closing) seen.turns += 1;
      if (input.bowing?.top === 'twice') seen.over += 1;
      const run = sweep(route.lattice);
      expect(run.best, name).toBeCloseTo(leastMirrored(problem.problem, route.pairs), 9);
      expect(pathCost(problem.problem, route.read(bestPath(route.lattice, run))).cost, name).toBeCloseTo(run.best, 9);
    }
    expect(seen.stretch).toBeGreaterThan(1);
    expect(seen.turns).toBeGreaterThan(3);
    expect(seen.over).toBeGreaterThan(2);
  });

  it('costs every path it returns as the walk along the path does', () => {
    let walked = 0;
    fc.assert(
      fc.property(arbitraryRecipe, (input) => {
        const problem = posed(input);
        if (!problem) return;
        for (const route of problem.routes) {
          const run = sweep(route.lattice);
          if (!Number.isFinite(run.best)) continue;
          walked += 1;
          const best = route.read(bestPath(route.lattice, run));
          expect(pathCost(problem.problem, best).cost).toBeCloseTo(run.best, 9);
          const { offsets, columns } = route.lattice;
          const column = Math.floor(columns.length / 2);
          const begin = offsets[column]!;
          const sums = run.prefix.map((cost, at) => cost + run.suffix[at]!).slice(begin, offsets[column + 1]);
          const through = sums.findIndex(Number.isFinite);
          const detour = route.read(pathThrough(route.lattice, run, column, through));
          expect(pathCost(problem.problem, detour).cost).toBeCloseTo(sums[through]!, 9);
        }
      }),
      { numRuns: 300, seed: 5 },
    );
    expect(walked).toBeGreaterThan(100);
  });

  it('takes the mirrored way back only while it is not dearer than the free one and its surcharge', () => {
    for (const tonic of ['C', 'D', 'E', 'F', 'G', 'A', 'B']) {
      const problem = posed({ instrument: 'cello', tonic, octaves: 2, form: 'melodic-minor' })!;
      const costs = problem.routes.map((route) => sweep(route.lattice).best + route.surcharge);
      expect(solveBest(problem)!.cost).toBeCloseTo(Math.min(...costs), 9);
    }
  });
});
