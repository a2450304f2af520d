import { unzipSync } from 'fflate';
import { granted, refused, type Outcome } from '../../base/outcome.ts';
import type { Engraved } from './engraved.ts';
import { readMei } from './mei-file.ts';
import { readMusicXml } from './musicxml-file.ts';
import type { ReadMusic } from './read-music.ts';
import { readXml, within } from './xml-tree.ts';

/** A file of music, read. */
export interface MusicFile {
  readonly format: 'musicxml' | 'mei' | 'abc';
  readonly music: ReadMusic;
  /** The text of the file; of a compressed one, that of the score within. */
  readonly text: string;
}

/** No score is larger, unpacked. */
const MOST_BYTES = 64_000_000;
const KINDS = 'MusicXML (.musicxml, .xml), compressed MusicXML (.mxl), MEI (.mei) and ABC (.abc)';

/**
 * Reads a file of music, whatever it is called: MusicXML, compressed MusicXML, MEI or ABC. Refuses
 * what it is not or where it is broken.
 *
 * @param engraved reads MEI and ABC, which are too free to be read by hand.
 */
export function readMusicFile(bytes: Uint8Array, engraved: Engraved): Outcome<MusicFile> {
  if (bytes.length > MOST_BYTES) return refused('too-large', 'file', { thing: 'a score', most: '64 MB' });
  const zipped = bytes[0] === 0x50 && bytes[1] === 0x4b;
  const text = zipped ? scoreWithin(bytes) : decoded(bytes);
  if (text === undefined) {
    return refuse(
      'This compressed file holds no score. A compressed MusicXML file names its score in META-INF/container.xml.',
    );
  }
  const xml = text.trimStart().startsWith('<');
  if (!xml)
    return isAbc(text)
      ? fromEngraver(text, 'abc', engraved)
      : refuse(`This is no file of music. What can be read: ${KINDS}.`);
  const read = readXml(text);
  if ('reason' in read)
    return refuse(`This file cannot be read: ${read.reason}. Export it again from the program that made it.`);
  if (read.root.name === 'mei') return fromEngraver(text, 'mei', engraved);
  const music = readMusicXml(read.root);
  if (!music)
    return refuse(`This XML file is no music: it begins with “${read.root.name}”. What can be read: ${KINDS}.`);
  if (music.parts.length === 0) return refuse('This score has no parts.');
  return granted({ format: 'musicxml', music, text });
}

function refuse(reason: string): ReturnType<typeof refused> {
  return refused('unreadable', 'file', { reason });
}

function fromEngraver(text: string, format: 'mei' | 'abc', engraved: Engraved): Outcome<MusicFile> {
  const found = engraved(text, format);
  const read = found && readXml(found.mei);
  const music = found && read && 'root' in read ? readMei(read.root, found.sounding) : undefined;
  const name = format.toUpperCase();
  if (!music) return refuse(`This ${name} file cannot be read. Export it again as ${name}, or as MusicXML.`);
  return granted({ format, music, text });
}

/** ABC begins with fields of a letter and a colon, the key among them. Source: the ABC music standard 2.1. */
function isAbc(text: string): boolean {
  return /^\s*(%|X:)/.test(text) && /^K:/m.test(text);
}

/** The text of a file, by its byte-order mark; UTF-8 without one. */
function decoded(bytes: Uint8Array): string {
  const [first, second] = bytes;
  const utf16 =
    first === 0xff && second === 0xfe ? 'utf-16le' : first === 0xfe && second === 0xff ? 'utf-16be' : undefined;
  return new TextDecoder(utf16 ?? 'utf-8').decode(bytes);
}

/** The score of a compressed MusicXML file, as its container names it. Source: MusicXML 4.0, compressed files. */
function scoreWithin(bytes: Uint8Array): string | undefined {
  try {
    const files = unzipSync(bytes, { filter: ({ originalSize }) => originalSize <= MOST_BYTES });
    const container = files['META-INF/container.xml'];
    const read = container && readXml(decoded(container));
    const roots = read && 'root' in read ? [...within(read.root)].filter(({ name }) => name === 'rootfile') : [];
    const path =
      roots[0]?.attributes['full-path'] ?? Object.keys(files).find((name) => /^[^/]+\.(musicxml|xml)$/.test(name));
    const score = path === undefined ? undefined : files[path];
    return score && decoded(score);
  } catch {
    return undefined;
  }
}
