// npm run calibrate: fits each instrument's weights to the reference fingerings and prints what moved.
import { casesOf, fitTable, holds, missedCases } from '../src/core/fingering/calibrate.ts';
import { COST_TABLES } from '../src/core/fingering/cost-tables.ts';
import { REFERENCE_CASES } from '../src/core/fingering/reference/cases.ts';
import { TERM_IDS } from '../src/core/fingering/terms.ts';
import { INSTRUMENTS } from '../src/core/instruments/instrument.ts';

const line = (text: string): void => void process.stdout.write(`${text}\n`);

let kept = 0;
let leftOut = 0;
for (const instrument of INSTRUMENTS) {
  const cases = casesOf(REFERENCE_CASES, instrument);
  const before = missedCases(cases, COST_TABLES[instrument]);
  const fit = fitTable(cases, COST_TABLES[instrument]);
  line(`${instrument}: ${cases.length} cases, ${before.length} missed before the fit, ${fit.missed.length} after`);
  for (const id of fit.missed) line(`  missed: ${id}`);
  for (const id of TERM_IDS) {
    const was = COST_TABLES[instrument][id];
    const is = fit.table[id];
    if (Math.abs(is - was) > 0.005) line(`  ${id}: ${was} → ${is}`);
  }
  kept += cases.length - fit.missed.length;
  // Leave one out: fit without a case, then ask for it. A case that moves nothing needs no fit of its own.
  for (const one of cases) {
    const others = cases.filter((other) => other !== one);
    const table =
      missedCases(others, COST_TABLES[instrument]).length === 0
        ? COST_TABLES[instrument]
        : fitTable(others, COST_TABLES[instrument]).table;
    if (holds(one, table)) leftOut += 1;
    else line(`  left out of the fit, missed: ${one.id}`);
  }
}
line(
  `as asked: ${kept} of ${REFERENCE_CASES.length}; each left out of the fit in turn: ${leftOut} of ${REFERENCE_CASES.length}`,
);
