import { counted, listed, plural } from '../base/index.ts';
import { NOTHING_KEPT, type Kept, type Unreadable } from './backup.ts';
import { keyOf } from './key.ts';
import { KEPT_KINDS, kindRow, type Kind } from './kinds.ts';

/** What reading a backup into a library comes to. */
export interface Merge {
  /** What is new here. */
  readonly fresh: Kept;
  /** How much the library already held, unchanged. */
  readonly known: number;
  /** How much it held in another state: the file's state is new, and stands beside it. */
  readonly beside: number;
  /** How much belongs to a pupil who is neither here nor in the file: left out. */
  readonly ownerless: number;
}

/**
 * Kinds of which two states can stand beside each other. A pupil twice, or a try counted twice, would be false: of
 * other kinds what is here stays as it is.
 */
const BESIDE: readonly Kind[] = ['studies', 'schools', 'syllabuses', 'books', 'ladders', 'classes'];

type One = { readonly id?: string; readonly pupil?: string };

/**
 * What a backup adds to what is here. Nothing here is replaced, also not a record that cannot be read: what has changed
 * since stands beside the file's state, which gets a new id. A file read twice adds nothing the second time; two states
 * under one id within a file are two.
 */
export function mergeBackup(here: Kept, file: Kept, newId: () => string): Merge {
  const count = { known: 0, beside: 0, ownerless: 0 };
  const pupils = new Set([...here.pupils, ...file.pupils].map(({ id }) => id));
  const fresh = Object.fromEntries(
    KEPT_KINDS.map((kind) => {
      const mine = here[kind] as readonly One[];
      const theirs = (file[kind] as readonly One[]).filter(({ pupil }) => {
        const owned = kindRow(kind).ofPupil !== true || (pupil !== undefined && pupils.has(pupil));
        if (!owned) count.ownerless += 1;
        return owned;
      });
      const taken = here.unreadable.filter((one) => one.kind === kind).map(({ key }) => key);
      const keys = new Set([...mine.map((one) => keyOf(kind, one)), ...taken]);
      return [kind, BESIDE.includes(kind) ? withStates(mine, theirs) : lacking(kind, theirs)];

      function lacking(of: Kind, list: readonly One[]): One[] {
        const added = list.filter((one) => !keys.has(keyOf(of, one)) && keys.add(keyOf(of, one)));
        count.known += list.length - added.length;
        return added;
      }

      function withStates(own: readonly One[], list: readonly One[]): One[] {
        const states = new Set(own.map(stateOf));
        return list.flatMap((one) => {
          const [id, state] = [keyOf(kind, one), stateOf(one)];
          if (keys.has(id) && states.has(state)) {
            count.known += 1;
            return [];
          }
          states.add(state);
          if (!keys.has(id)) {
            keys.add(id);
            return [one];
          }
          count.beside += 1;
          return [{ ...one, id: newId() }];
        });
      }
    }),
  );
  return { fresh: { ...NOTHING_KEPT, ...fresh, unreadable: unreadableAdded(here, file) }, ...count };
}

/** Records that cannot be read come along where their place is free, or the same is not there already. */
function unreadableAdded(here: Kept, file: Kept): Unreadable[] {
  const taken = new Set(here.unreadable.map(placeOf));
  for (const kind of KEPT_KINDS) {
    for (const one of [...file[kind], ...here[kind]]) taken.add(placeOf({ kind, key: keyOf(kind, one) }));
  }
  const held = new Set(here.unreadable.map(({ record }) => JSON.stringify(record)));
  return file.unreadable.filter((one) => !held.has(JSON.stringify(one.record)) && !taken.has(placeOf(one)));
}

function placeOf({ kind, key }: Pick<Unreadable, 'kind' | 'key'>): string {
  return `${kind} ${key}`;
}

/** All of it but its id, for comparing. */
function stateOf(one: object): string {
  return JSON.stringify({ ...one, id: '' });
}

/** `3 studies and 1 school added; 12 already here; 1 added beside your own, which differs.` */
export function mergeWords({ fresh, known, beside, ownerless }: Merge): string {
  const kinds = KEPT_KINDS.filter((kind) => fresh[kind].length > 0).map((kind) =>
    counted(fresh[kind].length, ...kindRow(kind).words),
  );
  const damaged = fresh.unreadable.length;
  if (damaged > 0) kinds.push(`${counted(damaged, 'record')} that cannot be read`);
  const all = kinds.length > 0 ? listed(kinds) : 'Nothing';
  const more = [
    known > 0 ? `${known} already here` : '',
    beside > 0 ? `${beside} added beside your own, which ${plural(beside, 'differs', 'differ')}` : '',
    ownerless > 0 ? `${ownerless} left out: ${plural(ownerless, 'its', 'their')} pupil is not in the file` : '',
  ].filter(Boolean);
  return `${[`${all} added`, ...more].join('; ')}.`;
}
