import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { SCHOOLS } from '../../core/schools/schools.ts';
import { arbitraryRecipe } from '../../core/recipe/arbitrary-recipe.ts';
import { readRecipe } from '../../core/recipe/recipe.ts';
import { fromAddress, toAddress } from './address.ts';
import { FIRST_CHOICES } from './choices.ts';

describe('the address of a study', () => {
  it('leads back to the same study and way, whatever was chosen', () => {
    fc.assert(
      fc.property(arbitraryRecipe, fc.nat(19), (input, way) => {
        const { ways: _, ...choices } = input;
        // As it stands in the bar of a browser: text.
        const shown = toAddress(choices, way).toString();
        const back = fromAddress(new URLSearchParams(shown));
        expect(back.way).toBe(way);
        expect(readRecipe(back.choices)).toEqual(readRecipe(choices));
      }),
      { numRuns: 500 },
    );
  });

  it('carries a school of one’s own, a tuning and a bowing', () => {
    const choices = {
      instrument: 'cello' as const,
      tonic: 'D',
      octaves: 2,
      school: { ...SCHOOLS[0]!, id: 'my-own', name: 'Mine & “ours” + 100 %' },
      setUp: { tuning: ['C2', 'G2', 'D3', 'G3'] },
      bowing: { slur: 3, pattern: [1, 2], longTonic: 2, bpm: 72.5 },
      groups: ['124', '124'],
      strings: ['C', 'G'],
      positions: { low: 2, high: 7 },
      fitBow: true,
    };
    const back = fromAddress(new URLSearchParams(toAddress(choices, 0).toString())).choices;
    expect(back).toEqual(choices);
  });

  it('with nothing in it gives the first choices', () => {
    expect(fromAddress(new URLSearchParams(''))).toEqual({ choices: FIRST_CHOICES, way: 0 });
    expect(fromAddress(new URLSearchParams('way=3'))).toEqual({ choices: FIRST_CHOICES, way: 0 });
  });

  it('tampered with is read as it stands, for the recipe to refuse with its own words', () => {
    const refusal = (text: string): string => {
      const read = readRecipe(fromAddress(new URLSearchParams(text)).choices);
      return read.ok ? 'read' : `${read.refusal.path}: ${read.refusal.message}`;
    };
    expect(refusal('instrument=kazoo&tonic=F')).toContain('violin, viola, cello, bass');
    expect(refusal('instrument=violin&tonic=A&octaves=many')).toMatch(/^octaves: /);
    expect(refusal('instrument=violin&tonic=A&pins={')).toMatch(/^pins: Pins are a list/);
    expect(refusal('instrument=violin&tonic=A&bowing=[1]')).toMatch(/^bowing/);
    for (const way of ['-1', '20', '1.5', 'x'])
      expect(fromAddress(new URLSearchParams(`instrument=violin&tonic=A&way=${way}`)).way).toBe(0);
  });

  it('never throws, whatever stands in it', () => {
    fc.assert(
      fc.property(fc.webQueryParameters(), (query) => {
        const { choices, way } = fromAddress(new URLSearchParams(query));
        readRecipe(choices);
        expect(way).toBeGreaterThanOrEqual(0);
      }),
    );
  });
});
