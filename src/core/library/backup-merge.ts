import { counted, listed, plural } from '../base/words.ts';
import { KEPT_KINDS, kindWords, type Kept, type Unreadable } from './backup.ts';

/** What reading a backup into a library comes to. */
export interface Merge {
  /** What is new here. */
  readonly fresh: Kept;
  /** How much the library already held, unchanged. */
  readonly known: number;
  /** How much it held in another state: the file's state is new, and stands beside it. */
  readonly beside: number;
}

/**
 * What a backup adds to what is here: pupils and their work where they are lacking. Nothing here is replaced, also not a record that cannot be
 * read: what has changed since stands beside the file's state, which gets a new id. A file read
 * twice adds nothing the second time; two states under one id within a file are two.
 */
export function mergeBackup(here: Kept, file: Kept, newId: () => string): Merge {
  let known = 0;
  let beside = 0;
  const added = <One extends { readonly id: string }>(
    mine: readonly One[],
    theirs: readonly One[],
    taken: readonly string[],
  ): One[] => {
    const ids = new Set([...mine.map(({ id }) => id), ...taken]);
    const states = new Set(mine.map(stateOf));
    return theirs.flatMap((one) => {
      const state = stateOf(one);
      if (ids.has(one.id) && states.has(state)) {
        known += 1;
        return [];
      }
      states.add(state);
      if (!ids.has(one.id)) {
        ids.add(one.id);
        return [one];
      }
      beside += 1;
      return [{ ...one, id: newId() }];
    });
  };
  // A pupil twice, or a try counted twice, would be false: of pupils and their work what is here stays as it is.
  const lacking = <One extends { readonly id: string }>(
    mine: readonly One[],
    theirs: readonly One[],
    taken: readonly string[],
  ): One[] => {
    const ids = new Set([...mine.map(({ id }) => id), ...taken]);
    const fresh = theirs.filter(({ id }) => !ids.has(id) && ids.add(id));
    known += theirs.length - fresh.length;
    return fresh;
  };
  const takenBy = (kind: string): string[] => here.unreadable.filter((one) => one.kind === kind).map(({ key }) => key);
  const held = new Set(here.examinations.map((one) => JSON.stringify(one)));
  const examinations = file.examinations.filter((one) => !held.has(JSON.stringify(one)));
  known += file.examinations.length - examinations.length;
  const fresh = {
    studies: added(here.studies, file.studies, takenBy('studies')),
    schools: added(here.schools, file.schools, takenBy('schools')),
    syllabuses: added(here.syllabuses, file.syllabuses, takenBy('syllabuses')),
    books: added(here.books, file.books, takenBy('books')),
    examinations,
    pupils: lacking(here.pupils, file.pupils, takenBy('pupils')),
    assignments: lacking(here.assignments, file.assignments, takenBy('assignments')),
    attempts: lacking(here.attempts, file.attempts, takenBy('attempts')),
    lessons: lacking(here.lessons, file.lessons, takenBy('lessons')),
    ladders: added(here.ladders, file.ladders, takenBy('ladders')),
    classes: added(here.classes, file.classes, takenBy('classes')),
    unreadable: unreadableAdded(here, file),
  };
  return { fresh, known, beside };
}

/** Kinds whose records stand each under a key of its own. */
export const STORED = ['studies', 'pupils', 'assignments', 'attempts', 'lessons'] as const;

/** Records that cannot be read come along where their place is free, or the same is not there already. */
function unreadableAdded(here: Kept, file: Kept): Unreadable[] {
  const taken = new Set(here.unreadable.map(placeOf));
  for (const kind of STORED) {
    for (const { id } of [...file[kind], ...here[kind]]) taken.add(placeOf({ kind, key: id }));
  }
  const held = new Set(here.unreadable.map(({ record }) => JSON.stringify(record)));
  return file.unreadable.filter((one) => !held.has(JSON.stringify(one.record)) && !taken.has(placeOf(one)));
}

function placeOf({ kind, key }: Pick<Unreadable, 'kind' | 'key'>): string {
  return `${kind} ${key}`;
}

/** All of it but its id, for comparing. */
function stateOf(one: { readonly id: string }): string {
  return JSON.stringify({ ...one, id: '' });
}

/** `3 studies and 1 school added, 12 already here; 1 stands beside your own, changed state.` */
export function mergeWords({ fresh, known, beside }: Merge): string {
  const kinds = KEPT_KINDS.filter((kind) => fresh[kind].length > 0).map((kind) =>
    counted(fresh[kind].length, ...kindWords(kind)),
  );
  const damaged = fresh.unreadable.length;
  if (damaged > 0) kinds.push(`${counted(damaged, 'record')} that cannot be read`);
  const all = kinds.length > 0 ? listed(kinds) : 'Nothing';
  const here = known > 0 ? `, ${known} already here` : '';
  const changed =
    beside > 0
      ? `; ${beside} ${plural(beside, 'stands', 'stand')} beside your own, changed ${plural(beside, 'state')}`
      : '';
  return `${all} added${here}${changed}.`;
}
