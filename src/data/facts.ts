import { z } from 'zod';
import { database, troubleFrom } from './database.ts';

/** A list kept among the small facts, as it stands; each reader takes what it can read. */
export async function readFacts(key: string): Promise<readonly unknown[]> {
  try {
    return asList(await (await database()).get('facts', key));
  } catch (error) {
    throw troubleFrom(error);
  }
}

/** Changes a list in one transaction, so that what another tab adds meanwhile is not lost. */
export async function changeFacts(
  key: string,
  change: (list: readonly unknown[]) => readonly unknown[],
): Promise<void> {
  try {
    const transaction = (await database()).transaction('facts', 'readwrite');
    await transaction.store.put(change(asList(await transaction.store.get(key))), key);
    await transaction.done;
  } catch (error) {
    throw troubleFrom(error);
  }
}

function asList(value: unknown): readonly unknown[] {
  return z.array(z.unknown()).safeParse(value).data ?? [];
}
