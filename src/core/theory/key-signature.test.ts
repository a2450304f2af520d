import { describe, expect, it } from 'vitest';
import { fifthsBetween, keyOfSignature, keySignature, parallelKey, relativeKey } from './key-signature.ts';

/** The table of key signatures printed in every rudiments book: major key, its minor, sharps or flats. */
const TABLE: readonly (readonly [major: string, minor: string, fifths: number])[] = [
  ['C', 'A', 0],
  ['G', 'E', 1],
  ['D', 'B', 2],
  ['A', 'F#', 3],
  ['E', 'C#', 4],
  ['B', 'G#', 5],
  ['F#', 'D#', 6],
  ['C#', 'A#', 7],
  ['F', 'D', -1],
  ['Bb', 'G', -2],
  ['Eb', 'C', -3],
  ['Ab', 'F', -4],
  ['Db', 'Bb', -5],
  ['Gb', 'Eb', -6],
  ['Cb', 'Ab', -7],
];

describe('key signatures', () => {
  it('agree with the printed table, major and minor', () => {
    for (const [major, minor, fifths] of TABLE) {
      expect(keySignature(major, 'major').fifths, `${major} major`).toBe(fifths);
      for (const form of ['natural-minor', 'harmonic-minor', 'melodic-minor'] as const) {
        expect(keySignature(minor, form).fifths, `${minor} minor`).toBe(fifths);
      }
      expect(relativeKey({ tonic: major, mode: 'major' })).toEqual({ tonic: minor, mode: 'minor' });
      expect(relativeKey({ tonic: minor, mode: 'minor' })).toEqual({ tonic: major, mode: 'major' });
      expect(parallelKey({ tonic: major, mode: 'major' })).toEqual({ tonic: major, mode: 'minor' });
    }
  });

  it('name their sharps and flats in order, and the letters left plain', () => {
    expect(keySignature('E', 'major').altered).toEqual(['F#', 'C#', 'G#', 'D#']);
    expect(keySignature('Ab', 'major').altered).toEqual(['Bb', 'Eb', 'Ab', 'Db']);
    expect(keySignature('F#', 'major').plain).toEqual(['B']);
    expect(keySignature('Gb', 'major').plain).toEqual(['F']);
  });

  it('take the parent major’s for modes, and none for symmetrical scales', () => {
    expect(keySignature('D', 'dorian').fifths).toBe(0);
    expect(keySignature('D', 'mixolydian').fifths).toBe(1);
    expect(keySignature('F', 'lydian').fifths).toBe(0);
    expect(keySignature('E', 'whole-tone').fifths).toBe(0);
  });

  it('say when there is no standard one', () => {
    expect(keySignature('G#', 'major')).toMatchObject({ standard: false, fifths: 0 });
    expect(keySignature('Fb', 'major').standard).toBe(false);
  });

  it('measure kinship round the circle of fifths', () => {
    expect(fifthsBetween('C', 'G')).toBe(1);
    expect(fifthsBetween('C', 'F')).toBe(1);
    expect(fifthsBetween('C', 'F#')).toBe(6);
    expect(fifthsBetween('Ab', 'E')).toBe(4);
  });

  it('stand for the keys of the table, major and minor', () => {
    for (const [major, minor, fifths] of TABLE) {
      expect(keyOfSignature(fifths, 'major')).toEqual({ tonic: major, mode: 'major' });
      expect(keyOfSignature(fifths, 'minor')).toEqual({ tonic: minor, mode: 'minor' });
    }
  });
});
