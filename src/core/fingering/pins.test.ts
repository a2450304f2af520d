import { tried } from '../study/playable.ts';
import type { Pin } from '../recipe/hand-rules.ts';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { RecipeInput } from '../recipe/recipe.ts';

const arbitraryPin = fc.record(
  {
    at: fc.integer({ min: 0, max: 14 }),
    finger: fc.constantFrom(0 as const, 1 as const, 2 as const, 3 as const, 4 as const),
    string: fc.constantFrom('G', 'D', 'A', 'E'),
  },
  { requiredKeys: ['at', 'finger'] },
);

describe('pins', () => {
  it('can all stay once those that are named are released', () => {
    let released = 0;
    fc.assert(
      fc.property(
        fc.constantFrom('C', 'D', 'F', 'G', 'A'),
        fc.constantFrom('auto' as const, 'mirror' as const, 'fourth' as const),
        fc.uniqueArray(arbitraryPin, { maxLength: 8, selector: (pin) => pin.at }),
        (tonic, back, pins: Pin[]) => {
          const recipe: RecipeInput = { instrument: 'violin', tonic, return: back, octaves: 1, ways: 1 };
          const study = tried({ ...recipe, pins });
          if (study.ok) return;
          const { path, message } = study.refusal;
          if (path.endsWith('.at')) return;
          const gone = study.refusal.release ?? [];
          expect(gone.length).toBeGreaterThan(0);
          expect(tried({ ...recipe, pins: pins.filter((pin) => !gone.includes(pin.at)) }).ok, message).toBe(true);
          // The set is the smallest: each pin in it is impossible by itself.
          for (const at of gone) expect(tried({ ...recipe, pins: pins.filter((pin) => pin.at === at) }).ok).toBe(false);
          released += 1;
        },
      ),
      { numRuns: 300, seed: 21 },
    );
    expect(released).toBeGreaterThan(50);
  });
});
