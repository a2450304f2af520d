import {
  closeSync,
  constants,
  existsSync,
  fstatSync,
  mkdirSync,
  openSync,
  readFileSync,
  realpathSync,
  writeFileSync,
} from 'node:fs';
import { dirname, resolve } from 'node:path';
import { admitted, type Door, granted, refused, type Outcome, readText } from '../src/core/base/index.ts';
import { reasonOf } from './system-reasons.ts';

/**
 * The bytes of a file. Refuses what is no plain file, or larger than its door admits, before it reads any of it.
 *
 * @param option the option that names the file.
 */
export function readBytes(file: string, door: Door, option: string): Outcome<Uint8Array> {
  let handle: number | undefined;
  try {
    // Opened so that a pipe nobody writes to is not waited for.
    handle = openSync(file, constants.O_RDONLY | constants.O_NONBLOCK);
    const stats = fstatSync(handle);
    if (stats.isDirectory()) return refused('no-such-file', option, { file, reason: 'that is a folder, not a file.' });
    if (!stats.isFile()) return refused('no-such-file', option, { file, reason: 'that is no plain file.' });
    const room = admitted(door, stats.size, option);
    return room.ok ? granted(readFileSync(handle)) : room;
  } catch (error) {
    return refused('no-such-file', option, { file, reason: reasonOf(error) });
  } finally {
    if (handle !== undefined) closeSync(handle);
  }
}

/** The text of a file, in whatever encoding it is written. */
export function readTextFile(file: string, door: Door, option: string): Outcome<string> {
  const bytes = readBytes(file, door, option);
  const text = bytes.ok ? readText(bytes.value) : bytes;
  return text.ok ? granted(text.value.text) : text;
}

/** All of standard input as text; refuses more than its door admits, and stops reading there. */
export async function readInput(door: Door): Promise<Outcome<string>> {
  const chunks: Buffer[] = [];
  let size = 0;
  try {
    for await (const chunk of process.stdin) {
      chunks.push(chunk as Buffer);
      size += (chunk as Buffer).length;
      const room = admitted(door, size, '');
      if (!room.ok) return room;
    }
  } catch (error) {
    return refused('no-such-file', '', { file: 'standard input', reason: reasonOf(error) });
  }
  return granted(Buffer.concat(chunks).toString('utf8'));
}

/** Writes a file and the folders it lies in; gives what stood in the way, where something did. */
export function written(file: string, data: string | Uint8Array): string | undefined {
  try {
    makeFolder(dirname(resolve(file)));
    writeFileSync(file, data);
    return undefined;
  } catch (error) {
    return `“${file}” cannot be written: ${reasonOf(error)}`;
  }
}

/** Makes a folder, one step at a time: asked to make all of a path at once under `/proc`, Node never answers. */
export function makeFolder(folder: string): void {
  if (existsSync(folder)) return;
  const above = dirname(folder);
  if (above !== folder) makeFolder(above);
  mkdirSync(folder);
}

/** True when two paths are one file. */
export function isSameFile(one: string, other: string): boolean {
  try {
    return realpathSync(one) === realpathSync(other);
  } catch {
    return false;
  }
}
