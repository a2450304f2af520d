import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { INSTRUMENTS } from '../instruments/instruments.ts';
import { fingeringTable } from './fingering-table.ts';

/** Read by eye, key by key, when they were last written (`npm run fingerings`). */
const PUBLISHED = join(import.meta.dirname, '../../../docs/fingerings');

describe('the published tables of fingerings', () => {
  it.each(INSTRUMENTS)('of the %s are what is worked out today', (instrument) => {
    expect(fingeringTable(instrument)).toBe(readFileSync(join(PUBLISHED, `${instrument}.md`), 'utf8'));
  });
});
