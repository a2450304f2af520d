import { openString, sameHand, type Candidate } from './candidate.ts';

/** How the notes of a chord under the one that leads it are taken with it. */
export type ChordUnder = (lead: Candidate) => readonly Candidate[];

/** What of a note itself, besides where it is taken, makes it easy or hard. */
export interface NoteKind {
  /** Stands in a row of half steps. */
  readonly chromatic: boolean;
  /** Left out where it sounds alone. */
  readonly chord?: ChordUnder;
}

/** What may sound one note: stopped candidates, and the strings on which it may sound open. */
export interface NoteChoices extends NoteKind {
  readonly stopped: readonly Candidate[];
  /** Open strings allowed, as candidates under no hand. */
  readonly open: readonly Candidate[];
  /** True when a pin chose for this note. */
  readonly pinned: boolean;
}

/** The candidates of a note once those of the note before are known, the stopped ones first. */
export interface Column extends NoteKind {
  readonly all: readonly Candidate[];
  readonly stopped: readonly Candidate[];
}

/** The kind of a note or column alone. */
export function noteKind({ chromatic, chord }: NoteKind): NoteKind {
  return chord ? { chromatic, chord } : { chromatic };
}

/**
 * The column of a note after the column before it: an open string keeps the hand it was played
 * under, so it stands once for each hand that can lie behind it.
 */
export function columnAfter(before: Column | undefined, choices: NoteChoices): Column {
  const { stopped, open } = choices;
  const kind = noteKind(choices);
  if (open.length === 0) return { all: stopped, stopped, ...kind };
  const waiting: (Candidate | undefined)[] = before ? [] : [undefined];
  for (const candidate of before?.all ?? []) {
    const known = waiting.some((other) => other && sameHand(other, candidate) && other.posture === candidate.posture);
    if (!known) waiting.push(candidate);
  }
  const waits = open.flatMap((one) => waiting.map((hand) => openString(one.string, hand, one.pinned, one.stop)));
  return { all: [...stopped, ...waits], stopped, ...kind };
}
