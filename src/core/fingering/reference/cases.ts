import { BASS_CASES } from './bass-cases.ts';
import { CELLO_CASES } from './cello-cases.ts';
import { VIOLA_CASES } from './viola-cases.ts';
import { VIOLIN_CASES } from './violin-cases.ts';
import type { ReferenceCase } from './case.ts';

/** Every reference fingering, by instrument. */
export const REFERENCE_CASES: readonly ReferenceCase[] = [
  ...VIOLIN_CASES,
  ...VIOLA_CASES,
  ...CELLO_CASES,
  ...BASS_CASES,
];
