import { openString, sameHand, type Candidate } from './candidate.ts';

/** What may sound one note: stopped candidates, and the strings on which it may sound open. */
export interface NoteChoices {
  readonly stopped: readonly Candidate[];
  /** Open strings allowed, as candidates under no hand. */
  readonly open: readonly Candidate[];
  /** True when a pin chose for this note. */
  readonly pinned: boolean;
  /** Stands in a row of half steps. */
  readonly chromatic: boolean;
}

/** The candidates of a note once those of the note before are known, the stopped ones first. */
export interface Column {
  readonly all: readonly Candidate[];
  readonly stopped: readonly Candidate[];
  readonly chromatic: boolean;
}

/**
 * The column of a note after the column before it: an open string keeps the hand it was played
 * under, so it stands once for each hand that can lie behind it.
 */
export function columnAfter(before: Column | undefined, { stopped, open, chromatic }: NoteChoices): Column {
  if (open.length === 0) return { all: stopped, stopped, chromatic };
  const waiting: (Candidate | undefined)[] = before ? [] : [undefined];
  for (const candidate of before?.all ?? []) {
    const known = waiting.some((other) => other && sameHand(other, candidate) && other.posture === candidate.posture);
    if (!known) waiting.push(candidate);
  }
  const waits = open.flatMap((one) => waiting.map((hand) => openString(one.string, hand, one.pinned, one.stop)));
  return { all: [...stopped, ...waits], stopped, chromatic };
}
