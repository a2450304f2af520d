import { instrumentFor } from '../instruments/index.ts';
import type { FingeredNote, Way } from '../fingering/index.ts';
import type { Recipe } from '../recipe/index.ts';

/** A short word on posture and the note at which it is said. */
export interface Reminder {
  readonly at: number;
  readonly words: string;
}

interface Moment {
  readonly words: string;
  /** Whether the note is one where this matters. */
  readonly matters: (note: FingeredNote, before: FingeredNote | undefined, study: Place) => boolean;
}

interface Place {
  readonly lowest: string;
  readonly neckEnd: number;
}

/** What is said, and where it first matters. Common practice, no source. */
const MOMENTS: readonly Moment[] = [
  {
    words: 'Elbow round for the low string; more weight in the bow.',
    matters: (note, _, { lowest }) => note.string === lowest,
  },
  { words: 'Fingers curved and close to the string.', matters: (note) => note.finger !== 0 },
  {
    words: 'The thumb travels with the hand, round and loose, neither before it nor after it.',
    matters: (note, before) => before !== undefined && note.finger !== 0 && note.hand !== before.hand,
  },
  {
    words: 'Elbow round for the high position; a quicker bow.',
    matters: (note, _, { neckEnd }) => note.finger !== 0 && note.hand >= neckEnd,
  },
  {
    words: 'Wrist straight as the hand opens; it closes again when the reach is over.',
    matters: (note) => note.reach !== 'none',
  },
  {
    words: 'The fourth finger stands round, the hand does not turn away for it.',
    matters: (note) => note.finger === 4,
  },
];

/** Reminders in playing order: each once, where it first matters, and never two at one note. */
export function postureReminders(way: Way, recipe: Recipe): Reminder[] {
  const { strings, neckEnd } = instrumentFor(recipe.instrument, recipe.setUp);
  const place: Place = { lowest: strings[0]?.name ?? '', neckEnd };
  const waiting = new Set(MOMENTS);
  return way.fingers.flatMap((note, index) => {
    const moment = [...waiting].find((one) => one.matters(note, way.fingers[index - 1], place));
    if (!moment) return [];
    waiting.delete(moment);
    return [{ at: note.at, words: moment.words }];
  });
}
