// npm run calibrate: fits each instrument's weights to the reference fingerings and prints what moved.
import { INSTRUMENT_TABLE, INSTRUMENTS, type InstrumentId } from '../src/core/instruments/instruments.ts';
import { casesOf, fitTable, leaveOneOut } from '../src/core/fingering/reference/calibrate.ts';
import { SHARED, tableFor } from '../src/core/schools/cost-tables.ts';
import { REFERENCE_CASES } from '../src/core/fingering/reference/cases.ts';
import type { ReferenceCase } from '../src/core/fingering/reference/case.ts';
import { TERM_IDS, type CostTable } from '../src/core/schools/terms.ts';

const line = (text: string): void => void process.stdout.write(`${text}\n`);

/** Fits every instrument from a table of its own; gives how many cases hold, fitted and left out. */
function calibrate(title: string, startOf: (instrument: InstrumentId) => CostTable): void {
  line(title);
  let kept = 0;
  let leftOut = 0;
  for (const instrument of INSTRUMENTS) {
    const cases: readonly ReferenceCase[] = casesOf(REFERENCE_CASES, instrument);
    const start = startOf(instrument);
    const fit = fitTable(cases, start);
    const held = leaveOneOut(cases, start, fit);
    line(
      `  ${instrument}: ${cases.length} cases, ${fit.missed.length} missed after the fit, ${cases.length - held.length} when left out of it`,
    );
    for (const id of fit.missed) line(`    missed: ${id}`);
    for (const one of cases.filter((one) => !held.includes(one))) line(`    left out, missed: ${one.id}`);
    for (const id of TERM_IDS) {
      if (Math.abs(fit.table[id] - start[id]) > 0.005) line(`    ${id}: ${start[id]} → ${fit.table[id]}`);
    }
    kept += cases.length - fit.missed.length;
    leftOut += held.length;
  }
  const all = REFERENCE_CASES.length;
  line(`  as asked: ${kept} of ${all}; each left out of the fit in turn: ${leftOut} of ${all}`);
}

calibrate('From the tables as they stand', (instrument) => tableFor(INSTRUMENT_TABLE[instrument]));
calibrate('From the weights all instruments share, as if no table were known', () => SHARED);
