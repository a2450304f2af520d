import { changed } from './engraver-script.ts';
import { memoryOf, withMemory } from './wasm-memory.ts';

/** A file the engraver carries: where its name, its content and its entry in the list of all lie in memory. */
interface CarriedFile {
  readonly name: string;
  readonly from: number;
  readonly length: number;
  readonly entry: number;
}

/** An entry of the list: the place of the name, the length of the content, its place; 4 bytes each. The list ends with a zero. */
const ENTRY = 12;

/** A file that has always been there, by which the list is found. */
const KNOWN = '/data/Leipzig.xml';

/** Typefaces no score of ours is engraved in: it is in the engraver's own, and looks up in a second one what that lacks. */
const OTHER_FACES = /^\/data\/(?:Gootville|Leland|Petaluma|Liberation)\b/;

/**
 * The engraver's WebAssembly with those of its files it needs: signs of typefaces that are never asked for are left out.
 *
 * @returns nothing where its files are no longer where they were looked for.
 */
export function withFewerFiles(wasm: Uint8Array): Uint8Array | undefined {
  const memory = memoryOf(wasm);
  const files = carried(memory);
  const kept = files.filter(({ name }) => !OTHER_FACES.test(name));
  if (kept.length === 0 || kept.length === files.length) return undefined;
  for (const { name, from, length } of files) if (OTHER_FACES.test(name)) memory.fill(0, from, from + length);
  // The list of those that are left, in the place of the list of all.
  const list = Math.min(...files.map(({ entry }) => entry));
  const entries = kept.map(({ entry }) => Buffer.from(memory.subarray(entry, entry + ENTRY)));
  memory.fill(0, list, list + files.length * ENTRY);
  Buffer.concat(entries).copy(memory, list);
  return withMemory(wasm, memory);
}

/** Every file in the list the engraver lays its files out by. */
export function carried(memory: Buffer): CarriedFile[] {
  const name = memory.indexOf(`${KNOWN}\0`);
  if (name < 0) return [];
  const word = Buffer.alloc(4);
  word.writeUInt32LE(name);
  let entry = memory.indexOf(word);
  while (entry >= 0 && entry % 4 !== 0) entry = memory.indexOf(word, entry + 1);
  if (entry < 0) return [];
  while (nameAt(memory, entry - ENTRY)) entry -= ENTRY;
  const files: CarriedFile[] = [];
  for (; ; entry += ENTRY) {
    const named = nameAt(memory, entry);
    if (!named) return files;
    files.push({ name: named, length: memory.readUInt32LE(entry + 4), from: memory.readUInt32LE(entry + 8), entry });
  }
}

/** The name an entry tells; nothing where there is no entry. */
function nameAt(memory: Buffer, entry: number): string | undefined {
  const place = memory.readUInt32LE(entry);
  if (place === 0 || place >= memory.length) return undefined;
  const name = memory.toString('latin1', place, memory.indexOf(0, place));
  return name.startsWith('/data/') ? name : undefined;
}

/** Where its small files, one to a sign of a typeface, are laid out one by one in a file system of its own. */
const LAY_OUT =
  'FS.createPath("/",PATH.dirname(name),true,true);FS.createDataFile(name,null,HEAP8.subarray(content,content+len),true,true,true)';
const OPEN = 'open(path,flags,mode=438){';

/** Instead: where each lies is noted, and it is laid out when it is first opened. */
const WHEN_OPENED = `const laidUp=new Map();function layOut(path,FS,PATH,HEAP8){const at=laidUp.get(path);if(!at)return;laidUp.delete(path);FS.createPath("/",PATH.dirname(path),true,true);FS.createDataFile(path,null,HEAP8.subarray(at[0],at[0]+at[1]),true,true,true)}`;

/** The engraver's script with its files laid out when they are opened. */
export function laidOutWhenOpened(script: string): string {
  const noted = changed(script, LAY_OUT, 'laidUp.set(name,[content,len])');
  return WHEN_OPENED + changed(noted, OPEN, `${OPEN}layOut(path,FS,PATH,HEAP8);`);
}
