import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { arbitraryRecipe } from '../../recipe/arbitrary-recipe.ts';
import { INSTRUMENTS } from '../../instruments/instruments.ts';
import { buildFrom } from '../../study/build.ts';
import { CIRCLE } from '../../theory/key-signature.ts';
import { EngineMemory } from './memory.ts';
import { THOROUGH } from '../../../../tests/thorough.ts';

describe('what an engine remembers from study to study', () => {
  it('changes no fingering, cost or refusal, in whatever order studies are asked for', () => {
    const recipes = fc.sample(arbitraryRecipe, { numRuns: 60, seed: 20 });
    const alone = recipes.map((recipe) => buildFrom(recipe));
    const memory = new EngineMemory();
    recipes.forEach((_, k) => {
      const place = (k * 7 + 5) % recipes.length;
      expect(buildFrom(recipes[place], memory), JSON.stringify(recipes[place])).toEqual(alone[place]);
    });
    expect(alone.filter(({ ok }) => ok).length).toBeGreaterThan(15);
    expect(memory.bytes).toBeGreaterThan(100_000);
  });

  it('changes nothing in the studies of the big table: six forms, three ranges, four instruments, each key in turn', () => {
    const FORMS = ['major', 'natural-minor', 'harmonic-minor', 'melodic-minor', 'mixolydian', 'chromatic'] as const;
    const memory = new EngineMemory();
    let studies = 0;
    for (const instrument of INSTRUMENTS) {
      for (const form of FORMS) {
        for (const octaves of [1, 2, 3]) {
          for (const [place, tonic] of CIRCLE.major.entries()) {
            if ((place + octaves + FORMS.indexOf(form)) % 3 !== 0 && THOROUGH === 1) continue;
            const recipe = { instrument, form, octaves, tonic, ways: 1 };
            const known = buildFrom(recipe, memory);
            const afresh = buildFrom(recipe);
            if (!known.ok || !afresh.ok) expect(known).toEqual(afresh);
            else {
              studies += 1;
              expect([known.value.ways[0]!.cost, known.value.ways[0]!.fingers]).toEqual([
                afresh.value.ways[0]!.cost,
                afresh.value.ways[0]!.fingers,
              ]);
            }
          }
        }
      }
    }
    expect(studies).toBe(THOROUGH === 1 ? 276 : 828);
  });

  it('tells steps within a prescribed group from free ones', () => {
    // The same pitches, once bound to one hand and once not: what is remembered of one must not serve the other.
    const memory = new EngineMemory();
    const base = { instrument: 'cello', tonic: 'D', octaves: 2, start: 'D2', openStrings: 'never', ways: 1 } as const;
    const bound = { ...base, groups: ['124', '134', '124', '124', '134'] };
    for (const recipe of [base, bound, base, { ...bound, return: 'fourth' as const }, bound]) {
      expect(buildFrom(recipe, memory)).toEqual(buildFrom(recipe));
    }
  });

  it('keeps within its bound, and forgetting in the middle of a study changes nothing either', () => {
    const recipes = fc.sample(arbitraryRecipe, { numRuns: 20, seed: 21 });
    const memory = new EngineMemory(60_000);
    for (const recipe of recipes) {
      expect(buildFrom(recipe, memory)).toEqual(buildFrom(recipe));
      expect(memory.bytes).toBeLessThan(2_000_000);
    }
  });
});
