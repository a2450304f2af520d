import { type FigureId, formOf, type FormId } from '../../theory/index.ts';
import type { FormWord } from './lexicon.ts';

/** Words of forms in the order they stand, with what joins them. */
export type FormWords = readonly (FormWord | 'and' | 'or')[];

const SEVENTHS: readonly FormWord[] = ['dominant-7', 'diminished-7', 'major-7', 'minor-7'];

/** The forms a row of words asks for: each list is one item, its forms the candidate's choice. */
export function formsOf(words: FormWords, chordal: boolean): FormId[][] {
  const plain = words.filter((word): word is FormWord => word !== 'and' && word !== 'or');
  if (plain.length === 0) return [];
  // A seventh has a form of its own; major or minor beside it is its key's.
  const sevenths = plain.filter((word): word is FormId => SEVENTHS.includes(word));
  if (sevenths.length > 0) return [...new Set(sevenths)].map((form) => [form]);
  if (plain.includes('pentatonic')) return [[plain.includes('minor') ? 'minor-pentatonic' : 'major-pentatonic']];
  const kinds = (['natural', 'harmonic', 'melodic'] as const).filter((kind) => plain.includes(kind));
  const minors = kinds.map((kind): FormId => `${kind}-minor`);
  const others = plain.filter(
    (word): word is FormId => !['minor', 'natural', 'harmonic', 'melodic', 'pentatonic'].includes(word),
  );
  const inner = words.slice(
    words.findIndex((word) => kinds.includes(word as 'natural')),
    words.findLastIndex((word) => kinds.includes(word as 'natural')),
  );
  const free = words.includes('or') && !inner.includes('and');
  const lists: FormId[][] = [...new Set(others)].map((form) => [form]);
  if (chordal && (plain.includes('minor') || kinds.length > 0)) lists.push(['minor']);
  else if (minors.length > 1) lists.push(...(free ? [minors] : minors.map((form) => [form])));
  else if (minors.length === 1) lists.push(minors);
  else if (plain.includes('minor')) lists.push(['natural-minor', 'harmonic-minor', 'melodic-minor']);
  const choice = lists.length > 1 && words.includes('or') && kinds.length === 0;
  return choice ? [lists.flat()] : lists;
}

/** An arpeggio of any minor is the minor triad. */
export function asChord(form: FormId, figures: readonly FigureId[]): FormId {
  return figures.includes('arpeggio') && form.endsWith('-minor') ? 'minor' : form;
}

/** The figures that a form can take among those named; a chord is an arpeggio whatever stands there. */
export function figuresFor(forms: readonly FormId[], figures: readonly FigureId[]): readonly FigureId[] {
  const [form = 'major'] = forms;
  const { scale, chord } = formOf(form);
  if (!scale) return ['arpeggio'];
  const fitting = [...new Set(figures)].filter((figure) => (figure === 'arpeggio' ? chord !== undefined : true));
  return fitting.length > 0 ? fitting : ['scale'];
}

/** Notes to a bow where an octave lies in one. */
export function octaveOf(figure: FigureId, [form]: readonly FormId[]): number {
  if (figure === 'arpeggio') return form?.endsWith('-7') ? 4 : 3;
  if (form === 'chromatic') return 12;
  if (form === 'whole-tone') return 6;
  return form?.endsWith('pentatonic') ? 5 : 7;
}
