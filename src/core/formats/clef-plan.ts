import type { ClefId, Instrument } from '../instruments/instrument.ts';

/** What changing the clef costs, in notes read on too many ledger lines. */
const CHANGE = 5;
/** A clef that is not the instrument's own costs a little in every bar. */
const AWAY = 0.3;

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
      (range, index) =>
        pitches.filter((pitch) => pitch < range.low || pitch > range.high).length + (index === 0 ? 0 : AWAY),
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
