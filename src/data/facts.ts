import { z } from 'zod';
import { database, inOneGo, troubleFrom } from './database.ts';

/** A list kept among the small facts, as it stands; each reader takes what it can read. */
export async function readFacts(key: string): Promise<readonly unknown[]> {
  try {
    return listOf(await (await database()).get('facts', key));
  } catch (error) {
    throw troubleFrom(error);
  }
}

/** Changes a list in one transaction, so that what another tab adds meanwhile is not lost. */
export async function changeFacts(
  key: string,
  change: (list: readonly unknown[]) => readonly unknown[],
): Promise<void> {
  await inOneGo(['facts'], async (transaction) => {
    const facts = transaction.objectStore('facts');
    await facts.put(change(listOf(await facts.get(key))), key);
  });
}

/** What stands among the facts as a list; nothing else is one. */
export function listOf(value: unknown): readonly unknown[] {
  return z.array(z.unknown()).safeParse(value).data ?? [];
}
