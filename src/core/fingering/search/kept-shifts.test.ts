import { describe, expect, it } from 'vitest';
import { playable } from '../../study/playable.ts';
import { passageOf } from '../../passage/passage.ts';
import { readRecipe, type RecipeInput } from '../../recipe/recipe.ts';
import { bestPath, sweep } from './chain.ts';
import { COST_TABLES } from '../../schools/cost-tables.ts';
import { pathCost } from './path-cost.ts';
import { pose, solveBest } from './solve.ts';
import { TERM } from '../../schools/terms.ts';

function posed(input: RecipeInput) {
  const recipe = readRecipe(input);
  if (!recipe.ok) throw new Error(recipe.refusal.message);
  const passage = passageOf(recipe.value);
  if (!passage.ok) throw new Error(passage.refusal.message);
  const result = pose(recipe.value, passage.value, COST_TABLES[recipe.value.instrument]);
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
          sides[side] = Math.min(sides[side], sweep(route.chain).best + charge);
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
        const run = sweep(route.chain);
        if (!Number.isFinite(run.best)) continue;
        const path = route.expand(bestPath(route.chain, run));
        expect(pathCost(problem.problem, path, route.charges).cost).toBeCloseTo(run.best + route.surcharge, 9);
      }
    }
  });

  it('changes nothing by what was remembered from other studies', () => {
    for (const tonic of ['C', 'Eb', 'F#', 'A']) {
      const recipe = readRecipe({ instrument: 'cello', tonic, form: 'melodic-minor', octaves: 3 });
      const passage = recipe.ok ? passageOf(recipe.value) : recipe;
      if (!recipe.ok || !passage.ok) throw new Error('no such study');
      const known = pose(recipe.value, passage.value);
      const afresh = pose(recipe.value, passage.value, { ...COST_TABLES.cello });
      if (!known.ok || !afresh.ok) throw new Error('not playable');
      expect(solveBest(known.value)!.cost).toBe(solveBest(afresh.value)!.cost);
      expect(solveBest(known.value)!.path).toEqual(solveBest(afresh.value)!.path);
    }
  });
});
