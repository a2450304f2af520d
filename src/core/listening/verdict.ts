/** How exact a player is asked to be. */
export interface HearingLevel {
  readonly id: string;
  readonly name: string;
  /** Cents to each side that are in tune. */
  readonly cents: number;
  /** Share of a beat to each side that is in time. */
  readonly beat: number;
}

/** Levels, as data a teacher can change. Common practice, no source. */
export const HEARING_LEVELS = [
  { id: 'beginner', name: 'a beginner', cents: 25, beat: 0.15 },
  { id: 'later', name: 'later on', cents: 15, beat: 0.1 },
  { id: 'audition', name: 'an audition', cents: 8, beat: 0.08 },
] as const satisfies readonly HearingLevel[];

export type Verdict = 'clean' | 'shaky' | 'missed' | 'unclear';

/** A verdict in a word. */
export const VERDICT_WORDS: Readonly<Record<Verdict, string>> = {
  clean: 'Clean',
  shaky: 'Shaky',
  missed: 'Missed',
  unclear: 'Cannot be told',
};

/** What a verdict is made from. */
export interface Grounds {
  /** Share of the study that was heard, 0 to 1. */
  readonly coverage: number;
  /** Notes off by more than the level allows, and by more than twice that. */
  readonly off: number;
  readonly farOff: number;
  readonly wrong: number;
  readonly leftOut: number;
  readonly begunAgain: number;
  /** Notes out of time. */
  readonly late: number;
  readonly notes: number;
}

/** Less of a study than this, and nothing is judged. */
const LEAST_HEARD = 0.5;
/** With more of its notes amiss than this a study is missed. */
const MOST_AMISS = 0.2;

/** Clean: every note there, in order, in tune, in time, no stop. Missed: much of it amiss. Shaky: what lies between. */
export function verdictOf(grounds: Grounds): Verdict {
  const { coverage, off, farOff, wrong, leftOut, begunAgain, late, notes } = grounds;
  if (coverage < LEAST_HEARD || notes < 3) return 'unclear';
  if (off + wrong + leftOut + begunAgain + late === 0) return 'clean';
  const amiss = farOff + wrong + leftOut + 2 * begunAgain;
  return amiss > Math.max(2, MOST_AMISS * notes) ? 'missed' : 'shaky';
}
