import { openDB, type DBSchema, type IDBPDatabase, type IDBPTransaction, type StoreNames } from 'idb';
import { currentStudio, type Studio } from './studio.ts';

/** What is kept in the browser. Records are read through Zod, so they are unknown here. */
interface Schema extends DBSchema {
  studies: { key: string; value: unknown };
  /** Small facts about the database itself, such as whether the demo has been laid out. */
  facts: { key: string; value: unknown };
}

export type Database = IDBPDatabase<Schema>;

const NAMES: Record<Studio, string> = { own: 'step-ladder', demo: 'step-ladder-demo' };

/**
 * Each entry takes the database from the version before to its own; entries are only ever added.
 * A browser that missed several versions runs them in order.
 */
const MIGRATIONS: readonly ((database: Database) => void)[] = [
  (database) => {
    database.createObjectStore('studies');
    database.createObjectStore('facts');
  },
];

/** Why the browser's storage can't be used, in words for the teacher. */
export class StorageTrouble extends Error {
  override readonly name = 'StorageTrouble';
}

let opened: Promise<Database> | undefined;

/** The database of the studio that is open. Throws `StorageTrouble` where the browser blocks it. */
export function database(): Promise<Database> {
  opened ??= openDB<Schema>(NAMES[currentStudio()], MIGRATIONS.length, {
    upgrade(db, from) {
      for (const migrate of MIGRATIONS.slice(from)) migrate(db);
    },
    blocking() {
      void opened?.then((db) => db.close());
      opened = undefined;
    },
  }).catch((error: unknown) => {
    opened = undefined;
    throw troubleFrom(error);
  });
  return opened;
}

/**
 * Changes what is kept in one transaction: where any part of the work fails, none of it is kept.
 * Throws `StorageTrouble`.
 */
export async function inOneGo<Stores extends StoreNames<Schema>[]>(
  stores: Stores,
  work: (transaction: IDBPTransaction<Schema, Stores, 'readwrite'>) => Promise<unknown>,
): Promise<void> {
  try {
    const transaction = (await database()).transaction(stores, 'readwrite');
    // What came of it is told below; a transaction that was given up is no other trouble.
    const over = transaction.done.catch((error: unknown) => error);
    try {
      await work(transaction);
    } catch (error) {
      // A value that cannot be stored does not by itself take back what was stored before it.
      if (!transaction.error) transaction.abort();
      await over;
      throw error;
    }
    const trouble = await over;
    if (trouble) throw trouble;
  } catch (error) {
    throw troubleFrom(error);
  }
}

/** Turns a browser's storage error into one a teacher can act on. */
export function troubleFrom(error: unknown): StorageTrouble {
  if (error instanceof StorageTrouble) return error;
  const name = error instanceof Error || error instanceof DOMException ? error.name : '';
  if (name === 'QuotaExceededError') {
    return new StorageTrouble(
      'The browser’s storage is full: the last change is not saved. Export the library to a file, then delete studies you no longer need.',
    );
  }
  if (name === 'VersionError') {
    return new StorageTrouble(
      'This library was written by a newer Step Ladder. Reload the page to get it; nothing has been changed.',
    );
  }
  return new StorageTrouble(
    'The browser does not let Step Ladder keep anything here, as in a private window. You can build and print; to keep studies, allow this site to store data, then reload.',
  );
}
