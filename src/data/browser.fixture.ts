import {
  IDBCursor,
  IDBDatabase,
  IDBFactory,
  IDBIndex,
  IDBKeyRange,
  IDBObjectStore,
  IDBRequest,
  IDBTransaction,
} from 'fake-indexeddb';
import { vi } from 'vitest';

const KINDS = { IDBCursor, IDBDatabase, IDBIndex, IDBKeyRange, IDBObjectStore, IDBRequest, IDBTransaction };

/**
 * A browser in which nothing is kept yet. The database behind it is fake-indexeddb, an implementation of the W3C's
 * Indexed Database API 3.0.
 */
export function freshBrowser(): void {
  for (const [name, kind] of Object.entries(KINDS)) vi.stubGlobal(name, kind);
  vi.stubGlobal('indexedDB', new IDBFactory());
}

/** A page of its own, in the studio a cookie names: modules are loaded again, as a browser tab loads them. */
export async function freshPage<Modules extends readonly Promise<object>[]>(
  load: () => Modules,
  studio: 'own' | 'demo' = 'own',
): Promise<object> {
  vi.resetModules();
  vi.stubGlobal('document', { cookie: `other=1; studio=${studio}` });
  return Object.assign({}, ...(await Promise.all(load()))) as object;
}
