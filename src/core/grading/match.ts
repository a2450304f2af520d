import { octaveWords, beatsPerMinute, type Recipe, type RecipeInput } from '../recipe/index.ts';
import { INSTRUMENT_TABLE } from '../instruments/index.ts';
import { FIGURE_NAMES, formOf, isMinor, parsePitch, pitchClass, printed } from '../theory/index.ts';
import { formFor } from './asked-study.ts';
import { slurWords } from '../bowing/index.ts';
import type { Ask } from './syllabus.ts';

/** The fields in which a study can fall short of what is asked. */
export const DIFFERENCE_FIELDS = [
  'tempo',
  'slurs',
  'rhythm',
  'direction',
  'lowest',
  'forms',
  'octaves',
  'tonics',
  'figure',
  'instrument',
] as const;

export type DifferenceField = (typeof DIFFERENCE_FIELDS)[number];

/** One thing a study lacks, in words, with the change that would mend it. */
export interface Difference {
  readonly field: DifferenceField;
  readonly words: string;
  readonly change: Partial<RecipeInput>;
  /** How much work the change is, 0 to 10; tempo and bow are little, another key is another study. */
  readonly size: number;
}

/** What a study is matched by: its recipe and its lowest note. */
export interface Matched {
  readonly recipe: Recipe;
  /** Lowest note, as `A3`. */
  readonly lowest: string;
}

/** Everything in which a study falls short of an ask, least first; none when it satisfies it. */
export function differencesFrom(study: Matched, ask: Ask): Difference[] {
  const { recipe } = study;
  const list: Difference[] = [];
  const add = (field: DifferenceField, size: number, words: string, change: Partial<RecipeInput>): void =>
    void list.push({ field, size, words, change });
  if (recipe.music) {
    add('figure', 10, 'is a passage, and a scale or an arpeggio is asked', {});
    return list;
  }
  compareNotes(study, ask, add);
  const { item } = ask;
  const { bowing } = recipe;
  const slurs = bowing.pattern || bowing.repeats > 1 ? undefined : bowing.slur;
  const anyBow = item.slurs.length === 0;
  if (!anyBow && (slurs === undefined || !item.slurs.includes(slurs))) {
    const asked = item.slurs.map(slurWords).join(' or ');
    const { pattern: _, ...plain } = bowing;
    add('slurs', 1, `asks ${asked}`, { bowing: { ...plain, repeats: 1, slur: item.slurs[0] } });
  }
  if (bowing.rhythm !== item.rhythm) {
    add('rhythm', 1, `asks the rhythm ${item.rhythm}`, { bowing: { ...bowing, rhythm: item.rhythm } });
  }
  if (item.tempo) {
    const has = beatsPerMinute(bowing) * bowing.perBeat;
    const wants = item.tempo.bpm * item.tempo.perBeat;
    if (has < wants) {
      add('tempo', Math.min(2, (wants - has) / wants), tempoWords(recipe, item.tempo), {
        bowing: { ...bowing, perBeat: item.tempo.perBeat, bpm: item.tempo.bpm, unit: 'beat' },
      });
    }
  }
  return list.sort((a, b) => a.size - b.size);
}

type Add = (field: DifferenceField, size: number, words: string, change: Partial<RecipeInput>) => void;

function compareNotes({ recipe, lowest }: Matched, ask: Ask, add: Add): void {
  const { item, tonic, instrument } = ask;
  if (recipe.instrument !== instrument) {
    add('instrument', 10, `is for the ${INSTRUMENT_TABLE[instrument].name.toLowerCase()}`, { instrument });
  }
  if (recipe.figure !== item.figure) {
    add('figure', 7, `asks the figure ${FIGURE_NAMES[item.figure]}`, { figure: item.figure, form: formFor(ask) });
  }
  if (!soundsAlike(recipe.tonic, tonic)) add('tonics', 6, `asks ${printed(tonic)} as tonic`, { tonic });
  if (recipe.figure === item.figure && !hasForm(recipe, ask)) {
    const asked = item.forms.map((form) => formOf(form).name).join(' or ');
    const size = isMinor(recipe.form) && item.forms.some(isMinor) ? 2 : 3;
    add('forms', size, `${formOf(recipe.form).name} where ${asked} is asked`, { form: formFor(ask) });
  }
  if (recipe.octaves !== item.octaves) {
    const short = item.octaves - recipe.octaves;
    const words = short > 0 ? `${octaveWords(short)} short` : `${octaveWords(-short)} more than is asked`;
    add('octaves', 3 + Math.abs(short), words, { octaves: item.octaves });
  }
  if (item.lowest !== undefined && parsePitch(item.lowest)?.midi !== parsePitch(lowest)?.midi) {
    add('lowest', 3, `begins on ${printed(lowest)} where ${printed(item.lowest)} is asked`, { start: item.lowest });
  }
  if (recipe.direction !== item.direction) {
    const words = { up: 'going up only', down: 'coming down only', 'up-down': 'up and down' };
    add('direction', 2, `asks it ${words[item.direction]}`, { direction: item.direction });
  }
}

/** True for one tonic by two names. */
function soundsAlike(a: string, b: string): boolean {
  return pitchClass(a) === pitchClass(b);
}

/** What is said where a study answers an ask under another name: `F♯ is G♭.` */
export function otherName({ recipe }: Pick<Matched, 'recipe'>, { tonic }: Pick<Ask, 'tonic'>): string | undefined {
  const differs = recipe.tonic !== tonic && soundsAlike(recipe.tonic, tonic);
  return differs ? `${printed(recipe.tonic)} is ${printed(tonic)}.` : undefined;
}

/** In an arpeggio every minor is the minor triad. */
function hasForm({ form, figure }: Recipe, { item }: Ask): boolean {
  if (item.forms.includes(form)) return true;
  return figure === 'arpeggio' && isMinor(form) && item.forms.some(isMinor);
}

function tempoWords({ bowing }: Recipe, tempo: { readonly bpm: number; readonly perBeat: number }): string {
  const bpm = beatsPerMinute(bowing);
  if (bowing.perBeat === tempo.perBeat) return `${bpm} bpm where ${tempo.bpm} is asked`;
  return `${bpm} bpm with ${bowing.perBeat} to a beat where ${tempo.bpm} with ${tempo.perBeat} to a beat is asked`;
}

/** An ask a study comes near to. */
export interface NearMiss {
  readonly ask: Ask;
  readonly differences: readonly Difference[];
  /** Sum of the differences' sizes. */
  readonly size: number;
}

/** What a study satisfies, and what it nearly does, the smallest difference first. */
export function matchesOf(
  study: Matched,
  asks: readonly Ask[],
  most = 8,
): { readonly satisfied: readonly Ask[]; readonly near: readonly NearMiss[] } {
  const satisfied: Ask[] = [];
  const near: NearMiss[] = [];
  for (const ask of asks) {
    const differences = differencesFrom(study, ask);
    if (differences.length === 0) satisfied.push(ask);
    else near.push({ ask, differences, size: differences.reduce((sum, one) => sum + one.size, 0) });
  }
  near.sort((a, b) => a.size - b.size || a.ask.grade - b.ask.grade);
  return { satisfied, near: near.slice(0, most) };
}

/** All changes of a near miss as one. */
export function changeFor({ differences }: NearMiss, recipe: Recipe): Partial<RecipeInput> {
  const changes = differences.map(({ change }) => change);
  const bowings = changes.flatMap(({ bowing }) => (bowing ? [changedOnly(recipe.bowing, bowing)] : []));
  const merged = Object.assign({}, ...changes) as Partial<RecipeInput>;
  if (bowings.length === 0) return merged;
  const { pattern, ...plain } = recipe.bowing;
  const slurred = differences.some(({ field }) => field === 'slurs');
  const base = slurred || pattern === undefined ? plain : recipe.bowing;
  return { ...merged, bowing: Object.assign({}, base, ...bowings) as RecipeInput['bowing'] };
}

function changedOnly(now: object, next: object): object {
  const before = now as Readonly<Record<string, unknown>>;
  return Object.fromEntries(
    Object.entries(next).filter(([field, value]) => JSON.stringify(before[field]) !== JSON.stringify(value)),
  );
}
