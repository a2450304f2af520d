import { noProgress, type OnProgress } from '../core/base/index.ts';
import { same, keyOf, KINDS, kindRow, type Entry, type Kind, meet } from '../core/library/index.ts';
import { listed, type SavedStudy } from '../core/study/index.ts';
import { GivenUp, inOneGo, type StoreName, type Transaction } from './database.ts';
import type { Change, Step, Written } from './change.ts';
import type { RecordKind } from './place.ts';
import { Recording } from './recordings.ts';

/** What belongs to a pupil and goes with them. */
const OF_PUPILS = ['assignments', 'attempts', 'lessons', 'recordings'] as const;

type OfPupils = (typeof OF_PUPILS)[number];

const SCHEMAS = {
  ...Object.fromEntries(Object.entries(KINDS).map(([kind, { entry }]) => [kind, entry])),
  recordings: Recording,
};

function schemaOf(kind: RecordKind): (typeof SCHEMAS)['recordings'] {
  return (SCHEMAS as unknown as Record<RecordKind, (typeof SCHEMAS)['recordings']>)[kind];
}

/** A record prevents the changes: thrown, so that the transaction is rolled back. */
class Against extends GivenUp {
  readonly written: Written;

  constructor(written: Written) {
    super('A record prevents the change.');
    this.written = written;
  }
}

/** See `write` in `records.ts`. */
export async function writeRecords(changes: readonly Change[], onProgress: OnProgress = noProgress): Promise<Written> {
  if (changes.length === 0) return { kind: 'kept', steps: [], records: [] };
  try {
    return await inOneGo(storesFor(changes), (transaction) => writeIn(transaction, changes, onProgress));
  } catch (error) {
    if (error instanceof Against) return error.written;
    throw error;
  }
}

/**
 * The same within a transaction over the stores of the changes. Throws when a record prevents a change, so that the
 * transaction is rolled back.
 */
export async function writeIn(
  transaction: Transaction,
  changes: readonly Change[],
  onProgress: OnProgress = noProgress,
): Promise<Written & { kind: 'kept' }> {
  const steps: Step[] = [];
  const records: unknown[] = [];
  for (const [place, change] of changes.entries()) {
    const made = await stepsOf(change, transaction);
    for (const step of made.steps) await put(step, transaction);
    steps.push(...made.steps);
    records.push(made.record);
    if (place % 200 === 0) onProgress(place / changes.length);
  }
  return { kind: 'kept', steps, records };
}

function storesFor(changes: readonly Change[]): StoreName[] {
  const stores = new Set<StoreName>(changes.map(({ kind }) => kind));
  if (stores.has('studies')) stores.add('listed');
  if (changes.some(({ op, kind }) => op === 'remove' && kind === 'pupils')) OF_PUPILS.forEach((one) => stores.add(one));
  if (changes.some(({ op, kind }) => op !== 'remove' && isOfPupils(kind))) stores.add('pupils');
  return [...stores];
}

function isOfPupils(kind: RecordKind): kind is OfPupils {
  return kind === 'recordings' || kindRow(kind).ofPupil === true;
}

/** What a change comes to: what is written, and the record as it then is. */
interface Made {
  readonly steps: readonly Step[];
  readonly record: unknown;
}

/** Works a change out against the records as they are in the transaction. Throws `Against` when one prevents it. */
async function stepsOf(change: Change, transaction: Transaction): Promise<Made> {
  const { kind } = change;
  const store = transaction.objectStore(kind);
  const made = (key: string, before: unknown, after: unknown): Made => ({
    steps: [{ kind, key, before, after }],
    record: after,
  });
  switch (change.op) {
    case 'add': {
      const record = schemaOf(kind).parse(change.record) as object;
      const key = keyOf(kind, record);
      const there: unknown = await store.get(key);
      if (there !== undefined && same(there, record)) return { steps: [], record };
      if (there !== undefined) throw new Against({ kind: 'differs', change, there: there as object, part: 'id' });
      await ownerOf(change, record, transaction);
      return made(key, undefined, record);
    }
    case 'add-unreadable': {
      const taken = (await store.getKey(change.key)) !== undefined;
      return taken ? { steps: [], record: undefined } : made(change.key, undefined, change.record);
    }
    case 'remove': {
      const before: unknown = await store.get(change.key);
      const readable = change.onlyUnreadable === true && schemaOf(kind).safeParse(before).success;
      const gone = before === undefined || readable ? [] : made(change.key, before, undefined).steps;
      const theirs = kind === 'pupils' ? await allOf(change.key, transaction) : [];
      return { steps: [...gone, ...theirs], record: undefined };
    }
    case 'change': {
      const key = keyOf(kind, change.base);
      const there: unknown = await store.get(key);
      const met = meet(change.kind, there, change.base as Entry, change.next as Entry, change.prefer);
      if (met.kind === 'differs') throw new Against({ ...met, change });
      if (met.kind !== 'kept') throw new Against({ kind: met.kind, change });
      return met.changed ? made(key, there, schemaOf(kind).parse(met.record)) : { steps: [], record: met.record };
    }
    case 'apply': {
      const there: unknown = await store.get(change.key);
      const now = there === undefined ? undefined : schemaOf(kind).safeParse(there);
      if (now && !now.success) throw new Against({ kind: 'damaged', change });
      const next = change.apply(now?.data as never);
      if (next === undefined || same(next, now?.data)) return { steps: [], record: now?.data };
      const record = schemaOf(kind).parse(next) as object;
      if (there === undefined) await ownerOf(change, record, transaction);
      else if (!same(pupilOf(there), pupilOf(record))) throw new Against({ kind: 'gone', change });
      return made(change.key, there, record);
    }
  }
}

/** A record of a pupil who is not here is not kept: they were deleted, or the file is another's. */
async function ownerOf(change: Change, record: object, transaction: Transaction): Promise<void> {
  if (!isOfPupils(change.kind)) return;
  const pupil = String(pupilOf(record));
  if ((await transaction.objectStore('pupils').getKey(pupil)) === undefined)
    throw new Against({ kind: 'gone', change });
}

function pupilOf(record: unknown): unknown {
  return (record as { readonly pupil?: unknown }).pupil;
}

/** Everything of a pupil, to be deleted; what cannot be read goes too, and comes back with the rest. */
async function allOf(pupil: string, transaction: Transaction): Promise<Step[]> {
  const steps: Step[] = [];
  for (const kind of OF_PUPILS) {
    const index = transaction.objectStore(kind).index('pupil');
    const [keys, records] = [await index.getAllKeys(pupil), await index.getAll(pupil)];
    keys.forEach((key, place) => steps.push({ kind, key, before: records[place], after: undefined }));
  }
  return steps;
}

async function put({ kind, key, after }: Step, transaction: Transaction): Promise<void> {
  const store = transaction.objectStore(kind);
  await (after === undefined ? store.delete(key) : store.put(after, key));
  if (kind !== 'studies') return;
  const list = transaction.objectStore('listed');
  const study = after === undefined ? undefined : (KINDS.studies.entry.safeParse(after).data as SavedStudy | undefined);
  await (study ? list.put(listed(study), key) : list.delete(key));
}

/** See `takeBack` in `records.ts`. */
export async function takeBackRecords(
  steps: readonly Step[],
): Promise<{ readonly left: number; readonly undone: readonly Step[] }> {
  if (steps.length === 0) return { left: 0, undone: [] };
  const stores = new Set<StoreName>(steps.map(({ kind }) => kind));
  if (stores.has('studies')) stores.add('listed');
  return inOneGo([...stores], async (transaction) => {
    const undone: Step[] = [];
    let left = 0;
    for (const { kind, key, before, after } of steps.toReversed()) {
      const there: unknown = await transaction.objectStore(kind).get(key);
      const back = backTo(kind, there, before, after);
      if (back === undefined) {
        left += 1;
        continue;
      }
      const step = { kind, key, before: there, after: back.record };
      await put(step, transaction);
      undone.push(step);
    }
    return { left, undone };
  });
}

/** The record as it is once a step is taken back; `undefined` where others have changed the same since. */
function backTo(
  kind: RecordKind,
  there: unknown,
  before: unknown,
  after: unknown,
): { readonly record: unknown } | undefined {
  if (same(there, after)) return { record: before };
  if (before === undefined || after === undefined || there === undefined || kind === 'recordings') return undefined;
  const [base, mine] = [after, before].map((one) => KINDS[kind].entry.safeParse(one).data as Entry<Kind> | undefined);
  if (!base || !mine) return undefined;
  const met = meet(kind, there, base, mine);
  return met.kind === 'kept' ? { record: met.record } : undefined;
}
