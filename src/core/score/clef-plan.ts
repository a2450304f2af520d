import type { ClefId, Instrument } from '../instruments/index.ts';

/** What changing the clef costs, in notes read on too many ledger lines. */
const CHANGE = 5;
/** About so many half steps lie between one ledger line and the next. */
const HALF_STEPS_TO_LEDGER = 3.5;
/** A clef that is not the instrument's own costs a little in every bar. */
const AWAY = 0.3;

/** How hard a pitch is to read in a clef: nothing within its range, more the further outside it lies. */
function strain(pitch: number, { low, high }: { readonly low: number; readonly high: number }): number {
  const outside = Math.max(low - pitch, pitch - high);
  return outside > 0 ? 1 + outside / HALF_STEPS_TO_LEDGER : 0;
}

/**
 * One clef for each bar, so that few notes need more than about three ledger lines and the clef
 * changes seldom. `bars` holds the sounding pitches (MIDI) of each bar.
 */
export function clefPlan(instrument: Instrument, bars: readonly (readonly number[])[]): ClefId[] {
  const clefs = instrument.clefs;
  let costs = clefs.map(() => 0);
  const choices: number[][] = [];
  bars.forEach((pitches, bar) => {
    const own = clefs.map(
      (range, index) => pitches.reduce((sum, pitch) => sum + strain(pitch, range), 0) + (index === 0 ? 0 : AWAY),
    );
    const from = clefs.map((_, index) => {
      const options = costs.map((cost, before) => cost + (bar > 0 && before !== index ? CHANGE : 0));
      return options.indexOf(Math.min(...options));
    });
    costs = clefs.map((_, index) => {
      const before = from[index] as number;
      return (own[index] as number) + (costs[before] as number) + (bar > 0 && before !== index ? CHANGE : 0);
    });
    choices.push(from);
  });
  let index = costs.indexOf(Math.min(...costs));
  const plan: ClefId[] = [];
  for (let bar = bars.length - 1; bar >= 0; bar -= 1) {
    plan.unshift((clefs[index] as (typeof clefs)[number]).clef);
    index = (choices[bar] as number[])[index] as number;
  }
  return plan;
}
