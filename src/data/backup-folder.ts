import { z } from 'zod';
import { attempt, inOneGo } from './database.ts';
import { exportLibrary } from './librarian.ts';
import { onChanged } from './records.ts';

/** The parts of the File System Access API that are used here. Source: WICG File System Access, 2024. */
interface Folder {
  readonly name: string;
  queryPermission?(mode: { mode: 'readwrite' }): Promise<PermissionState>;
  requestPermission?(mode: { mode: 'readwrite' }): Promise<PermissionState>;
  getFileHandle(name: string, options: { create: true }): Promise<{ createWritable(): Promise<Sink> }>;
  removeEntry(name: string): Promise<void>;
  keys(): AsyncIterable<string>;
}

interface Sink {
  write(data: Blob): Promise<void>;
  close(): Promise<void>;
}

declare global {
  interface Window {
    showDirectoryPicker?(options: { id: string; mode: 'readwrite' }): Promise<Folder>;
  }
}

/** The most backups kept in the folder. */
export const BACKUPS_KEPT = 20;

const FACT = 'backup';

const Fact = z.object({
  folder: z.custom<Folder>((value) => typeof value === 'object' && value !== null).optional(),
  /** When the last backup was made, ISO date and time. */
  last: z.string().optional(),
  /** Whether anything was changed since. */
  changed: z.boolean().default(false),
});

type Fact = z.output<typeof Fact>;

async function readFact(): Promise<Fact> {
  return Fact.safeParse(await attempt((db) => db.get('facts', FACT))).data ?? { changed: false };
}

async function changeFact(part: Partial<Fact>): Promise<void> {
  await inOneGo(['facts'], async (transaction) => {
    const facts = transaction.objectStore('facts');
    const now = Fact.safeParse(await facts.get(FACT)).data ?? { changed: false };
    await facts.put({ ...now, ...part }, FACT);
  });
}

/** Whether this page has noted that something was changed since the last backup. */
let noted = false;

/** Notes that there is something to back up, the first time after each backup, and asks the browser to keep it. */
export function noteChanges(): () => void {
  return onChanged(() => {
    if (noted) return;
    noted = true;
    askToPersist().catch(() => undefined);
    changeFact({ changed: true }).catch(() => (noted = false));
  });
}

/** How the backups are. */
export interface BackupState {
  /** Whether the browser can write to a folder by itself. */
  readonly canFolder: boolean;
  /** The folder's name; `undefined` where none was chosen. */
  readonly folder: string | undefined;
  /** Whether the browser asks before it writes there. */
  readonly asks: boolean;
  readonly last: string | undefined;
  readonly changed: boolean;
}

/** How the backups are now. Throws `StorageTrouble`. */
export async function backupState(): Promise<BackupState> {
  const { folder, last, changed } = await readFact();
  const permission = await folder?.queryPermission?.({ mode: 'readwrite' });
  return {
    canFolder: typeof window.showDirectoryPicker === 'function',
    folder: folder?.name,
    asks: permission !== undefined && permission !== 'granted',
    last,
    changed,
  };
}

/** Lets the teacher choose the folder, and writes the first backup there; `false` where they choose none. */
export async function chooseFolder(): Promise<boolean> {
  let folder: Folder | undefined;
  try {
    folder = await window.showDirectoryPicker?.({ id: 'step-ladder-backups', mode: 'readwrite' });
  } catch (error) {
    if (error instanceof DOMException && error.name === 'AbortError') return false;
    throw error;
  }
  if (!folder) return false;
  await changeFact({ folder });
  await backUp(folder);
  return true;
}

/** Writes a backup into the folder where something has changed; with `ask`, the browser may ask first. Returns whether it did. */
export async function backUpToFolder(ask: boolean): Promise<boolean> {
  const { folder, changed } = await readFact();
  if (!folder || (!changed && !ask)) return false;
  let permission = (await folder.queryPermission?.({ mode: 'readwrite' })) ?? 'granted';
  if (permission !== 'granted' && ask)
    permission = (await folder.requestPermission?.({ mode: 'readwrite' })) ?? permission;
  if (permission !== 'granted') return false;
  await backUp(folder);
  return true;
}

/** Notes a backup that was made by hand. */
export async function noteExport(now: string): Promise<void> {
  noted = false;
  await changeFact({ last: now, changed: false });
}

/** Two pages do not write the same file at once. */
const LOCK = 'step-ladder backup';

async function backUp(folder: Folder): Promise<void> {
  await navigator.locks.request(LOCK, async () => {
    const now = new Date().toISOString();
    // First: what is changed while the file is written is backed up the next time.
    noted = false;
    await changeFact({ changed: false });
    try {
      const file = await folder.getFileHandle(nameFor(now), { create: true });
      const sink = await file.createWritable();
      await sink.write(await exportLibrary(now, () => undefined));
      await sink.close();
      await changeFact({ last: now });
      await prune(folder);
    } catch (error) {
      await changeFact({ changed: true });
      throw error;
    }
  });
}

/** One file a day: the last of the day stays. */
function nameFor(now: string): string {
  return `step-ladder-${now.slice(0, 10)}.json`;
}

async function prune(folder: Folder): Promise<void> {
  const names: string[] = [];
  for await (const name of folder.keys()) if (/^step-ladder-\d{4}-\d\d-\d\d\.json$/.test(name)) names.push(name);
  for (const name of names.sort().slice(0, -BACKUPS_KEPT)) await folder.removeEntry(name);
}

/** What the browser says when asked to keep the library: `true` is a promise; `undefined` where it cannot be asked. */
export async function askToPersist(): Promise<boolean | undefined> {
  if (typeof navigator.storage?.persist !== 'function') return undefined;
  return (await navigator.storage.persisted()) || navigator.storage.persist();
}
