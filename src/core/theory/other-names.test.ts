import { describe, expect, it } from 'vitest';
import { otherNames } from './other-names.ts';

// Enharmonic facts, as in any primer of theory.
describe('other names that help', () => {
  it.each([
    ['F#', 'major', ['F♯ major is G♭ major', 'E♯ is F']],
    ['Gb', 'major', ['G♭ major is F♯ major', 'C♭ is B']],
    ['C#', 'harmonic-minor', ['B♯ is C']],
    ['G#', 'harmonic-minor', ['F𝄪 is G']],
    ['G', 'major', []],
    ['Eb', 'chromatic', []],
  ] as const)('in %s %s: %o', (tonic, form, names) => {
    expect(otherNames(tonic, form)).toEqual(names);
  });
});
