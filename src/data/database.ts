import { openDB, type DBSchema, type IDBPDatabase, type IDBPTransaction, type StoreNames } from 'idb';
import { listed } from '../core/study/listed-study.ts';
import { SavedStudy } from '../core/study/saved-study.ts';
import { currentStudio, type Studio } from './studio.ts';

/** What is kept in the browser. Records are read through Zod, so they are unknown here. */
interface Schema extends DBSchema {
  studies: { key: string; value: unknown };
  /** What lists need of each study that can be read, under the study's own id (`ListedStudy`). */
  listed: { key: string; value: unknown; indexes: { updated: string } };
  pupils: { key: string; value: unknown };
  /** What is set to pupils, their tries and their lessons; each record names its pupil. */
  assignments: { key: string; value: unknown; indexes: { pupil: string } };
  attempts: { key: string; value: unknown; indexes: { pupil: string } };
  lessons: { key: string; value: unknown; indexes: { pupil: string } };
  /** Performances kept as sound, where it was asked for; each names its pupil. */
  recordings: { key: string; value: unknown; indexes: { pupil: string } };
  /** Small facts about the database itself, such as whether the demo has been laid out. */
  facts: { key: string; value: unknown };
}

export type Database = IDBPDatabase<Schema>;
type Upgrade = IDBPTransaction<Schema, StoreNames<Schema>[], 'versionchange'>;

const NAMES: Record<Studio, string> = { own: 'step-ladder', demo: 'step-ladder-demo' };

/**
 * Each entry takes the database from the version before to its own; entries are only ever added.
 * A browser that missed several versions runs them in order.
 */
const MIGRATIONS: readonly ((database: Database, upgrade: Upgrade) => Promise<void> | void)[] = [
  (database) => {
    database.createObjectStore('studies');
    database.createObjectStore('facts');
  },
  async (database, upgrade) => {
    const lists = database.createObjectStore('listed');
    lists.createIndex('updated', 'updated');
    for (let at = await upgrade.objectStore('studies').openCursor(); at; at = await at.continue()) {
      const study = SavedStudy.safeParse(at.value);
      if (study.success) void lists.put(listed(study.data), at.key);
    }
  },
  (database) => {
    database.createObjectStore('pupils');
    for (const store of ['assignments', 'attempts', 'lessons'] as const) {
      database.createObjectStore(store).createIndex('pupil', 'pupil');
    }
  },
  (database) => {
    database.createObjectStore('recordings').createIndex('pupil', 'pupil');
  },
];

/**
 * What hinders the browser's storage: its own room is used up, the disk takes nothing more, a newer version's database,
 * no leave, or a fault of the program's own.
 */
export type TroubleKind = 'full' | 'disk' | 'newer' | 'blocked' | 'fault';

/** Why the browser's storage can't be used, in words for the teacher. */
export class StorageTrouble extends Error {
  override readonly name = 'StorageTrouble';
  readonly kind: TroubleKind;

  constructor(message: string, kind: TroubleKind = 'fault') {
    super(message);
    this.kind = kind;
  }
}

let opened: Promise<Database> | undefined;

/** The database of the studio that is open. Throws `StorageTrouble` where the browser blocks it. */
export function database(): Promise<Database> {
  opened ??= openDB<Schema>(NAMES[currentStudio()], MIGRATIONS.length, {
    async upgrade(db, from, _, upgrade) {
      for (const migrate of MIGRATIONS.slice(from)) await migrate(db, upgrade as unknown as Upgrade);
    },
    // A newer Step Ladder in another tab waits for this one to let go.
    blocking() {
      void opened?.then((db) => db.close());
      opened = undefined;
    },
    terminated() {
      opened = undefined;
    },
  }).catch((error: unknown) => {
    opened = undefined;
    throw troubleFrom(error);
  });
  return opened;
}

/** Does some work on the database; a database that was let go meanwhile is opened once more. Throws `StorageTrouble`. */
export async function attempt<T>(work: (database: Database) => Promise<T>): Promise<T> {
  try {
    return await work(await database());
  } catch (error) {
    if (!(error instanceof DOMException) || error.name !== 'InvalidStateError') throw troubleFrom(error);
    opened = undefined;
  }
  try {
    return await work(await database());
  } catch (error) {
    throw troubleFrom(error);
  }
}

/**
 * Changes what is kept in one transaction: where any part of the work fails, none of it is kept.
 * Gives what the work gives. Throws `StorageTrouble`.
 */
export async function inOneGo<Stores extends StoreNames<Schema>[], T>(
  stores: Stores,
  work: (transaction: IDBPTransaction<Schema, Stores, 'readwrite'>) => Promise<T>,
): Promise<T> {
  return attempt(async (db) => {
    const transaction = db.transaction(stores, 'readwrite');
    // What came of it is told below; a transaction that was given up is no other trouble.
    const over = transaction.done.catch((error: unknown) => error);
    let result: T;
    try {
      result = await work(transaction);
    } catch (error) {
      // A value that cannot be stored does not by itself take back what was stored before it.
      if (!transaction.error) transaction.abort();
      await over;
      throw transaction.error ?? error;
    }
    const trouble = await over;
    if (trouble) throw trouble;
    return result;
  });
}

/** What a browser calls a refusal to store anything at all. */
const BLOCKED = ['SecurityError', 'NotAllowedError', 'InvalidStateError', 'NotFoundError'];

/** What a browser calls a disk that takes nothing more, seen with a full one (`npm run storm -- --disk`). */
const DISK = ['UnknownError', 'AbortError'];

/** Turns a browser's storage error into one a teacher can act on. */
export function troubleFrom(error: unknown): StorageTrouble {
  if (error instanceof StorageTrouble) return error;
  const name = error instanceof Error || error instanceof DOMException ? error.name : '';
  if (name === 'QuotaExceededError') {
    return new StorageTrouble(
      'The browser’s storage is full: the last change is not saved. Export the library to a file, then delete studies you no longer need.',
      'full',
    );
  }
  if (name === 'VersionError') {
    return new StorageTrouble(
      'This library was written by a newer Step Ladder. Reload the page to get it; nothing has been changed.',
      'newer',
    );
  }
  if (BLOCKED.includes(name)) {
    return new StorageTrouble(
      'The browser does not let Step Ladder keep anything here, as in a private window. You can build and print; to keep studies, allow this site to store data, then reload.',
      'blocked',
    );
  }
  if (DISK.includes(name)) {
    return new StorageTrouble(
      'The disk of this computer took nothing more: the last change is not saved. It may be full: make room on it, then change anything again. Until then an export keeps the study.',
      'disk',
    );
  }
  return new StorageTrouble(
    'Step Ladder met a fault of its own and kept nothing of this change. Export the study to a file, then reload the page.',
  );
}
