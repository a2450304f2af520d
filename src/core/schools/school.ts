import { z } from 'zod';
import { atPlace, refused, type Outcome, parseJson, readOutside } from '../base/index.ts';
import { HAND_SYSTEMS, type Instrument, INSTRUMENTS } from '../instruments/index.ts';
import { tableFor } from './cost-tables.ts';
import { OPEN_STRING_RULES } from './open-strings.ts';
import { System } from './system.ts';
import { TERM_IDS, TERMS, type CostTable, type TermId } from './terms.ts';
import { RETURNS } from './way-back.ts';

const Weight = z
  .number({ error: 'A weight is a number.' })
  .min(-10, { error: 'A weight lies between -10 and 10.' })
  .max(10, { error: 'A weight lies between -10 and 10.' });

const Factor = z
  .number({ error: 'How much a term counts is a number.' })
  .min(0, { error: 'A term can count nothing at least.' })
  .max(10, { error: 'A term can count ten times as much at most.' });

/**
 * A school of fingering: the instruments' own cost tables with some terms made to count more or
 * less, and rules a study follows unless its teacher says otherwise for that study.
 */
export const School = z.strictObject({
  id: z.string().regex(/^[a-z0-9-]{2,64}$/, { error: 'A school is known by small letters, digits and dashes.' }),
  name: z.string().trim().min(1, { error: 'Give the school a name.' }).max(80),
  /** What its teachers say for it. */
  why: z.string().trim().max(400).default(''),
  /** The instruments it is for; all four when left out. */
  instruments: z.array(z.enum(INSTRUMENTS)).min(1).optional(),
  rules: z
    .strictObject({
      openStrings: z.enum(OPEN_STRING_RULES).optional(),
      return: z.enum(RETURNS).optional(),
      handSystem: z.enum(HAND_SYSTEMS).optional(),
      /** The same groups of fingers in every key, without open strings. */
      movable: z.boolean().optional(),
    })
    .prefault({}),
  /** How many times as much a term counts as in the instrument's own table. */
  factors: z.partialRecord(z.enum(TERM_IDS as [TermId, ...TermId[]]), Factor).prefault({}),
  /** Weights put in place of the table's, for terms the table leaves at zero. */
  weights: z.partialRecord(z.enum(TERM_IDS as [TermId, ...TermId[]]), Weight).prefault({}),
  /** Systems of its own, offered before those the application comes with. */
  systems: z.array(System).max(40, { error: 'A school keeps at most 40 systems.' }).default([]),
});

export type School = z.infer<typeof School>;

/** Reads a school's file; the refusal says what is wrong with it and where. */
export function readSchool(text: string): Outcome<School> {
  const json = parseJson(text);
  if (!json)
    return refused('not-json', '', { thing: 'a school', instead: 'Choose a school that Step Ladder exported.' });
  const read = readOutside(School, json.value);
  return read.ok ? read : atPlace(read);
}

/**
 * The cost table of an instrument under a school. Weights keep within the bounds of their terms, so
 * that no school turns a fault into a reward.
 */
export function tableUnder(school: School | undefined, instrument: Instrument): CostTable {
  const own = tableFor(instrument);
  if (!school) return own;
  return Object.fromEntries(
    TERM_IDS.map((id) => [id, bounded(id, school.weights[id] ?? own[id] * (school.factors[id] ?? 1))]),
  ) as CostTable;
}

/** A school may go somewhat beyond what a fit may: its teacher means it. */
function bounded(id: TermId, weight: number): number {
  const { least, most } = TERMS[id];
  return Math.min(2 * most, Math.max(least, weight));
}
