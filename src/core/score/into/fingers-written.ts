import type { Way } from '../../fingering/index.ts';
import type { Instrument } from '../../instruments/index.ts';
import type { Place } from '../../passage/index.ts';
import { changingNotes } from '../scored-study.ts';

/** How much is written into a file: every finger, where something changes, or the arrivals of shifts alone. */
export const FINGERS_WRITTEN = ['all', 'changes', 'shifts'] as const;

export type FingersWritten = (typeof FINGERS_WRITTEN)[number];

/** A fingering to be written into a file. */
export interface ToWrite {
  /** The text of the file the passage was read from. */
  readonly text: string;
  /** The letters of its notes as they were read, to be sure that they are the same. */
  readonly letters: string;
  /** Where the passage's notes stand in it. */
  readonly places: readonly Place[];
  readonly way: Way;
  readonly instrument: Instrument;
  readonly written: FingersWritten;
}

/** What is written at one note: its finger, its string where it changes, its position where a hand arrives. */
export interface WrittenFinger {
  readonly at: number;
  /** The string is said, too. */
  readonly crosses: boolean;
  readonly position?: string;
}

/** The notes at which something is written, in the order they are played. */
export function writtenFingers(way: Way, written: FingersWritten): readonly WrittenFinger[] {
  const arrivals = new Set([0, ...way.shifts.map(({ to }) => to)]);
  const shown = written === 'all' ? undefined : written === 'changes' ? changingNotes(way) : arrivals;
  return way.fingers.flatMap((finger, at) => {
    if (shown && !shown.has(at)) return [];
    const arrives = arrivals.has(at);
    return {
      at,
      crosses: arrives || finger.string !== way.fingers[at - 1]?.string,
      ...(arrives && written !== 'changes' ? { position: finger.position } : {}),
    };
  });
}

/** The numeral of a string, as it is printed: the highest is I. */
export function numeralOf({ strings }: Instrument, name: string): string {
  return strings.find((string) => string.name === name)?.numeral ?? '';
}
