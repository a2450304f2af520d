import { unzipSync } from 'fflate';
import { granted, refused, type Outcome } from '../../base/outcome.ts';
import { pitchClass } from '../../theory/pitch.ts';
import { abcNotes, type AbcNote } from './abc-notes.ts';
import { abcLines, abcVoice, abcVoices } from './abc-voices.ts';
import type { Engraved } from './engraved.ts';
import { readMei } from './mei-file.ts';
import { readMusicXml } from './musicxml-file.ts';
import type { ReadMusic, ReadPart } from './read-music.ts';
import { readXml, within } from './xml-tree.ts';

/** A file of music, read. */
export interface MusicFile {
  readonly format: 'musicxml' | 'mei' | 'abc';
  readonly music: ReadMusic;
  /** The text of the file; of a compressed one, that of the score within. */
  readonly text: string;
  /** The letters of its notes in the order they are counted, `gab`, for whoever writes into it; of MusicXML none. */
  readonly letters: string;
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
  return granted({ format: 'musicxml', music, text, letters: '' });
}

function refuse(reason: string): ReturnType<typeof refused> {
  return refused('unreadable', 'file', { reason });
}

function fromEngraver(text: string, format: 'mei' | 'abc', engraved: Engraved): Outcome<MusicFile> {
  const read = format === 'mei' ? readOne(text, 'mei', engraved) : readTune(text, engraved);
  const name = format.toUpperCase();
  if (!read) return refuse(`This ${name} file cannot be read. Export it again as ${name}, or as MusicXML.`);
  return granted({ format, text, ...read });
}

type Read = Pick<MusicFile, 'music' | 'letters'>;

/** `alters`: half steps from the letter of each note, where they are known better than the engraver knows them. */
function readOne(
  text: string,
  format: 'mei' | 'abc',
  engraved: Engraved,
  alters?: readonly Pick<AbcNote, 'letter' | 'alter'>[],
): Read | undefined {
  const found = engraved(text, format);
  const xml = found && readXml(found.mei);
  if (!found || !xml || !('root' in xml)) return undefined;
  const notes = [...within(xml.root)].filter(({ name }) => name === 'note');
  const letters = notes.map(({ attributes }) => attributes['pname'] ?? '').join('');
  const known = alters && alters.map(({ letter }) => letter).join('') === letters ? alters : undefined;
  const sounds = new Map(
    known?.map(({ alter }, at) => {
      const { 'xml:id': id = '', oct, pname = '' } = notes[at]?.attributes ?? {};
      return [id, 12 * (Number(oct) + 1) + pitchClass(pname.toUpperCase()) + alter];
    }),
  );
  const music = readMei(xml.root, (id) => sounds.get(id) ?? found.sounding(id));
  return music && { music, letters };
}

/**
 * A tune, its voices as the parts of one score. The engraver would read them one after the other, as one; and a key
 * without signs would keep those of the key before, also of the tune before, so the signs are read here.
 */
function readTune(text: string, engraved: Engraved): Read | undefined {
  const lines = abcLines(text);
  const voices = abcVoices(lines);
  const [only = ''] = voices;
  if (voices.length < 2) return readOne(text, 'abc', engraved, abcNotes(lines, only));
  const parts: ReadPart[] = [];
  const notices = new Set<string>();
  let [letters, title]: [string, string | undefined] = ['', undefined];
  for (const voice of voices) {
    const tune = abcVoice(lines, voice);
    const read = readOne(tune.text, 'abc', engraved, abcNotes(lines, voice));
    const [part] = read?.music.parts ?? [];
    if (!read || !part) return undefined;
    const counted = letters.length;
    const notes = part.notes.map((note) => ({ ...note, source: note.source + counted }));
    parts.push({ ...part, id: voice, name: tune.name, notes });
    letters += read.letters;
    title ??= read.music.title;
    for (const notice of read.music.notices) notices.add(notice);
  }
  return { music: { title, parts, notices: [...notices] }, letters };
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
