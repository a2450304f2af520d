import { admitted, type Door, readText } from '../core/base/index.ts';

/** The bytes of a file a teacher chose. Throws a sentence where it is too large, before any of it is read. */
export async function bytesOf(file: File, door: Door): Promise<Uint8Array> {
  const room = admitted(door, file.size, 'file');
  if (!room.ok) throw new Error(`${file.name}: ${room.refusal.message}`);
  return new Uint8Array(await file.arrayBuffer());
}

/** The text of a file a teacher chose, in whatever encoding it is written. Throws a sentence where it cannot be read. */
export async function textOf(file: File, door: Door): Promise<string> {
  const text = readText(await bytesOf(file, door));
  if (!text.ok) throw new Error(`${file.name}: ${text.refusal.message}`);
  return text.value.text;
}
