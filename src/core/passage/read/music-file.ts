import { unzipSync } from 'fflate';
import {
  admitted,
  DOORS,
  granted,
  refused,
  type Outcome,
  type Refused,
  readText,
  type Encoding,
} from '../../base/index.ts';
import { pitchClass } from '../../theory/index.ts';
import { abcNotes, type AbcNote } from './abc-notes.ts';
import { abcLines, abcVoice, abcVoices } from './abc-voices.ts';
import type { Engraved } from './engraved.ts';
import { readMei } from './mei-file.ts';
import { readMusicXml } from './musicxml-file.ts';
import type { ReadMusic, ReadPart } from './read-music.ts';
import { tooMuchAbc, tooMuchMei } from './too-much.ts';
import { readXml, within } from './xml-tree.ts';

/** A file of music, read. */
export interface MusicFile {
  readonly format: 'musicxml' | 'mei' | 'abc';
  readonly music: ReadMusic;
  /** The text of the file; of a compressed one, that of the score within. */
  readonly text: string;
  /** How that text was encoded, to write it back. */
  readonly encoding: Encoding;
  /** The letters of its notes in the order they are counted, `gab`, for the code that writes into it; of MusicXML none. */
  readonly letters: string;
}

/** The container of a compressed score is no longer, bytes. */
const MOST_CONTAINER = 100_000;
const KINDS = 'MusicXML (.musicxml, .xml), compressed MusicXML (.mxl), MEI (.mei) and ABC (.abc)';
const AGAIN = 'Export it again from the program that made it.';

/**
 * Reads a file of music, whatever it is called: MusicXML, compressed MusicXML, MEI or ABC. Refuses what it is not, where it
 * is broken, and what is larger than any score, before it is read.
 *
 * @param engraved reads MEI and ABC, which are too free to be read by hand.
 */
export function readMusicFile(bytes: Uint8Array, engraved: Engraved): Outcome<MusicFile> {
  const size = admitted('music', bytes.length, 'file');
  if (!size.ok) return size;
  const zipped = bytes[0] === 0x50 && bytes[1] === 0x4b;
  const score = zipped ? scoreWithin(bytes) : granted(bytes);
  if (!score.ok) return score;
  const file = readText(score.value);
  if (!file.ok) return file;
  const { text, name, mark } = file.value;
  const read = text.trimStart().startsWith('<') ? readXmlMusic(text, engraved) : readAbc(text, engraved);
  return read.ok ? granted({ ...read.value, text, encoding: { name, mark } }) : read;
}

type Music = Omit<MusicFile, 'text' | 'encoding'>;

function readXmlMusic(text: string, engraved: Engraved): Outcome<Music> {
  const read = readXml(text);
  if ('reason' in read) return refuse(`This file cannot be read: ${read.reason}. ${AGAIN}`);
  if (read.root.name === 'mei') {
    const fault = tooMuchMei(read.root);
    return fault === undefined ? fromEngraver(text, 'mei', engraved) : refuse(`${fault} ${AGAIN}`);
  }
  const music = readMusicXml(read.root);
  if (!music)
    return refuse(`This XML file is no music: it begins with “${read.root.name}”. What can be read: ${KINDS}.`);
  if (music.parts.length === 0) return refuse('This score has no parts.');
  return granted({ format: 'musicxml', music, letters: '' });
}

function readAbc(text: string, engraved: Engraved): Outcome<Music> {
  if (!isAbc(text)) return refuse(`This is no file of music. What can be read: ${KINDS}.`);
  const fault = tooMuchAbc(text);
  return fault === undefined ? fromEngraver(text, 'abc', engraved) : refuse(`${fault} ${AGAIN}`);
}

function refuse(reason: string): ReturnType<typeof refused> {
  return refused('unreadable', 'file', { reason });
}

function fromEngraver(text: string, format: 'mei' | 'abc', engraved: Engraved): Outcome<Music> {
  const name = format.toUpperCase();
  let read: Read | undefined;
  try {
    read = format === 'mei' ? readOne(text, 'mei', engraved) : readTune(text, engraved);
  } catch {
    // The engraver stops at what it cannot read in words of its own, or with a number.
  }
  if (!read) return refuse(`This ${name} file cannot be read. Export it again as ${name}, or as MusicXML.`);
  return granted({ format, ...read });
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

/** The score of a compressed MusicXML file, as its container names it; nothing else in it is unpacked. Source: MusicXML 4.0, compressed files. */
function scoreWithin(bytes: Uint8Array): Outcome<Uint8Array> {
  const names: string[] = [];
  const container = unpacked(bytes, 'META-INF/container.xml', MOST_CONTAINER, names);
  const text = container && readText(container);
  const read = text?.ok ? readXml(text.value.text) : undefined;
  const roots = read && 'root' in read ? [...within(read.root)].filter(({ name }) => name === 'rootfile') : [];
  const path = roots[0]?.attributes['full-path'] ?? names.find((name) => /^[^/]+\.(musicxml|xml)$/.test(name));
  const score = path === undefined ? undefined : unpacked(bytes, path, DOORS.music.most);
  if (score) return granted(score);
  if (path !== undefined && names.includes(path)) return admitted('music', Number.POSITIVE_INFINITY, 'file') as Refused;
  return refuse(
    'This compressed file holds no score. A compressed MusicXML file names its score in META-INF/container.xml.',
  );
}

/** One file of an archive, if it says that it is no larger than `most` bytes; collects the names it passes. */
function unpacked(bytes: Uint8Array, wanted: string, most: number, names: string[] = []): Uint8Array | undefined {
  try {
    return unzipSync(bytes, {
      filter: ({ name, originalSize }) => {
        if (names.length < MOST_NAMES) names.push(name);
        return name === wanted && originalSize <= most;
      },
    })[wanted];
  } catch {
    return undefined;
  }
}

/** The most names of an archive that are looked at. */
const MOST_NAMES = 1_000;
