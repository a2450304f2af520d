import { passageOf } from '../../passage/from-ask.ts';
import { describe, expect, it } from 'vitest';
import { playable } from '../../study/playable.ts';
import { readRecipe, type RecipeInput } from '../../recipe/recipe.ts';
import { bestPath, sweep } from './lattice.ts';
import { EngineMemory } from './memory.ts';
import { pathCost } from './path-cost.ts';
import { taskOf } from '../../study/task.ts';
import { pose, solveBest } from './routes.ts';
import { TERM } from '../../schools/terms.ts';

function posed(input: RecipeInput, memory = new EngineMemory()) {
  const recipe = readRecipe(input);
  if (!recipe.ok) throw new Error(recipe.refusal.message);
  const passage = passageOf(recipe.value);
  if (!passage.ok) throw new Error(passage.refusal.message);
  const result = pose(taskOf(recipe.value, passage.value), memory);
  if (!result.ok) throw new Error(result.refusal.message);
  return result.value;
}

const shape = (input: RecipeInput): string => {
  const [way] = playable({ ways: 1, direction: 'up', ...input }).ways;
  return `${way!.fingers.map((note) => note.string).join('')} ${way!.shifts.map((shift) => shift.to).join()}`;
};

describe('a minor and its parallel major', () => {
  // Common practice, no source: a minor scale keeps its parallel major's shifts where it can.
  it.each([
    { instrument: 'violin', tonic: 'A', octaves: 3 },
    { instrument: 'violin', tonic: 'G', octaves: 3 },
    { instrument: 'violin', tonic: 'D', octaves: 2 },
    { instrument: 'viola', tonic: 'C', octaves: 3 },
  ] satisfies RecipeInput[])('share strings and shifts: $instrument $tonic, $octaves', (input) => {
    expect(shape({ ...input, form: 'melodic-minor' })).toBe(shape(input));
  });

  it('part where the minor wins by more than the margin, and never otherwise', () => {
    let kept = 0;
    let parted = 0;
    for (const instrument of ['violin', 'cello', 'bass'] as const) {
      for (const tonic of ['C', 'D', 'E', 'F', 'G', 'A', 'B']) {
        const problem = posed({ instrument, tonic, form: 'harmonic-minor', octaves: 2 });
        const margin = problem.problem.setting.weights[TERM['parallel-differs']]!;
        const sides = { keeping: Number.POSITIVE_INFINITY, leaving: Number.POSITIVE_INFINITY };
        for (const route of problem.routes) {
          const side = route.charges.includes('parallel-differs') ? 'leaving' : 'keeping';
          const charge = side === 'leaving' ? route.surcharge - margin : route.surcharge;
          sides[side] = Math.min(sides[side], sweep(route.lattice).best + charge);
        }
        const best = solveBest(problem)!;
        const left = best.route.charges.includes('parallel-differs');
        if (Number.isFinite(sides.keeping)) expect(left).toBe(sides.leaving + margin < sides.keeping);
        if (left) parted += 1;
        else kept += 1;
      }
    }
    expect(kept).toBeGreaterThan(5);
    expect(parted).toBeGreaterThan(0);
  });

  it('is charged as the path walk charges it', () => {
    for (const form of ['natural-minor', 'harmonic-minor', 'melodic-minor'] as const) {
      const problem = posed({ instrument: 'cello', tonic: 'F', form, octaves: 2 });
      for (const route of problem.routes) {
        const run = sweep(route.lattice);
        if (!Number.isFinite(run.best)) continue;
        const path = route.read(bestPath(route.lattice, run));
        expect(pathCost(problem.problem, path, route.charges).cost).toBeCloseTo(run.best + route.surcharge, 9);
      }
    }
  });

  it('changes nothing by what was remembered from other studies', () => {
    const memory = new EngineMemory();
    for (const tonic of ['C', 'Eb', 'F#', 'A']) {
      const input: RecipeInput = { instrument: 'cello', tonic, form: 'melodic-minor', octaves: 3 };
      const known = solveBest(posed(input, memory))!;
      const afresh = solveBest(posed(input))!;
      expect(known.cost).toBe(afresh.cost);
      expect(known.path).toEqual(afresh.path);
    }
    expect(memory.bytes).toBeGreaterThan(0);
  });
});
