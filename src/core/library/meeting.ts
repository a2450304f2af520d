import { join, same, type Prefer } from './join.ts';
import { kindRow, KINDS, type Entry, type Kind } from './kinds.ts';

/** What comes of a change where others may have changed the record since it was read. */
export type Meeting<One> =
  /** Joined with whatever others changed; `changed` is false where the record already says so. */
  | { readonly kind: 'kept'; readonly record: One; readonly changed: boolean }
  /** Others changed the same part: nothing is written, and it is for the teacher to say. */
  | { readonly kind: 'differs'; readonly there: One; readonly part: string }
  /** Deleted meanwhile: a deleted record is never recreated by a change of it. */
  | { readonly kind: 'gone' }
  /** Its record cannot be read, and is left as it is. */
  | { readonly kind: 'damaged' };

/**
 * Lays a change of a record, made from `base` to `mine`, on the record that is there now. Changes of different parts
 * are joined; the same change made twice is one; of the same part, `prefer` decides, or the meeting says `differs`.
 *
 * @param there the record as it is stored, not yet read; `undefined` if there is no record.
 */
export function meet<K extends Kind>(
  kind: K,
  there: unknown,
  base: Entry<K>,
  mine: Entry<K>,
  prefer?: Prefer,
): Meeting<Entry<K>> {
  if (there === undefined) return { kind: 'gone' };
  const read = KINDS[kind].entry.safeParse(there);
  if (!read.success) return { kind: 'damaged' };
  const present = read.data as Entry<K>;
  const atoms = kindRow(kind).atoms ?? [];
  const [before, theirs, own] = [base, present, mine].map((one) => bundled(one, atoms));
  const joined = join(before, theirs, own, ([name, ...more]) => more.length === 0 && isBundle(name), prefer);
  if ('clash' in joined) return { kind: 'differs', there: present, part: partOf(joined.clash, atoms) };
  const record = unbundled(joined.value as Fields, atoms);
  if (same(record, withoutUpdated(present))) return { kind: 'kept', record: present, changed: false };
  const updated = 'updated' in mine ? { updated: mine.updated } : {};
  return { kind: 'kept', record: { ...record, ...updated } as Entry<K>, changed: true };
}

type Fields = Readonly<Record<string, unknown>>;
type Atoms = readonly (readonly string[])[];

const isBundle = (name: string | undefined): boolean => name?.startsWith('#') === true;

/** Fields that belong together as one value; when a record was changed last is no part of what it says. */
function bundled(record: object, atoms: Atoms): Fields {
  const fields = withoutUpdated(record);
  const bundles = atoms.map((names, place) => [`#${place}`, names.map((name) => fields[name])] as const);
  const single = Object.entries(fields).filter(([name]) => !atoms.some((names) => names.includes(name)));
  return Object.fromEntries([...single, ...bundles]);
}

function unbundled(fields: Fields, atoms: Atoms): Fields {
  const record: Record<string, unknown> = {};
  for (const [name, value] of Object.entries(fields)) {
    const names = isBundle(name) ? (atoms[Number(name.slice(1))] ?? []) : undefined;
    if (!names) record[name] = value;
    else
      names.forEach((own, place) => {
        const one = (value as readonly unknown[])[place];
        if (one !== undefined) record[own] = one;
      });
  }
  return record;
}

function withoutUpdated(record: object): Fields {
  const { updated: _, ...fields } = record as Fields;
  return fields;
}

function partOf(clash: readonly string[], atoms: Atoms): string {
  const [name = ''] = clash;
  return isBundle(name) ? (atoms[Number(name.slice(1))]?.[0] ?? '') : name;
}
