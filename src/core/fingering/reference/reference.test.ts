import { describe, expect, it } from 'vitest';
import { INSTRUMENT_TABLE } from '../../instruments/instruments.ts';
import { tableFor } from '../../schools/cost-tables.ts';
import { holds } from './calibrate.ts';
import { REFERENCE_CASES } from './cases.ts';

/**
 * Fingerings in common use (common practice, no published source) that the engine does not yet
 * give as asked; docs/fingering.md says why each is missed.
 */
const MISSED = ['bass-a-flat-major-2', 'cello-c-major-3-top'];

describe('reference fingerings', () => {
  for (const reference of REFERENCE_CASES) {
    const missed = MISSED.includes(reference.id);
    it(`${missed ? 'not yet: ' : ''}${reference.id}: ${reference.why}`, () => {
      expect(holds(reference, tableFor(INSTRUMENT_TABLE[reference.recipe.instrument]))).toBe(!missed);
    });
  }
});
