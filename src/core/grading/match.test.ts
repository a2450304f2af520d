import { passageOf } from '../passage/from-ask.ts';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readRecipe, type RecipeInput } from '../recipe/recipe.ts';
import { recipeFor } from './asked-study.ts';
import { coverageOf } from './coverage.ts';
import { changeFor, differencesFrom, matchesOf, type DifferenceField, type Matched } from './match.ts';
import { EIGHT_GRADES } from './shipped/eight-grades.ts';
import { SHIPPED } from './shipped/shipped.ts';
import { asksOf, type Ask } from './syllabus.ts';

function matched(input: RecipeInput): Matched | undefined {
  const recipe = readRecipe(input);
  const passage = recipe.ok ? passageOf(recipe.value) : recipe;
  return recipe.ok && passage.ok ? { recipe: recipe.value, lowest: passage.value.tonic.name } : undefined;
}

const ASKS = SHIPPED.flatMap((syllabus) => syllabus.sections.flatMap(asksOf));
const anyAsk = fc.constantFrom(...ASKS);

/** The notes of an asked study as music somebody else wrote. */
function asMusic(input: RecipeInput): RecipeInput | undefined {
  const recipe = readRecipe(input);
  const passage = recipe.ok ? passageOf(recipe.value) : recipe;
  if (!passage.ok) return undefined;
  const notes = passage.value.notes.map(({ pitch }, at) => ({ pitch: pitch.name, onset: at, length: 1, bar: 0 }));
  const bars = [{ number: '1', onset: 0, length: notes.length }];
  return { ...input, music: { title: 'A passage', bars, notes } };
}

/** One change to a study that answers an ask, and the field it must break. */
const BREAKS: readonly {
  readonly field: DifferenceField;
  readonly change: (recipe: RecipeInput, ask: Ask) => RecipeInput | undefined;
}[] = [
  {
    field: 'tempo',
    change: (recipe, { item }) =>
      item.tempo ? { ...recipe, bowing: { ...recipe.bowing, bpm: Math.max(20, item.tempo.bpm - 1) } } : undefined,
  },
  {
    field: 'slurs',
    change: (recipe, { item }) => {
      const other = [1, 2, 3, 4, 5, 6, 7, 8].find((slur) => !item.slurs.includes(slur));
      return { ...recipe, bowing: { ...recipe.bowing, slur: other } };
    },
  },
  { field: 'rhythm', change: (recipe) => ({ ...recipe, bowing: { ...recipe.bowing, rhythm: 'dotted' } }) },
  { field: 'direction', change: (recipe) => ({ ...recipe, direction: 'up' }) },
  {
    field: 'octaves',
    change: (recipe) => ({ ...recipe, octaves: recipe.octaves === 1 ? 2 : (recipe.octaves ?? 2) - 1 }),
  },
  { field: 'tonics', change: (recipe) => ({ ...recipe, tonic: recipe.tonic === 'C' ? 'D' : 'C' }) },
  {
    field: 'forms',
    change: (recipe, { item }) => ({
      ...recipe,
      form:
        item.figure === 'arpeggio'
          ? item.forms.includes('augmented')
            ? 'major'
            : 'augmented'
          : item.forms.includes('lydian')
            ? 'major'
            : 'lydian',
    }),
  },
  {
    field: 'figure',
    change: (recipe, { item }) =>
      item.figure === 'scale' && item.forms[0] !== 'chromatic' ? { ...recipe, figure: 'groups-of-four' } : undefined,
  },
];

describe('matching a study to what is asked', () => {
  it('finds the study made for an ask, and names the one field that was changed', () => {
    fc.assert(
      fc.property(anyAsk, fc.constantFrom(...BREAKS), (ask, { field, change }) => {
        const recipe = recipeFor(ask);
        const study = matched(recipe);
        if (!study) return;
        expect(differencesFrom(study, ask)).toEqual([]);
        const broken = change(recipe, ask);
        const other = broken && matched(broken);
        if (!other) return;
        expect(differencesFrom(other, ask).map((one) => one.field)).toEqual([field]);
      }),
      { numRuns: 600, seed: 6 },
    );
  });

  it('mends every near miss by its own change', () => {
    fc.assert(
      fc.property(anyAsk, anyAsk, (made, ask) => {
        if (made.instrument !== ask.instrument) return;
        const study = matched(recipeFor(made));
        if (!study) return;
        const differences = differencesFrom(study, ask);
        const { start: _, ...plain } = study.recipe;
        const change = changeFor({ ask, differences, size: 0 }, study.recipe);
        const mended = matched({ ...plain, ...change });
        // Some keys have no room on the instrument; all others must then satisfy the ask.
        if (mended) expect(differencesFrom(mended, ask)).toEqual([]);
        else expect(matched(recipeFor(ask))).toBeUndefined();
      }),
      { numRuns: 400, seed: 7 },
    );
  });

  it('says what is short in a teacher’s words, the smallest difference first', () => {
    const violin = EIGHT_GRADES.sections[0]!;
    const study = matched({
      instrument: 'violin',
      tonic: 'Bb',
      octaves: 2,
      start: 'Bb3',
      bowing: { perBeat: 2, bpm: 52 },
    })!;
    const { near, satisfied } = matchesOf(study, asksOf(violin));
    expect(satisfied).toEqual([]);
    expect(near[0]!.ask).toMatchObject({ gradeName: 'Grade 3', tonic: 'Bb' });
    expect(near[0]!.differences.map(({ words }) => words)).toEqual(['52 bpm where 60 is asked']);
    const words = near.flatMap(({ differences }) => differences.map((one) => one.words));
    expect(words).toContain('one octave short');
    const harmonic = matched({
      instrument: 'violin',
      tonic: 'G',
      form: 'natural-minor',
      octaves: 2,
      start: 'G3',
      bowing: { perBeat: 2, bpm: 60, slur: 1 },
    })!;
    expect(matchesOf(harmonic, asksOf(violin)).near[0]!.differences.map((one) => one.words)).toEqual([
      'natural minor where harmonic minor or melodic minor is asked',
    ]);
  });

  it('tells missing, short and ready apart', () => {
    const violin = EIGHT_GRADES.sections[0]!;
    const slow = matched({
      instrument: 'violin',
      tonic: 'D',
      octaves: 1,
      start: 'D4',
      bowing: { perBeat: 1, bpm: 50 },
    })!;
    const status = (studies: Matched[]): string[] =>
      coverageOf(violin, studies)
        .filter(({ ask }) => ask.grade === 0 && ask.tonic === 'D' && ask.item.figure === 'scale')
        .map((one) => one.status);
    expect(status([])).toEqual(['missing']);
    expect(status([slow])).toEqual(['short']);
    const quick = { ...slow, recipe: { ...slow.recipe, bowing: { ...slow.recipe.bowing, bpm: 70 } } };
    expect(status([slow, quick])).toEqual(['ready']);
    expect(status([quick, slow, quick])).toEqual(['several']);
  });

  it('takes no passage for a scale, were its notes the same', () => {
    for (const ask of ASKS.slice(0, 40)) {
      const input = recipeFor(ask);
      const study = input && asMusic(input);
      const found = study && matched(study);
      if (found) expect(differencesFrom(found, ask).map(({ field }) => field)).toContain('figure');
    }
  });
});
