import { openDB, type DBSchema, type IDBPDatabase, type IDBPTransaction, type StoreNames } from 'idb';
import { keyOf } from '../core/library/index.ts';
import { listed, SavedStudy } from '../core/study/index.ts';
import { emptied, noteKept, tellStorage } from './storage-state.ts';
import { currentStudio, type Studio } from './studio.ts';
import { evictCachedPages } from './tabs.ts';
import { StorageTrouble } from './storage-trouble.ts';

/** A store of records under their keys, read through Zod, so unknown here. */
interface Records {
  key: string;
  value: unknown;
}
/** The same, each record naming its pupil. */
interface RecordsOfPupils extends Records {
  indexes: { pupil: string };
}

/** What is kept in the browser: one store for each kind of record (`core/library/kinds.ts`), and four more. */
interface Schema extends DBSchema {
  studies: Records;
  /** What lists need of each study that can be read, under the study's own id (`ListedStudy`). */
  listed: Records & { indexes: { updated: string } };
  pupils: Records;
  assignments: RecordsOfPupils;
  attempts: RecordsOfPupils;
  lessons: RecordsOfPupils;
  /** Performances kept as sound, where it was asked for. */
  recordings: RecordsOfPupils;
  schools: Records;
  syllabuses: Records;
  books: Records;
  examinations: Records;
  ladders: Records;
  classes: Records;
  settings: Records;
  /** What is typed and not yet saved (`drafts.ts`). */
  drafts: Records;
  /** Small facts about the database itself, such as whether the demo has been laid out. */
  facts: Records;
}

export type StoreName = StoreNames<Schema>;
export type Database = IDBPDatabase<Schema>;
export type Transaction<Stores extends StoreName[] = StoreName[]> = IDBPTransaction<Schema, Stores, 'readwrite'>;
type Upgrade = IDBPTransaction<Schema, StoreName[], 'versionchange'>;

const NAMES: Record<Studio, string> = { own: 'step-ladder', demo: 'step-ladder-demo' };

/** Lists that earlier versions kept among the facts, and the store each has now. */
const LISTS = {
  schools: 'schools',
  syllabuses: 'syllabuses',
  books: 'books',
  'mock-calls': 'examinations',
  ladders: 'ladders',
  classes: 'classes',
} as const;

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
  async (database, upgrade) => {
    database.createObjectStore('settings');
    database.createObjectStore('drafts');
    const facts = upgrade.objectStore('facts');
    for (const [fact, kind] of Object.entries(LISTS)) {
      const store = database.createObjectStore(kind);
      const list: unknown = await facts.get(fact);
      for (const [place, record] of (Array.isArray(list) ? (list as unknown[]) : []).entries()) {
        const key = keyOf(kind, record);
        const free = key !== '' && (await store.getKey(key)) === undefined;
        await store.put(record, free ? key : `damaged-${place}`);
      }
      await facts.delete(fact);
    }
  },
];

let opened: Promise<Database> | undefined;
/** True once this page has had the database: one that then is new was dropped by the browser. */
let had = false;

/**
 * The database of the studio that is open. Throws `StorageTrouble` where the browser blocks it, or where it had a library
 * and has dropped it: then none is created in its place until the teacher says so (`startEmpty`).
 */
export function database(): Promise<Database> {
  opened ??= openOrTell();
  return opened;
}

/** Async, because a browser may throw instead of rejecting. */
async function openStudio(): Promise<Database> {
  evictCachedPages();
  return openDB<Schema>(NAMES[currentStudio()], MIGRATIONS.length, {
    // eslint-disable-next-line @typescript-eslint/no-misused-promises -- what fails in it aborts the upgrade, which is told
    async upgrade(db, from, _, upgrade) {
      // What comes of it is told by the opening; a step that fails must not leave half of a database.
      upgrade.done.catch(() => undefined);
      try {
        if (from === 0 && (had || emptied())) upgrade.abort();
        else for (const migrate of MIGRATIONS.slice(from)) await migrate(db, upgrade);
      } catch {
        upgrade.abort();
      }
    },
    // A newer Step Ladder in another tab waits for this one to let go.
    blocking() {
      void opened?.then((db) => db.close());
      opened = undefined;
    },
    terminated() {
      opened = undefined;
    },
  });
}

/** Opens the database and tells the page whether that worked. */
function openOrTell(): Promise<Database> {
  return openStudio().then(
    (db) => {
      had = true;
      tellStorage(undefined);
      return db;
    },
    (error: unknown) => {
      opened = undefined;
      // An upgrade that is given up says only that it was given up.
      const dropped = isAborted(error) && (had || emptied());
      const trouble = dropped ? new StorageTrouble(EMPTIED, 'emptied') : openingTrouble(error);
      tellStorage(trouble);
      throw trouble;
    },
  );
}

/** A full disk while opening is no change that was not saved. Chromium reports it as either kind. */
function openingTrouble(error: unknown): StorageTrouble {
  const trouble = troubleFrom(error);
  return trouble.kind === 'full' || trouble.kind === 'disk' ? new StorageTrouble(NO_ROOM, 'disk') : trouble;
}

const NO_ROOM =
  'The disk of this computer, or the browser’s share of it, is full, so the library cannot be opened. Make room on the disk, then try again.';

const EMPTIED =
  'The browser has dropped the library it kept here; a full disk does that. Nothing has been saved over it. Start with an empty library, then import a backup.';

function isAborted(error: unknown): boolean {
  return error instanceof DOMException && error.name === 'AbortError';
}

/** Starts with an empty library where the browser has dropped the one it had: the teacher has said so. */
export async function startEmpty(): Promise<void> {
  had = false;
  noteKept(false);
  await database();
}

/** Work on the database that is given up on purpose, with all it has written; passed on as it is. */
export class GivenUp extends Error {}

/** Does some work on the database; a database that was let go meanwhile is opened once more. Throws `StorageTrouble`. */
export async function attempt<T>(work: (database: Database) => Promise<T>): Promise<T> {
  try {
    return await work(await database());
  } catch (error) {
    if (!(error instanceof DOMException) || !LET_GO.includes(error.name)) throw passedOn(error);
    opened = undefined;
  }
  try {
    return await work(await database());
  } catch (error) {
    throw passedOn(error);
  }
}

function passedOn(error: unknown): Error {
  return error instanceof GivenUp ? error : troubleFrom(error);
}

/** What a browser says of a database that it closed, or dropped, under an open page. */
const LET_GO = ['InvalidStateError', 'NotFoundError'];

/**
 * Changes what is kept in one transaction: where any part of the work fails, none of it is kept.
 * Gives what the work gives. Throws `StorageTrouble`.
 */
export async function inOneGo<T>(
  stores: readonly StoreName[],
  work: (transaction: Transaction) => Promise<T>,
): Promise<T> {
  const result = await attempt(async (db) => {
    const transaction = db.transaction([...stores], 'readwrite');
    // What came of it is told below; a transaction that was given up is no other trouble.
    const over = transaction.done.catch((error: unknown) => error);
    let outcome: T;
    try {
      outcome = await work(transaction);
    } catch (error) {
      // A value that cannot be stored does not by itself take back what was stored before it.
      if (!transaction.error) transaction.abort();
      await over;
      throw transaction.error ?? error;
    }
    const trouble = await over;
    if (trouble) throw trouble as Error;
    return outcome;
  });
  noteKept(true);
  return result;
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
      'The disk of this computer is full: the last change is not saved. Make room on it, then change anything again. Until then an export keeps the study.',
      'disk',
    );
  }
  return new StorageTrouble(
    'Step Ladder met a fault of its own and kept nothing of this change. Export the study to a file, then reload the page.',
  );
}
