import { KIND_WORDS, type Kept } from './backup.ts';

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
 * What a backup adds to what is here. Nothing here is replaced: what has changed since stands beside
 * the file's state, which gets a new id, and a file read twice adds nothing the second time.
 */
export function mergeBackup(here: Kept, file: Kept, newId: () => string): Merge {
  let known = 0;
  let beside = 0;
  const added = <One extends { readonly id: string }>(mine: readonly One[], theirs: readonly One[]): One[] => {
    const ids = new Set(mine.map(({ id }) => id));
    const states = new Set(mine.map(stateOf));
    return theirs.flatMap((one) => {
      if (!ids.has(one.id)) return [one];
      if (states.has(stateOf(one))) {
        known += 1;
        return [];
      }
      beside += 1;
      return [{ ...one, id: newId() }];
    });
  };
  const held = new Set(here.examinations.map((one) => JSON.stringify(one)));
  const examinations = file.examinations.filter((one) => !held.has(JSON.stringify(one)));
  known += file.examinations.length - examinations.length;
  const fresh = {
    studies: added(here.studies, file.studies),
    schools: added(here.schools, file.schools),
    syllabuses: added(here.syllabuses, file.syllabuses),
    examinations,
  };
  return { fresh, known, beside };
}

/** All of it but its id, for comparing. */
function stateOf(one: { readonly id: string }): string {
  return JSON.stringify({ ...one, id: '' });
}

/** `3 studies and 1 school added, 12 already here; 1 stands beside your own, changed state.` */
export function mergeWords({ fresh, known, beside }: Merge): string {
  const kinds = (Object.keys(KIND_WORDS) as (keyof Kept)[])
    .filter((kind) => fresh[kind].length > 0)
    .map((kind) => `${fresh[kind].length} ${KIND_WORDS[kind][fresh[kind].length === 1 ? 0 : 1]}`);
  const last = kinds.pop() ?? 'Nothing';
  const all = kinds.length > 0 ? `${kinds.join(', ')} and ${last}` : last;
  const here = known > 0 ? `, ${known} already here` : '';
  const one = beside === 1;
  const changed =
    beside > 0 ? `; ${beside} ${one ? 'stands' : 'stand'} beside your own, changed ${one ? 'state' : 'states'}` : '';
  return `${all} added${here}${changed}.`;
}
