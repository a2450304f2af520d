import { inTime } from '../../core/base/index.ts';
import { INSTRUMENT_TABLE, INSTRUMENTS, type InstrumentId } from '../../core/instruments/index.ts';
import { nameOf, type ListedStudy } from '../../core/study/index.ts';
import { formOf, type FormId, printed } from '../../core/theory/index.ts';

/** What studies can be put in order by: a column, or when they were last changed. */
export type OrderBy = 'name' | 'instrument' | 'key' | 'octaves' | 'position' | 'changed';

export interface Order {
  readonly by: OrderBy;
  readonly backwards: boolean;
}

/** The newest change first. */
export const USUAL_ORDER: Order = { by: 'changed', backwards: false };

/** What a study has to be to be shown; what is left out may be anything. */
export interface Wanted {
  readonly instrument?: InstrumentId | undefined;
  readonly tonic?: string | undefined;
  readonly form?: FormId | undefined;
  readonly octaves?: number | undefined;
}

let collator: Intl.Collator | undefined;

/** Words in the order of a dictionary, numbers by their size. */
function byWord(a: string, b: string): number {
  collator ??= new Intl.Collator('en', { numeric: true });
  return collator.compare(a, b);
}

const LETTERS = 'CDEFGAB';

type Compare = (a: ListedStudy, b: ListedStudy) => number;

const COMPARE: Readonly<Record<OrderBy, Compare>> = {
  name: (a, b) => byWord(nameOf(a), nameOf(b)),
  // As they sit: violins first, basses last.
  instrument: (a, b) => INSTRUMENTS.indexOf(a.instrument) - INSTRUMENTS.indexOf(b.instrument),
  key: (a, b) => keyPlace(a) - keyPlace(b) || byWord(formOf(a.form).name, formOf(b.form).name),
  octaves: (a, b) => a.octaves - b.octaves,
  position: (a, b) => byWord(a.highestPosition, b.highestPosition),
  changed: (a, b) => inTime(b.updated, a.updated),
};

/** Along the letters from C, flats before naturals before sharps. */
function keyPlace({ tonic }: ListedStudy): number {
  const sign = tonic.slice(1);
  return LETTERS.indexOf(tonic.charAt(0)) * 5 + (sign.startsWith('#') ? sign.length : -sign.length);
}

/** Studies in an order; those alike in it stay by their last change, the newest first. */
export function inOrder(studies: readonly ListedStudy[], { by, backwards }: Order): readonly ListedStudy[] {
  const compare = COMPARE[by];
  return studies.toSorted((a, b) => (backwards ? compare(b, a) : compare(a, b)) || COMPARE.changed(a, b));
}

/** A line of the library: a study, or the instrument whose studies follow. */
export type Line = { readonly study: ListedStudy } | { readonly heading: InstrumentId };

/**
 * The studies by instrument, each group in the order they come in under its instrument; without
 * headings where all are for one instrument.
 */
export function byInstrument(studies: readonly ListedStudy[]): readonly Line[] {
  const groups = INSTRUMENTS.map((heading) => ({
    heading,
    here: studies.filter(({ instrument }) => instrument === heading),
  })).filter(({ here }) => here.length > 0);
  return groups.flatMap(({ heading, here }): Line[] => [
    ...(groups.length > 1 ? [{ heading }] : []),
    ...here.map((study) => ({ study })),
  ]);
}

/** Only the studies that are what is wanted. */
export function wantedAmong(studies: readonly ListedStudy[], wanted: Wanted): readonly ListedStudy[] {
  const asked = (Object.keys(wanted) as (keyof Wanted)[]).filter((part) => wanted[part] !== undefined);
  return asked.length === 0 ? studies : studies.filter((study) => asked.every((part) => study[part] === wanted[part]));
}

/** What there is to choose from among some studies, in the order of the table. */
export function choicesAmong(
  studies: readonly ListedStudy[],
): Readonly<Record<keyof Wanted, readonly { readonly value: string; readonly label: string }[]>> {
  // One study of each kind is enough to put the kinds in order.
  const each = (by: OrderBy, part: keyof Wanted, label: (study: ListedStudy) => string) =>
    [...new Map(studies.map((study) => [study[part], study])).values()]
      .sort(COMPARE[by])
      .map((study) => ({ value: String(study[part]), label: label(study) }));
  return {
    instrument: each('instrument', 'instrument', ({ instrument }) => INSTRUMENT_TABLE[instrument].name),
    tonic: each('key', 'tonic', ({ tonic }) => printed(tonic)),
    form: each('key', 'form', ({ form }) => formOf(form).name).sort((a, b) => byWord(a.label, b.label)),
    octaves: each('octaves', 'octaves', ({ octaves }) => (octaves === 0 ? 'passages' : String(octaves))),
  };
}
