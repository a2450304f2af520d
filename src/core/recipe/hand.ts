import { type Instrument, instrumentFor } from '../instruments/index.ts';
import { tableUnder, type System, type CostTable, schoolOf } from '../schools/index.ts';
import type { HandRules } from './hand-rules.ts';

/** A hand ready to finger something: its rules, the instrument it plays and what each thing costs it. */
export interface Hand extends Omit<HandRules, 'instrument' | 'setUp' | 'school' | 'fitBow'> {
  readonly instrument: Instrument;
  readonly table: CostTable;
  /** The same groups of fingers in every key, where the passage has them. */
  readonly movable: boolean;
  /** Systems of the school's own, offered before the shipped ones. */
  readonly systems: readonly System[];
}

/** The hand of a recipe; `table` replaces the table of its school (calibration). */
export function handOf(rules: HandRules, table?: CostTable): Hand {
  const { instrument: id, setUp, school: _, fitBow: __, ...rest } = rules;
  const instrument = instrumentFor(id, setUp);
  const school = schoolOf(rules);
  return {
    openStrings: rest.openStrings,
    handSystem: rest.handSystem,
    return: rest.return,
    groups: rest.groups,
    strings: rest.strings,
    pins: rest.pins,
    positions: rest.positions,
    instrument,
    table: table ?? tableUnder(school, instrument),
    movable: school?.rules.movable ?? false,
    systems: school?.systems ?? [],
  };
}
