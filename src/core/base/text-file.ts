import { granted, refused, type Outcome } from './outcome.ts';

/** How the text of a file is written in bytes. */
export interface Encoding {
  /** As the Encoding Standard calls it: `utf-8`, `utf-16le`, `windows-1252`. */
  readonly name: string;
  /** Whether it begins with a byte-order mark. */
  readonly mark: boolean;
}

export interface TextFile extends Encoding {
  readonly text: string;
}

/** The encodings that a byte-order mark tells, and the mark. Source: Encoding Standard (WHATWG), BOM sniff. */
const MARKS: readonly (readonly [name: string, bytes: readonly number[]])[] = [
  ['utf-8', [0xef, 0xbb, 0xbf]],
  ['utf-16le', [0xff, 0xfe]],
  ['utf-16be', [0xfe, 0xff]],
];

/** An XML declaration lies within so many bytes. */
const DECLARED_WITHIN = 400;

/**
 * The text of a file: by its byte-order mark, else by what its XML declaration says, else as UTF-8. The mark is no part of
 * the text. Refuses bytes that are not written as the file says.
 *
 * @example readText(new Uint8Array([0x47])).value // { text: 'G', name: 'utf-8', mark: false }
 */
export function readText(bytes: Uint8Array): Outcome<TextFile> {
  const marked = MARKS.find(([, mark]) => mark.every((byte, k) => bytes[k] === byte));
  const name = marked?.[0] ?? declared(bytes) ?? (bytes[0] === 0 ? 'utf-16be' : bytes[1] === 0 ? 'utf-16le' : 'utf-8');
  let decoder: TextDecoder;
  try {
    decoder = new TextDecoder(name, { fatal: true, ignoreBOM: true });
  } catch {
    return unreadable(`it says it is written in “${name}”, which is not known here`);
  }
  try {
    const text = decoder.decode(marked ? bytes.subarray(marked[1].length) : bytes);
    return granted({ text, name: decoder.encoding, mark: marked !== undefined });
  } catch {
    return unreadable(
      `it is not written in ${decoder.encoding.toUpperCase()}${marked ? ', as its first bytes say' : ''}`,
    );
  }
}

function unreadable(reason: string): Outcome<never> {
  return refused('unreadable', 'file', { reason: `This file cannot be read: ${reason}. Save it again as UTF-8.` });
}

function declared(bytes: Uint8Array): string | undefined {
  const head = String.fromCharCode(...bytes.subarray(0, DECLARED_WITHIN));
  return /^\s*<\?xml[^>]*\sencoding\s*=\s*["']([\w.:-]+)["']/.exec(head)?.[1]?.toLowerCase();
}

/**
 * A text as a file in an encoding. Refuses a text with a letter that the encoding does not have, and an encoding that can be
 * read but not written (those of several bytes a letter, but for Unicode’s).
 */
export function writeText(text: string, { name, mark }: Encoding): Outcome<Uint8Array> {
  const prefix = mark ? (MARKS.find(([marked]) => marked === name)?.[1] ?? []) : [];
  if (name === 'utf-8') return granted(joined(prefix, new TextEncoder().encode(text)));
  if (name === 'utf-16le' || name === 'utf-16be') return granted(joined(prefix, utf16(text, name === 'utf-16le')));
  const letters = singleBytes(name);
  if (!letters) return cannotWrite(name, 'this encoding cannot be written here');
  const bytes = new Uint8Array(text.length);
  for (let at = 0; at < text.length; at += 1) {
    const byte = letters.get(text.charAt(at));
    if (byte === undefined) return cannotWrite(name, `it has no letter “${text.charAt(at)}”`);
    bytes[at] = byte;
  }
  return granted(bytes);
}

function cannotWrite(name: string, why: string): Outcome<never> {
  const reason = `The file is written in ${name.toUpperCase()}, and ${why}. Save it as UTF-8 in its own program and open that.`;
  return refused('unreadable', 'into', { reason });
}

function joined(prefix: readonly number[], rest: Uint8Array): Uint8Array {
  const bytes = new Uint8Array(prefix.length + rest.length);
  bytes.set(prefix);
  bytes.set(rest, prefix.length);
  return bytes;
}

function utf16(text: string, little: boolean): Uint8Array {
  const bytes = new Uint8Array(2 * text.length);
  const view = new DataView(bytes.buffer);
  for (let at = 0; at < text.length; at += 1) view.setUint16(2 * at, text.charCodeAt(at), little);
  return bytes;
}

/** The byte of each letter, where each letter is one byte; learnt from the decoder. */
function singleBytes(name: string): ReadonlyMap<string, number> | undefined {
  const letters = new Map<string, number>();
  const decoder = new TextDecoder(name);
  for (let byte = 0; byte < 256; byte += 1) {
    const letter = decoder.decode(new Uint8Array([byte]));
    if (letter.length !== 1) return undefined;
    if (letter !== '\ufffd') letters.set(letter, byte);
  }
  // An encoding of several bytes a letter has no letter for most single bytes above ASCII.
  return letters.size > 200 ? letters : undefined;
}
