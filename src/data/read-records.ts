import type { z } from 'zod';
import { attempt, type StoreName } from './database.ts';

/** Records read at a time, so that nothing else waits long. */
const AT_A_TIME = 200;

/** The records that can be read, some at a time, with the page free in between. */
export async function readInTurns<T>(schema: z.ZodType<T>, records: readonly unknown[]): Promise<T[]> {
  const good: T[] = [];
  for (let from = 0; from < records.length; from += AT_A_TIME) {
    if (from > 0) await new Promise((resolve) => setTimeout(resolve));
    for (const record of records.slice(from, from + AT_A_TIME)) {
      const read = schema.safeParse(record);
      if (read.success) good.push(read.data);
    }
  }
  return good;
}

/** All records of a store that can be read; damaged ones are left alone and not given. Throws `StorageTrouble`. */
export async function readRecords<T>(store: StoreName, schema: z.ZodType<T>): Promise<T[]> {
  return readInTurns(schema, await attempt((db) => db.getAll(store)));
}
