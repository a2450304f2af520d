import { tried } from '../playable.ts';
import { describe, expect, it } from 'vitest';
import { readRecipe, type RecipeInput } from '../../recipe/recipe.ts';
import { REFERENCE_CASES } from '../../fingering/reference/cases.ts';
import { explainTyped, type Typed } from './explain.ts';

function typed(input: RecipeInput, text: string): Typed {
  const recipe = readRecipe(input);
  if (!recipe.ok) throw new Error(recipe.refusal.message);
  const result = explainTyped(recipe.value, text);
  if (!result.ok) throw new Error(result.refusal.message);
  return result.value;
}

const G2: RecipeInput = { instrument: 'violin', tonic: 'G', octaves: 2 };

function fault(text: string, input: RecipeInput = G2) {
  const result = typed(input, text);
  if (result.ok) throw new Error('no fault');
  return result.faults[0]!;
}

describe('a typed fingering', () => {
  it('knows the engine’s own, typed for the way up, for both ways, or without strings', () => {
    const whole = 'G 0123 D 0123 A 0123 E 012 10 A 3210 D 3210 G 3210';
    for (const text of ['G 0123 D 0123 A 0123 E 012', 'g0123|d0123|a0123|e012', '0123 0123 0123 012', whole]) {
      expect(typed(G2, text), text).toMatchObject({ ok: true, same: true });
    }
  });

  it('costs another no less than the best and says what decides', () => {
    const result = typed(G2, 'G 0123 4 D 123 A 0123 E 012');
    if (!result.ok) throw new Error(result.faults[0]!.message);
    expect(result.same).toBe(false);
    expect(result.way.cost).toBeGreaterThanOrEqual(result.best.cost);
    const sum = result.reasons.reduce((total, reason) => total + reason.difference, 0);
    expect(sum).toBeCloseTo(result.way.cost - result.best.cost, 4);
    expect(result.sentence).toMatch(/^The engine’s way is (a little |much )?easier: yours asks more in .*fourth/);
  });

  it('takes every reference fingering given in full', () => {
    const given = REFERENCE_CASES.filter((one) => one.expected.up !== undefined && one.rank === 'first');
    expect(given.length).toBeGreaterThan(20);
    for (const { id, recipe, expected } of given) {
      const line = [expected.up, expected.down].filter(Boolean).join(' ');
      const built = tried(recipe);
      if (!built.ok) throw new Error(id);
      if (expected.down !== undefined && [...line.replace(/[^0-4T]/g, '')].length !== built.value.passage.notes.length)
        continue;
      expect(typed(recipe, line), id).toMatchObject({ ok: true });
    }
  });

  it('says what is wrong, and where', () => {
    expect(fault('G 0123 H 0123')).toMatchObject({
      column: 7,
      message: expect.stringMatching(/“H”.*G, D, A, E/) as string,
    });
    expect(fault('G 0123 D 0123')).toMatchObject({
      column: 13,
      message: expect.stringMatching(/8 fingers.*29, or 15/) as string,
    });
    expect(fault('G 0123 D 0123 A 1123 E 012')).toMatchObject({ at: 8, column: 16 });
    expect(fault('').message).toMatch(/Type a row of fingers/);
    // On the cello a finger cannot play two pitches of one hand, and a study of one hand allows no shift.
    const C1: RecipeInput = { instrument: 'cello', tonic: 'C', positions: { low: 2, high: 2 } };
    const stuck = fault('C 0134 G 0133', C1);
    expect(stuck.message).toMatch(/No hand|Finger|No pins|cannot/);
  });
});
