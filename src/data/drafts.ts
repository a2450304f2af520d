import { z } from 'zod';
import { attempt, inOneGo } from './database.ts';

/** A change that could not be saved because it needs the teacher's word: what it was made of, and the fields changed. */
export interface Draft {
  readonly base: Readonly<Record<string, unknown>>;
  readonly part: Readonly<Record<string, unknown>>;
}

const Stored: z.ZodType<Draft> = z.object({
  base: z.record(z.string(), z.unknown()),
  part: z.record(z.string(), z.unknown()),
});

const placeOf = (kind: string, key: string): string => `${kind} ${key}`;

/** Keeps a change that waits, in place of the one of the same record; `undefined` drops it. */
export async function keepDraft(kind: string, key: string, draft: Draft | undefined): Promise<void> {
  await inOneGo(['drafts'], async (transaction) => {
    const store = transaction.objectStore('drafts');
    const place = placeOf(kind, key);
    if (draft) await store.put(draft, place);
    else if ((await store.getKey(place)) !== undefined) await store.delete(place);
  });
}

/** The change of a record that waits; `undefined` where none does. */
export async function readDraft(kind: string, key: string): Promise<Draft | undefined> {
  return Stored.safeParse(await attempt((db) => db.get('drafts', placeOf(kind, key)))).data;
}
