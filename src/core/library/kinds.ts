import { z } from 'zod';
import { Book } from '../book/index.ts';
import { ClassRecord } from '../classroom/index.ts';
import { MockCall, Syllabus } from '../grading/index.ts';
import { Ladder, Assignment, Lesson, LoggedAttempt, Pupil } from '../practice/index.ts';
import { School } from '../schools/index.ts';
import { SavedStudy } from '../study/index.ts';
import { Settings } from './settings.ts';

interface KindRow {
  readonly entry: z.ZodType;
  /** The most of a kind that a backup may hold. */
  readonly most: number;
  /** What one and what several are called. */
  readonly words: readonly [one: string, more: string];
  /** Fields that only make sense together: they are compared and replaced as one. */
  readonly atoms?: readonly (readonly string[])[];
  /** True for what belongs to one pupil and goes with them. */
  readonly ofPupil?: true;
}

/** The kinds of records a teacher makes, in the order they are told. A new kind of record is one row here. */
export const KINDS = {
  studies: {
    entry: SavedStudy,
    most: 100_000,
    words: ['study', 'studies'],
    atoms: [['recipe', 'fingering', 'engine', 'highestPosition']],
  },
  schools: { entry: School, most: 1000, words: ['school', 'schools'] },
  syllabuses: { entry: Syllabus, most: 1000, words: ['syllabus', 'syllabuses'] },
  books: { entry: Book, most: 100, words: ['book', 'books'] },
  examinations: { entry: MockCall, most: 100_000, words: ['mock examination', 'mock examinations'] },
  pupils: {
    entry: Pupil,
    most: 10_000,
    words: ['pupil', 'pupils'],
    atoms: [['grade']],
  },
  assignments: {
    entry: Assignment,
    most: 200_000,
    words: ['study set', 'studies set'],
    ofPupil: true,
  },
  attempts: { entry: LoggedAttempt, most: 2_000_000, words: ['try', 'tries'], ofPupil: true },
  lessons: { entry: Lesson, most: 200_000, words: ['lesson', 'lessons'], ofPupil: true },
  ladders: { entry: Ladder, most: 1000, words: ['ladder', 'ladders'] },
  classes: { entry: ClassRecord, most: 1000, words: ['class', 'classes'] },
  settings: { entry: Settings, most: 1, words: ['page of settings', 'pages of settings'] },
} as const satisfies Record<string, KindRow>;

export type Kind = keyof typeof KINDS;
export type Entry<K extends Kind = Kind> = z.output<(typeof KINDS)[K]['entry']>;

/** The names of the kinds, in the order they are told. */
export const KEPT_KINDS = Object.keys(KINDS) as readonly Kind[];

/** One kind, with every field a row may have. */
export function kindRow(kind: Kind): KindRow {
  return KINDS[kind];
}
