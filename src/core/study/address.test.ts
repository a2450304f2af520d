import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { SCHOOLS } from '../schools/schools.ts';
import { arbitraryRecipe } from '../recipe/arbitrary-recipe.ts';
import { readRecipe, type RecipeInput } from '../recipe/recipe.ts';
import { addressOf, FIRST_CHOICES, fromAddress, toAddress } from './address.ts';
import { buildFrom } from './build.ts';
import { playable } from './playable.ts';

function inOrder(pins: NonNullable<RecipeInput['pins']>): NonNullable<RecipeInput['pins']> {
  return pins.toSorted((a, b) => a.at - b.at);
}

describe('the address of a study', () => {
  it('leads back to the same study and way, whatever was chosen', () => {
    fc.assert(
      fc.property(arbitraryRecipe, fc.nat(19), (input, way) => {
        const { ways: _, ...choices } = input;
        // As it stands in the bar of a browser: text.
        const shown = toAddress(choices, way).toString();
        const back = fromAddress(new URLSearchParams(shown));
        // In an address pins stand in the order of their notes.
        const meant = readRecipe({ ...choices, ...(choices.pins ? { pins: inOrder(choices.pins) } : {}) });
        if (!meant.ok) expect(back).toEqual(meant);
        else {
          if (!back.ok) throw new Error(back.refusal.message);
          const found = back.value.choices;
          const again = readRecipe({ ...found, ...(found.pins ? { pins: inOrder(found.pins) } : {}) });
          expect([back.value.way, again]).toEqual([way, meant]);
        }
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
      bowing: { slur: 3, pattern: [1, 2], longTonic: 2, bpm: 72 },
      groups: ['124', '124'],
      strings: ['C', 'G'],
      positions: { low: 2, high: 7 },
      fitBow: true,
    };
    const back = fromAddress(new URLSearchParams(toAddress(choices, 0).toString()));
    expect(back).toEqual({ ok: true, value: { choices, way: 0 } });
  });

  it.each([
    { instrument: 'violin', tonic: 'A', octaves: 3, school: 'early-shifts' },
    { instrument: 'cello', tonic: 'Eb', octaves: 3 },
    { instrument: 'bass', tonic: 'E', octaves: 2, form: 'melodic-minor', handSystem: '1-3-4' },
  ])('of a kept study brings its own fingers back, not the easiest: $instrument', (asked) => {
    const { recipe, ways } = playable({ ...asked, ways: 4 });
    const fingering = ways.at(-1)!.fingers.map(({ string, finger }) => ({ string, finger }));
    const address = addressOf({ recipe, fingering });
    expect(`/studies/new?${address.toString()}`.length).toBeLessThan(2000);
    const back = fromAddress(new URLSearchParams(address.toString()));
    const built = back.ok ? buildFrom({ ...back.value.choices, ways: 1 }) : back;
    expect(built.ok && built.value.ways[0]!.fingers.map(({ string, finger }) => ({ string, finger }))).toEqual(
      fingering,
    );
  });

  it('with nothing in it gives the first choices', () => {
    const first = { ok: true, value: { choices: FIRST_CHOICES, way: 0 } };
    expect(fromAddress(new URLSearchParams(''))).toEqual(first);
    expect(fromAddress(new URLSearchParams('way=3'))).toEqual(first);
  });

  it('tampered with is read as it stands, for the recipe to refuse with its own words', () => {
    const refusal = (text: string): string => {
      const read = fromAddress(new URLSearchParams(text));
      return read.ok ? 'read' : `${read.refusal.path}: ${read.refusal.message}`;
    };
    expect(refusal('instrument=kazoo&tonic=F')).toContain('violin, viola, cello, bass');
    expect(refusal('instrument=violin&tonic=A&octaves=many')).toMatch(/^octaves: /);
    expect(refusal('instrument=violin&tonic=A&pins={')).toMatch(/^pins: Pins are a list/);
    expect(refusal('instrument=violin&tonic=A&bowing=[1]')).toMatch(/^bowing/);
    // This one took the whole page down.
    expect(refusal('instrument=violin&tonic=A&pins=x')).toMatch(/^pins: Pins are a list/);
    expect(refusal('instrument=violin&tonic=A&pins=g1')).toMatch(/^pins: Pins are a list/);
    for (const way of ['-1', '20', '1.5', 'x']) {
      const read = fromAddress(new URLSearchParams(`instrument=violin&tonic=A&way=${way}`));
      expect(read.ok && read.value.way).toBe(0);
    }
  });

  it('of a study with every finger kept has at most 2,000 characters', () => {
    const longest: RecipeInput[] = [
      { instrument: 'violin', tonic: 'G', octaves: 4, figure: 'groups-of-four' },
      { instrument: 'cello', tonic: 'C#', octaves: 4, figure: 'arpeggio-series' },
      { instrument: 'bass', tonic: 'E', octaves: 3, figure: 'key-set', form: 'melodic-minor', handSystem: '1-2-3-4' },
      { instrument: 'viola', tonic: 'C', octaves: 4, form: 'chromatic', figure: 'groups-of-three' },
    ];
    for (const input of longest) {
      const { passage, ways } = playable({ ...input, ways: 1 });
      const pins = ways[0]!.fingers.map(({ at, string, finger }) => ({ at, string, finger }));
      const address = toAddress({ ...input, pins }, 0);
      expect(passage.notes.length).toBeGreaterThan(100);
      expect(`/studies/new?${address.toString()}`.length).toBeLessThan(2000);
      const back = fromAddress(address);
      expect(back.ok && back.value.choices.pins).toEqual(pins);
    }
  });

  it('never throws, whatever stands in it', () => {
    fc.assert(
      fc.property(fc.webQueryParameters(), (query) => {
        const read = fromAddress(new URLSearchParams(query));
        if (read.ok) expect(readRecipe(read.value.choices).ok).toBe(true);
        else expect(read.refusal.message).toMatch(/[.]/);
      }),
    );
  });
});
