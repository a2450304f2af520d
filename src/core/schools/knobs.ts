import type { InstrumentId } from '../instruments/index.ts';
import type { TermId } from './terms.ts';
import { School } from './school.ts';

/** Terms a teacher moves together, by one name. */
export interface Knob {
  readonly id: string;
  /** What is made to count more or less. */
  readonly name: string;
  readonly terms: readonly TermId[];
}

export const KNOBS: readonly Knob[] = [
  { id: 'shifts', name: 'Shifts', terms: ['shift-up', 'shift-down', 'shift-distance', 'visit'] },
  { id: 'crossings', name: 'Crossings', terms: ['crossing', 'crossing-back', 'last-note-alone'] },
  {
    id: 'reaches',
    name: 'Reaches',
    terms: ['reach-back', 'reach-forward', 'extended-hand', 'opened-hand', 'augmented-stretch'],
  },
  { id: 'fourth', name: 'The fourth finger', terms: ['finger-4', 'four-high', 'fourth-for-open'] },
  { id: 'high', name: 'High positions', terms: ['height', 'high-on-low-string'] },
  { id: 'between', name: 'Half and second position', terms: ['half-position', 'second-position'] },
  { id: 'slides', name: 'Sliding fingers', terms: ['slide', 'slide-at-top', 'slide-wide'] },
  { id: 'back', name: 'A way down of its own', terms: ['way-back-differs'] },
];

/** How much a knob can be turned: from not counting to five times as much. */
export const KNOB_RANGE = { least: 0, most: 5, step: 0.25, usual: 1 } as const;

/** Early to late: the weight of a shift on a lower string. */
export const EARLY_LATE = { term: 'shift-on-low-string', least: -1, most: 2, step: 0.1, usual: 0 } as const;

/** Where a knob stands in a school: the factor its terms share. */
export function knobOf(school: Pick<School, 'factors'> | undefined, knob: Knob): number {
  const [first] = knob.terms;
  return (first && school?.factors[first]) ?? KNOB_RANGE.usual;
}

/** A school with one knob turned. */
export function turned(school: School, knob: Knob, factor: number): School {
  const factors = { ...school.factors };
  for (const term of knob.terms) factors[term] = factor;
  return { ...school, factors };
}

/** A school of one's own to begin with: another's weights and rules under a new name. */
export function ownSchool(from: School | undefined, id: string, name: string, instrument: InstrumentId): School {
  return School.parse({ ...(from ?? {}), id, name, why: '', instruments: from?.instruments ?? [instrument] });
}
