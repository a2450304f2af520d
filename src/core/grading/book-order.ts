import { type FigureId, isMinor, type FormId } from '../theory/index.ts';

/** What decides where a study stands in a grade's book. */
export interface InBook {
  readonly tonic: string;
  readonly form: FormId;
  readonly figure: FigureId;
}

/**
 * The order of a grade's book: as the syllabus has it, but an arpeggio stands right after the scale of
 * its key where there is one. A scale takes all arpeggios of its tonic and mode along, once.
 *
 * @example bookOrder([scale in D, scale in G, arpeggio in D]) // [0, 2, 1]
 */
export function bookOrder(studies: readonly InBook[]): number[] {
  const order: number[] = [];
  const placed = new Set<number>();
  const put = (place: number): void => {
    order.push(place);
    placed.add(place);
  };
  studies.forEach((study, place) => {
    if (placed.has(place)) return;
    const scale =
      study.figure !== 'arpeggio' && studies.find((one) => belongs(one, study) && one.figure !== 'arpeggio');
    if (study.figure === 'arpeggio' && studies.some((one) => one.figure !== 'arpeggio' && belongs(study, one))) return;
    put(place);
    if (scale !== study) return;
    studies.forEach((one, other) => {
      if (one.figure === 'arpeggio' && belongs(one, study) && !placed.has(other)) put(other);
    });
  });
  return order;
}

function belongs(one: InBook, other: InBook): boolean {
  return one.tonic === other.tonic && isMinor(one.form) === isMinor(other.form);
}
