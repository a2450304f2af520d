import { z } from 'zod';
import { median } from '../base/index.ts';
import type { Report } from '../listening/index.ts';
import type { ScoredStudy } from '../score/index.ts';
import type { Day } from './day.ts';

/** Where a shift arrived, and how far off it landed. */
const LandedShift = z.object({
  /** Where it arrives, as `arrivalOf` calls it. */
  arrival: z.string().regex(/^[A-G](##?|b{1,2})?-?\d [A-Z]\w? [0-4T] (up|down)$/),
  /** Flat below zero. */
  cents: z.number().min(-1200).max(1200),
  /** Towards the bridge above zero. */
  millimetres: z.number().min(-300).max(300),
});

/** What the ear wrote down of a try, besides how it went. */
export const EarNote = z.object({
  /** How far off its notes were, the middle of all; cents. */
  cents: z.number().min(0).max(1200),
  shifts: z.array(LandedShift).max(400),
});

export type EarNote = z.infer<typeof EarNote>;

/** Where a shift arrives, the same in a study and in its drill: the pitch, the string, the finger, and where the hand came from: `A5 E 1 up`. */
export function arrivalOf(
  { passage, way }: Pick<ScoredStudy, 'passage' | 'way'>,
  { to, semitones }: { readonly to: number; readonly semitones: number },
): string {
  const { string = '', finger = '' } = way.fingers[to] ?? {};
  return `${passage.notes[to]?.pitch.name ?? ''} ${string} ${finger} ${semitones > 0 ? 'up' : 'down'}`;
}

/** What is written down of what was heard. */
export function earNoteOf(study: Pick<ScoredStudy, 'passage' | 'way'>, report: Report): EarNote {
  const off = report.notes.flatMap(({ cents, wrong }) => (cents === undefined || wrong ? [] : [Math.abs(cents)]));
  return {
    cents: off.length === 0 ? 0 : Math.round(median(off)),
    shifts: report.shifts.flatMap(({ from, to, cents, millimetres }) => {
      const shift = study.way.shifts.find((one) => one.from === from && one.to === to);
      return shift ? [{ arrival: arrivalOf(study, shift), cents, millimetres }] : [];
    }),
  };
}

/** A player within this share of the tempo asked plays at it. From memory. */
const AT_TEMPO = 0.08;

/** The tempo a try is written down at: the one asked where it was kept to, else the one that was heard; beats a minute. */
export function tempoHeard({ bpm }: Pick<Report, 'bpm'>, asked: number): number {
  if (bpm === null || Math.abs(bpm / asked - 1) <= AT_TEMPO) return asked;
  return Math.max(1, Math.min(600, Math.round(bpm)));
}

/** One shift as it landed on the days it was heard. */
export interface ShiftOverTime {
  readonly arrival: string;
  /** In the order it was heard; the middle of each day's landings. */
  readonly days: readonly { readonly date: Day; readonly cents: number; readonly millimetres: number }[];
}

interface Tried {
  readonly date: Day;
  readonly ear?: EarNote | undefined;
}

/** Every shift that was heard, over the days. */
export function shiftsOverTime(tries: readonly Tried[]): ShiftOverTime[] {
  const all = new Map<string, Map<Day, { cents: number; millimetres: number }[]>>();
  for (const { date, ear } of tries.toSorted((a, b) => (a.date < b.date ? -1 : a.date > b.date ? 1 : 0))) {
    for (const { arrival, cents, millimetres } of ear?.shifts ?? []) {
      const days = all.get(arrival) ?? new Map<Day, { cents: number; millimetres: number }[]>();
      days.set(date, [...(days.get(date) ?? []), { cents, millimetres }]);
      all.set(arrival, days);
    }
  }
  return [...all].map(([arrival, days]) => ({
    arrival,
    days: [...days].map(([date, landed]) => ({
      date,
      cents: Math.round(median(landed.map(({ cents }) => cents))),
      millimetres: Math.round(10 * median(landed.map(({ millimetres }) => millimetres))) / 10,
    })),
  }));
}

/** A shift that lands further off than this on the last day it was heard is drilled next, cents. From memory. */
const DRILLED_FROM = 20;

/** The shift that landed furthest off when it was heard last; nothing if all landed well. */
export function worstShift(
  tries: readonly Tried[],
): { readonly arrival: string; readonly cents: number; readonly date: Day } | undefined {
  return shiftsOverTime(tries)
    .flatMap(({ arrival, days }) => {
      const last = days.at(-1);
      return last && Math.abs(last.cents) > DRILLED_FROM ? [{ arrival, cents: last.cents, date: last.date }] : [];
    })
    .toSorted((a, b) => Math.abs(b.cents) - Math.abs(a.cents))[0];
}
