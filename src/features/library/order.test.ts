import { describe, expect, it } from 'vitest';
import type { ListedStudy } from '../../core/study/listed-study.ts';
import { byInstrument, choicesAmong, inOrder, USUAL_ORDER, wantedAmong, type OrderBy } from './order.ts';

const study = (id: string, rest: Partial<ListedStudy>): ListedStudy => ({
  id,
  title: `study ${id}`,
  instrument: 'violin',
  tonic: 'C',
  form: 'major',
  octaves: 1,
  highestPosition: '1st',
  updated: `2026-03-0${id}T10:00:00.000Z`,
  ...rest,
});

const STUDIES = [
  study('1', { instrument: 'bass', tonic: 'Bb', octaves: 2, highestPosition: '10th', name: 'Étude 10' }),
  study('2', { tonic: 'F#', form: 'harmonic-minor', octaves: 3, highestPosition: '7th', name: 'Etude 9' }),
  study('3', { instrument: 'cello', tonic: 'F', name: 'zuletzt' }),
  study('4', { tonic: 'B', name: 'anfang' }),
];

describe('the order of the library', () => {
  it.each([
    ['changed', '4321'],
    ['name', '4213'],
    ['instrument', '4231'],
    ['key', '3214'],
    ['octaves', '4312'],
    ['position', '4321'],
  ] as [OrderBy, string][])('by %s', (by, order) => {
    const ids = (backwards: boolean): string =>
      inOrder(STUDIES, { by, backwards })
        .map(({ id }) => id)
        .join('');
    expect(ids(false)).toBe(order);
    // Backwards, but the newest still first among those alike.
    if (by === 'octaves') expect(ids(true)).toBe('2143');
    if (by === 'name') expect(ids(true)).toBe('3124');
  });

  it('groups by instrument, as they sit, each group in its order, with headings only where there are several', () => {
    const lines = byInstrument(inOrder(STUDIES, USUAL_ORDER)).map((line) =>
      'study' in line ? line.study.id : line.heading,
    );
    expect(lines).toEqual(['violin', '4', '2', 'cello', '3', 'bass', '1']);
    const violins = byInstrument(STUDIES.filter(({ instrument }) => instrument === 'violin'));
    expect(violins.every((line) => 'study' in line)).toBe(true);
    expect(byInstrument([])).toEqual([]);
  });

  it('shows only what is wanted, and offers only what is there', () => {
    expect(wantedAmong(STUDIES, {})).toBe(STUDIES);
    expect(wantedAmong(STUDIES, { instrument: 'violin' }).map(({ id }) => id)).toEqual(['2', '4']);
    expect(wantedAmong(STUDIES, { instrument: 'violin', octaves: 3 }).map(({ id }) => id)).toEqual(['2']);
    expect(wantedAmong(STUDIES, { tonic: 'E' })).toEqual([]);
    const choices = choicesAmong(STUDIES);
    expect(choices.instrument.map(({ label }) => label)).toEqual(['Violin', 'Cello', 'Double bass']);
    expect(choices.tonic.map(({ value }) => value)).toEqual(['F', 'F#', 'Bb', 'B']);
    expect(choices.octaves.map(({ value }) => value)).toEqual(['1', '2', '3']);
  });
});
