import { granted, refused, type Outcome } from './outcome.ts';

/** What comes from outside: what each is, the most bytes it may have, and what would work instead. */
export const DOORS = {
  music: { thing: 'a score', most: 24_000_000, instead: 'Export the part alone, or fewer bars.' },
  backup: {
    thing: 'a backup of Step Ladder',
    most: 500_000_000,
    instead: 'Choose a file made by “Export the library”.',
  },
  pupilFile: {
    thing: 'a homework or a log of Step Ladder',
    most: 50_000_000,
    instead: 'Choose a file made by “Homework file” or “Send the log back”.',
  },
  syllabus: { thing: 'a syllabus', most: 10_000_000, instead: 'Choose a CSV or JSON file of a syllabus.' },
  printedPage: { thing: 'a printed page', most: 2_000_000, instead: 'Paste one grade at a time.' },
  fingerings: { thing: 'a page of fingerings', most: 1_600_000, instead: 'Import fewer lines.' },
  school: { thing: 'a school', most: 1_000_000, instead: 'Choose a school that Step Ladder exported.' },
  recording: { thing: 'a recording', most: 300_000_000, instead: 'Cut it to half an hour or less.' },
  recipe: { thing: 'a recipe', most: 10_000_000, instead: 'Give it as a JSON file.' },
  question: { thing: 'a question', most: 100_000_000, instead: 'Ask for fewer things at once.' },
} as const satisfies Record<string, { thing: string; most: number; instead: string }>;

export type Door = keyof typeof DOORS;

/**
 * Refuses what is too large before it is read.
 *
 * @param size bytes.
 * @param path the field or option at fault.
 * @example admitted('school', 2_000_000, 'file').ok // false
 */
export function admitted(door: Door, size: number, path: string): Outcome<number> {
  const { thing, most, instead } = DOORS[door];
  if (size <= most) return granted(size);
  return refused('too-large', path, { thing, most: `${Math.round(most / 100_000) / 10} MB`, instead });
}
