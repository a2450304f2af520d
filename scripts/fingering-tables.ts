// npm run fingerings: one page an instrument with the best way of every key, to be read by eye.
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { INSTRUMENTS } from '../src/core/instruments/instruments.ts';
import { fingeringTable } from '../src/core/study/fingering-table.ts';

for (const instrument of INSTRUMENTS) {
  writeFileSync(join(import.meta.dirname, '..', 'docs', 'fingerings', `${instrument}.md`), fingeringTable(instrument));
}
