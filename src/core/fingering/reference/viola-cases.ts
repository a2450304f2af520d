import type { ReferenceCase } from './case.ts';

/** Fingerings in common use on the viola: common practice, no published source. */
export const VIOLA_CASES: readonly ReferenceCase[] = [
  {
    id: 'viola-c-major-1',
    recipe: { instrument: 'viola', tonic: 'C', form: 'major', figure: 'scale', octaves: 1, start: 'C3' },
    expected: { up: 'C:0123 G:0123' },
    rank: 'first',
    why: 'first position',
  },
  {
    id: 'viola-c-major-2-third-position',
    recipe: {
      instrument: 'viola',
      tonic: 'C',
      form: 'major',
      figure: 'scale',
      octaves: 2,
      start: 'C3',
      pins: [{ at: 7, string: 'G', finger: 1 }],
    },
    expected: { up: 'C:0123 G:012 G:1234 D:1234' },
    rank: 'first',
    why: 'the violin shape a fifth lower',
  },
  {
    id: 'viola-g-major-1',
    recipe: { instrument: 'viola', tonic: 'G', form: 'major', figure: 'scale', octaves: 1, start: 'G3' },
    expected: { up: 'G:0123 D:0123' },
    rank: 'first',
    why: 'first position',
  },
  {
    id: 'viola-c-major-2',
    recipe: { instrument: 'viola', tonic: 'C', form: 'major', figure: 'scale', octaves: 2, start: 'C3' },
    expected: { up: 'C:0123 G:0123 D:0123 A:012' },
    rank: 'first',
    why: 'both octaves in first position',
  },
  {
    id: 'viola-d-major-2',
    recipe: { instrument: 'viola', tonic: 'D', form: 'major', figure: 'scale', octaves: 2, start: 'D3' },
    expected: { up: 'C:123 G:0123 D:0123 A:0123' },
    rank: 'first',
    why: 'both octaves in first position',
  },
  {
    id: 'viola-f-major-1',
    recipe: { instrument: 'viola', tonic: 'F', form: 'major', figure: 'scale', octaves: 1, start: 'F3' },
    expected: { up: 'C:3 G:0123 D:012' },
    rank: 'first',
    why: 'third finger start, low seconds',
  },
  {
    id: 'viola-e-flat-major-1',
    recipe: { instrument: 'viola', tonic: 'Eb', form: 'major', figure: 'scale', octaves: 1, start: 'Eb3' },
    expected: { up: 'C:23 G:0123 D:01' },
    rank: 'first',
    why: 'low fingers in first position',
  },
  {
    id: 'viola-c-arpeggio-2',
    recipe: { instrument: 'viola', tonic: 'C', form: 'major', figure: 'arpeggio', octaves: 2, start: 'C3' },
    expected: { up: 'C:02 G:03 D:13 A:2' },
    rank: 'first',
    why: 'first position throughout',
  },
  {
    id: 'viola-d-harmonic-minor-1',
    recipe: { instrument: 'viola', tonic: 'D', form: 'harmonic-minor', figure: 'scale', octaves: 1, start: 'D4' },
    expected: { up: 'D:0123 A:0123' },
    rank: 'first',
    why: 'the augmented second lies between low first and high second finger',
  },
];
