import { z } from 'zod';
import { atPlace, refused, type Outcome } from '../base/outcome.ts';
import { parseJson, readOutside } from '../base/reading.ts';
import { Book } from '../book/book.ts';
import { ClassRecord } from '../classroom/class-record.ts';
import { MockCall } from '../grading/mock-call.ts';
import { Syllabus } from '../grading/syllabus.ts';
import { Ladder } from '../practice/ladder.ts';
import { Assignment, Lesson, LoggedAttempt, Pupil } from '../practice/pupil.ts';
import { School } from '../schools/school.ts';
import { SavedStudy } from '../study/saved-study.ts';

const FORMAT = 'step-ladder-library';
const VERSION = 1;

/** What a library holds: studies, the teacher's own schools, syllabuses, fingerings and mock examinations, and the pupils. */
const KINDS = {
  studies: { entry: SavedStudy, most: 100_000, words: ['study', 'studies'] },
  schools: { entry: School, most: 1000, words: ['school', 'schools'] },
  syllabuses: { entry: Syllabus, most: 1000, words: ['syllabus', 'syllabuses'] },
  books: { entry: Book, most: 100, words: ['book', 'books'] },
  examinations: { entry: MockCall, most: 100_000, words: ['mock examination', 'mock examinations'] },
  pupils: { entry: Pupil, most: 10_000, words: ['pupil', 'pupils'] },
  assignments: { entry: Assignment, most: 200_000, words: ['study set', 'studies set'] },
  attempts: { entry: LoggedAttempt, most: 2_000_000, words: ['try', 'tries'] },
  lessons: { entry: Lesson, most: 200_000, words: ['lesson', 'lessons'] },
  ladders: { entry: Ladder, most: 1000, words: ['ladder', 'ladders'] },
  classes: { entry: ClassRecord, most: 1000, words: ['class', 'classes'] },
} as const satisfies Record<string, { entry: z.ZodType; most: number; words: readonly [one: string, more: string] }>;

type Kind = keyof typeof KINDS;
type Entry<K extends Kind> = z.output<(typeof KINDS)[K]['entry']>;

/** A record that cannot be read, as it stands under its key, and where it was kept. */
const Unreadable = z.object({ kind: z.string().max(40), key: z.string().max(200), record: z.unknown() });

export type Unreadable = z.infer<typeof Unreadable>;

/** Everything a teacher has made; what cannot be read goes along as it is. */
export type Kept = { readonly [K in Kind]: readonly Entry<K>[] } & { readonly unreadable: readonly Unreadable[] };

const Head = z.object({
  format: z.literal(FORMAT),
  version: z.literal(VERSION),
  exported: z.iso.datetime(),
  // Backups of earlier days hold studies alone.
  studies: z.array(z.unknown()).max(KINDS.studies.most),
  schools: z.array(z.unknown()).max(KINDS.schools.most).default([]),
  syllabuses: z.array(z.unknown()).max(KINDS.syllabuses.most).default([]),
  books: z.array(z.unknown()).max(KINDS.books.most).default([]),
  examinations: z.array(z.unknown()).max(KINDS.examinations.most).default([]),
  pupils: z.array(z.unknown()).max(KINDS.pupils.most).default([]),
  assignments: z.array(z.unknown()).max(KINDS.assignments.most).default([]),
  attempts: z.array(z.unknown()).max(KINDS.attempts.most).default([]),
  lessons: z.array(z.unknown()).max(KINDS.lessons.most).default([]),
  ladders: z.array(z.unknown()).max(KINDS.ladders.most).default([]),
  classes: z.array(z.unknown()).max(KINDS.classes.most).default([]),
  unreadable: z.array(Unreadable).max(100_000).default([]),
});

/** The kinds of things a library holds, in the order they are told. */
export const KEPT_KINDS = Object.keys(KINDS) as readonly Kind[];

/** What one and what several of a kind are called. */
export function kindWords(kind: Kind): readonly [one: string, more: string] {
  return KINDS[kind].words;
}

/** A library with nothing in it. */
export const NOTHING_KEPT: Kept = {
  studies: [],
  schools: [],
  syllabuses: [],
  books: [],
  examinations: [],
  pupils: [],
  assignments: [],
  attempts: [],
  lessons: [],
  ladders: [],
  classes: [],
  unreadable: [],
};

/** Writes all that is kept down, piece by piece; `exported` is the moment, as an ISO date and time. */
export function* backupPieces(kept: Kept, exported: string): Generator<string> {
  yield `{\n"format": "${FORMAT}",\n"version": ${VERSION},\n"exported": ${JSON.stringify(exported)}`;
  for (const kind of [...KEPT_KINDS, 'unreadable'] as const) {
    yield `,\n"${kind}": [`;
    for (const [place, one] of kept[kind].entries()) yield `${place > 0 ? ',' : ''}\n${JSON.stringify(one)}`;
    yield '\n]';
  }
  yield '\n}\n';
}

/** The text of a backup. */
export function writeBackup(kept: Kept, exported: string): string {
  return [...backupPieces(kept, exported)].join('');
}

/** Reads a backup, whole or not at all: one bad entry refuses the file and says which. */
export function readBackup(text: string): Outcome<Kept> {
  const reading = readingBackup(text);
  let step = reading.next();
  while (!step.done) step = reading.next();
  return step.value;
}

/** The same, giving its progress, 0 to 1, on the way. */
export function* readingBackup(text: string): Generator<number, Outcome<Kept>> {
  const thing = 'a backup of Step Ladder';
  const instead = 'Choose a file made by “Export the library”.';
  const json = parseJson(text);
  if (!json) return refused('not-json', '', { thing, instead });
  const named = z.object({ format: z.unknown(), version: z.unknown() }).safeParse(json.value);
  if (!named.success || named.data.format !== FORMAT) return refused('other-file', 'format', { thing, instead });
  if (named.data.version !== VERSION) {
    const facts = { thing: 'a backup', version: String(named.data.version), reads: VERSION };
    return refused('other-version', 'version', facts);
  }
  const head = readOutside(Head, json.value);
  if (!head.ok) return atPlace(head, 'Nothing was imported.');
  const all = KEPT_KINDS.reduce((sum, kind) => sum + head.value[kind].length, 0);
  const kept = Object.fromEntries(KEPT_KINDS.map((kind) => [kind, []])) as unknown as Record<Kind, unknown[]>;
  let done = 0;
  for (const kind of KEPT_KINDS) {
    for (const [place, one] of head.value[kind].entries()) {
      if ((done += 1) % 100 === 0) yield done / all;
      const read = readOutside<z.ZodType>(KINDS[kind].entry, one);
      if (!read.ok) {
        const { path, message } = read.refusal;
        const whole = [kind, place, path].filter((part) => part !== '').join('.');
        const facts = { what: KINDS[kind].words[0], number: place + 1, place: whole, reason: message };
        return refused('damaged-entry', whole, facts);
      }
      kept[kind].push(read.value);
    }
  }
  return { ok: true, value: { ...(kept as unknown as Omit<Kept, 'unreadable'>), unreadable: head.value.unreadable } };
}
