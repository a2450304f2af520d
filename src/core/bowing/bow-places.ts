import type { BowPlace } from '../fingering/index.ts';
import type { Passage } from '../passage/index.ts';
import type { Bowing } from '../recipe/index.ts';
import { bowStrokes } from './bow.ts';
import { TICKS_PER_BEAT, timeNotes } from './rhythm.ts';

/** Where each step of a passage falls in its bows: one entry from each note to the next. */
export function bowPlaces(passage: Passage, bowing: Bowing, chromatic: boolean): BowPlace[] {
  const changes = new Set(bowStrokes(passage, bowing).map((stroke) => stroke.from));
  const beats = new Set(
    timeNotes(passage, bowing, chromatic)
      .filter((note) => note.onset % TICKS_PER_BEAT === 0)
      .map((note) => note.at),
  );
  return passage.notes.slice(1).map(({ at }) => {
    if (changes.has(at)) return 'change';
    return beats.has(at) ? 'slur on the beat' : 'slur';
  });
}
