import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { bookOrder, type InBook } from './book-order.ts';

const scale = (tonic: string, form: InBook['form'] = 'major'): InBook => ({ tonic, form, figure: 'scale' });
const arpeggio = (tonic: string, form: InBook['form'] = 'major'): InBook => ({ tonic, form, figure: 'arpeggio' });

describe('the order of a grade’s book', () => {
  it('has an arpeggio right after the scale of its key, and else keeps the order of the syllabus', () => {
    expect(bookOrder([scale('D'), scale('G'), arpeggio('G'), arpeggio('D'), arpeggio('B')])).toEqual([0, 3, 1, 2, 4]);
    // Major and minor are keys of their own; two minor scales of a key share one arpeggio, after the first.
    expect(
      bookOrder([scale('A'), scale('A', 'harmonic-minor'), scale('A', 'melodic-minor'), arpeggio('A', 'minor')]),
    ).toEqual([0, 1, 3, 2]);
    expect(bookOrder([arpeggio('D'), scale('D')])).toEqual([1, 0]);
    expect(bookOrder([])).toEqual([]);
  });

  it('has every study once, whatever there is', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            tonic: fc.constantFrom('C', 'D', 'Eb'),
            form: fc.constantFrom('major' as const, 'minor' as const, 'harmonic-minor' as const),
            figure: fc.constantFrom('scale' as const, 'arpeggio' as const, 'broken-thirds' as const),
          }),
          { maxLength: 12 },
        ),
        (studies) => {
          const order = bookOrder(studies);
          expect(order.toSorted((a, b) => a - b)).toEqual(studies.map((_, place) => place));
        },
      ),
    );
  });
});
