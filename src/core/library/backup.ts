import { z } from 'zod';
import { atPlace, refused, type Outcome, parseJson, readOutside, versionWords } from '../base/index.ts';
import { KEPT_KINDS, KINDS, type Entry, type Kind } from './kinds.ts';

const FORMAT = 'step-ladder-library';
const VERSION = 1;

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
  settings: z.array(z.unknown()).max(KINDS.settings.most).default([]),
  unreadable: z.array(Unreadable).max(100_000).default([]),
});

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
  settings: [],
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
    const facts = { thing: 'a backup', version: versionWords(named.data.version), reads: VERSION };
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
  const unreadable: Unreadable[] = [];
  for (const one of head.value.unreadable) {
    const kind = KEPT_KINDS.find((known) => known === one.kind);
    const read = kind && KINDS[kind].entry.safeParse(one.record);
    // What this version can read after all is a record like any other.
    if (kind && read?.success) kept[kind].push(read.data);
    else if (kind) unreadable.push(one);
  }
  return { ok: true, value: { ...(kept as unknown as Omit<Kept, 'unreadable'>), unreadable } };
}
