import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import midiLibrary from '@tonejs/midi';
import fc from 'fast-check';
import { XMLParser } from 'fast-xml-parser';
import { Note } from 'tonal';
import { VerovioToolkit } from 'verovio/esm';
import { bowStrokes } from '../bowing/bow.ts';
import { TICKS_PER_BEAT, timeNotes } from '../bowing/rhythm.ts';
import createVerovioModule from 'verovio/wasm';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { arbitraryRecipe } from '../recipe/arbitrary-recipe.ts';
import type { Way } from '../fingering/fingering.ts';
import { playable, tried } from '../study/playable.ts';
import type { RecipeInput } from '../recipe/recipe.ts';
import { titleOf } from '../recipe/title.ts';
import { midiFile } from './midi.ts';
import { scoreOf } from './from-study.ts';
import { musicXml } from './musicxml.ts';
import type { ScoredStudy } from './scored-study.ts';

const DTD = join(import.meta.dirname, '../../../tests/fixtures/musicxml-3.0/partwise.dtd');

const { Midi } = midiLibrary;

function scored(input: RecipeInput): ScoredStudy | undefined {
  const built = tried({ ...input, ways: 1 });
  if (!built.ok) return undefined;
  const { recipe, passage, ways } = built.value;
  return { title: titleOf(recipe), recipe, passage, way: ways[0]! };
}

const SAMPLES: RecipeInput[] = [
  { instrument: 'violin', tonic: 'A', octaves: 3, bowing: { slur: 3, perBeat: 3 } },
  { instrument: 'violin', tonic: 'G#', octaves: 2 },
  {
    instrument: 'viola',
    tonic: 'Eb',
    octaves: 3,
    form: 'melodic-minor',
    bowing: { slur: 4, perBeat: 4, opening: 'three' },
  },
  { instrument: 'cello', tonic: 'C', octaves: 4, bowing: { slur: 2, perBeat: 6, top: 'long' } },
  { instrument: 'cello', tonic: 'Cb', octaves: 2, figure: 'arpeggio', bowing: { perBeat: 5, closing: 'two' } },
  { instrument: 'bass', tonic: 'E', octaves: 2, form: 'chromatic', bowing: { slur: 3, perBeat: 7 } },
  { instrument: 'bass', tonic: 'F#', form: 'harmonic-minor', bowing: { perBeat: 1, top: 'twice' } },
];

const LOOKS = [
  { fingers: 'changes', names: 'movable', beside: true },
  { fingers: 'blank', names: 'letters', beside: false },
  { fingers: 'all', names: 'fixed', beside: false },
] as const;

/** The dearest way offered for a recipe. */
function otherWay(input: RecipeInput): Way {
  const built = playable(input);
  return built.ways.at(-1)!;
}

describe('MusicXML', () => {
  let folder: string;
  let verovio: VerovioToolkit;
  beforeAll(async () => {
    folder = mkdtempSync(join(tmpdir(), 'step-ladder-'));
    verovio = new VerovioToolkit(await createVerovioModule());
  });
  afterAll(() => rmSync(folder, { recursive: true, force: true }));

  it('is valid by the MusicXML document types', () => {
    // Source: the MusicXML 3.0 document types as published. Version 3.1 added an id to notes,
    // which the internal subset declares; nothing else of 3.1 is used.
    const files = SAMPLES.map((input, index) => {
      const study = scored(input);
      expect(study, JSON.stringify(input)).toBeDefined();
      const file = join(folder, `${index}.musicxml`);
      const text = withLocalDtd(musicXml(scoreOf(study!)), DTD);
      writeFileSync(file, text);
      return file;
    });
    const [first] = files;
    LOOKS.forEach((look, index) => {
      const file = join(folder, `look-${index}.musicxml`);
      const beside = look.beside ? otherWay(SAMPLES[0]!) : undefined;
      const { beside: _, ...rest } = look;
      const study = { ...scored(SAMPLES[0]!)!, look: { ...rest, ...(beside ? { beside: [beside] } : {}) } };
      writeFileSync(file, withLocalDtd(musicXml(scoreOf(study)), DTD));
      files.push(file);
    });
    expect(first).toBeDefined();
    expect(() => validate(files)).not.toThrow();
    // The check can fail: an element out of place is found.
    const broken = join(folder, 'broken.musicxml');
    writeFileSync(
      broken,
      withLocalDtd(musicXml(scoreOf(scored(SAMPLES[0]!)!)), DTD).replace('</step>', '</step><octave>9</octave>'),
    );
    expect(() => validate([broken])).toThrow();
  });

  it('writes as much over and under the notes as is asked', () => {
    const study = scored(SAMPLES[0]!)!;
    const other = otherWay(SAMPLES[0]!);
    const notes = (look: ScoredStudy['look']): any[] => {
      const text = musicXml(scoreOf({ ...study, ...(look ? { look } : {}) }));
      const parser = new XMLParser({ isArray: (name) => ['measure', 'note', 'fingering'].includes(name) });
      const { part } = parser.parse(text)['score-partwise'];
      return part.measure.flatMap((measure: any) => measure.note.filter((note: any) => note.pitch));
    };
    const fingers = (note: any): string[] => (note.notations?.technical?.fingering ?? []).map(String);
    const above = notes({ fingers: 'changes' }).map((note) => fingers(note).length);
    const moves = new Set([0, ...study.way.shifts.map((one) => one.to), ...study.way.crossings.map((one) => one.to)]);
    for (const at of moves) expect(above[at], `note ${at}`).toBe(1);
    expect(above.filter((count) => count > 0).length).toBeLessThan(study.way.fingers.length / 2);
    expect(notes({ fingers: 'blank' }).flatMap(fingers)).toEqual([]);
    const named = notes({ fingers: 'all', names: 'movable' }).map((note) => note.lyric.text);
    expect(named.slice(0, 8)).toEqual(['do', 're', 'mi', 'fa', 'sol', 'la', 'ti', 'do']);
    const both = notes({ fingers: 'all', beside: [other] });
    other.fingers.forEach((note, at) => {
      const same = note.string === study.way.fingers[at]!.string && note.finger === study.way.fingers[at]!.finger;
      expect(fingers(both[at])).toHaveLength(same ? 1 : 2);
      if (!same) expect(fingers(both[at])[1]).toBe(`${note.string}${note.finger}`);
    });
  });

  it('is read by verovio as the pitches that were asked, in order, once for each stroke', () => {
    fc.assert(
      fc.property(
        arbitraryRecipe,
        fc.constantFrom(1, 2, 3, 4, 5, 6),
        fc.constantFrom(1, 2, 3, 8),
        (input, perBeat, slur) => {
          const study = scored({ ...input, bowing: { ...input.bowing, perBeat, slur } });
          if (!study) return;
          verovio.loadData(musicXml(scoreOf(study)));
          const midi = new Midi(Buffer.from(verovio.renderToMIDI(), 'base64'));
          const sounded = midi.tracks.flatMap((track) => track.notes).sort((a, b) => a.ticks - b.ticks);
          const strokes = study.passage.notes.flatMap(({ pitch }) =>
            Array.from({ length: study.recipe.bowing.repeats }, () => pitch.midi),
          );
          expect(sounded.map((note) => note.midi)).toEqual(strokes);
        },
      ),
      { numRuns: 120, seed: 8 },
    );
  });

  it('spells every note as asked, a bass part written an octave up with its transposition', () => {
    for (const input of SAMPLES) {
      const study = scored(input)!;
      const { notes, octaveChange } = readBack(musicXml(scoreOf(study)));
      const shift = study.recipe.instrument === 'bass' ? 1 : 0;
      expect(octaveChange).toBe(shift ? -1 : 0);
      expect(notes.map((note) => note.pitch)).toEqual(
        study.passage.notes.map((note) => Note.transpose(note.pitch.name, shift ? '8P' : '1P')),
      );
      expect(notes.map((note) => note.id)).toEqual(study.passage.notes.map((note) => `n${note.at}`));
      expect(notes.map((note) => note.fingering)).toEqual(study.way.fingers.map((note) => String(note.finger)));
    }
  });

  it('fills every bar', () => {
    for (const input of SAMPLES) {
      const { bars, full } = readBack(musicXml(scoreOf(scored(input)!)));
      for (const bar of bars) expect(bar).toBe(full);
    }
  });

  it('shows an accidental where the bar and the signature do not already say so', () => {
    const xml = musicXml(scoreOf(scored({ instrument: 'cello', tonic: 'A', form: 'melodic-minor', start: 'A2' })!));
    expect(xml.match(/<accidental>sharp<\/accidental>/g)?.length).toBe(2);
    expect(xml.match(/<accidental>natural<\/accidental>/g)?.length ?? 0).toBeLessThanOrEqual(2);
    expect(musicXml(scoreOf(scored({ instrument: 'violin', tonic: 'G#' })!))).toContain(
      '<accidental>double-sharp</accidental>',
    );
  });
});

/** Bowings that between them use every field. */
const BOWINGS = [
  { slur: 3, perBeat: 3, bpm: 72, start: 'up', dynamics: 'rise-and-fall' },
  { rhythm: 'dotted', slur: 2, hooked: true, part: 'upper-half' },
  { rhythm: 'long-short', slur: 2, bpm: 100 },
  { rhythm: 'mixed' },
  { rhythm: [3, 3, 2], accents: 3 },
  { perBeat: 2, repeats: 2 },
  { perBeat: 1, repeats: 4, bpm: 50 },
  { perBeat: 4, slur: 4, opening: 'three', closing: 'three', accents: 4 },
  { perBeat: 4, slur: 8, longTonic: 2, top: 'long', longTop: 3 },
  { perBeat: 3, slur: 3, accents: 3, bpm: 90 },
  { perBeat: 2, pattern: [1, 3], pickup: 1 },
  { perBeat: 2, top: 'twice', slur: 4 },
];

describe('bows and rhythm in files', () => {
  const study = (bowing: object): ScoredStudy =>
    scored({ instrument: 'violin', tonic: 'D', octaves: 2, start: 'D4', bowing } as never)!;
  /** What must sound: pitch, onset and length in seconds, from the first note on. */
  const expected = ({ passage, recipe }: ScoredStudy) => {
    const timed = timeNotes(passage, recipe.bowing);
    const beat = 60 / recipe.bowing.bpm / TICKS_PER_BEAT;
    const first = timed[0]!.onset;
    return timed.map(({ at, onset, length }) => ({
      midi: passage.notes[at]!.pitch.midi,
      onset: (onset - first) * beat,
      length: length * beat,
    }));
  };
  const agree = (
    heard: { midi: number; time: number; duration: number }[],
    asked: ReturnType<typeof expected>,
    slack: number,
  ): void => {
    expect(heard.map((note) => note.midi)).toEqual(asked.map((note) => note.midi));
    const first = heard[0]!.time;
    heard.forEach((note, k) => {
      expect(Math.abs(note.time - first - asked[k]!.onset)).toBeLessThan(slack);
      expect(Math.abs(note.duration - asked[k]!.length)).toBeLessThan(slack);
    });
  };

  it.each(BOWINGS)(
    'MusicXML with %j, read by verovio, and MIDI, read by @tonejs/midi, sound as asked',
    async (bowing) => {
      const one = study(bowing);
      const asked = expected(one);
      agree(new Midi(midiFile(one)).tracks[0]!.notes, asked, 0.002);
      const verovio = new VerovioToolkit(await createVerovioModule());
      verovio.loadData(musicXml(scoreOf(one)));
      const midi = new Midi(Buffer.from(verovio.renderToMIDI(), 'base64'));
      const sounded = midi.tracks.flatMap((track) => track.notes).sort((a, b) => a.ticks - b.ticks);
      // Verovio shortens the notes before a repeated one no further than its own ticks.
      agree(sounded, asked, 0.02);
    },
  );

  it.each(BOWINGS)('%j is valid by the document types, fills its bars, and slurs what one bow takes', (bowing) => {
    const one = study(bowing);
    const xml = musicXml(scoreOf(one));
    const { bars, full } = readBack(xml);
    for (const bar of one.recipe.bowing.pickup > 0 ? bars.slice(1) : bars) expect(bar).toBe(full);
    const many = bowStrokes(one.passage, one.recipe.bowing).filter(({ from, to }) => to > from).length;
    expect(xml.match(/<slur type="start"/g)?.length ?? 0).toBe(many);
    expect(xml.match(/<slur type="stop"/g)?.length ?? 0).toBe(many);
    const folder = mkdtempSync(join(tmpdir(), 'step-ladder-'));
    writeFileSync(join(folder, 'a.musicxml'), withLocalDtd(xml, DTD));
    validate([join(folder, 'a.musicxml')]);
    rmSync(folder, { recursive: true, force: true });
  });
});

describe('MIDI', () => {
  it('sounds the asked pitches one after another, read back by an independent reader', () => {
    for (const input of SAMPLES) {
      const study = scored(input)!;
      const midi = new Midi(midiFile(study));
      const notes = midi.tracks[0]!.notes;
      expect(notes.map((note) => note.midi)).toEqual(study.passage.notes.map((note) => note.pitch.midi));
      notes.slice(1).forEach((note, k) => {
        const before = notes[k]!;
        expect(Math.abs(note.ticks - before.ticks - before.durationTicks)).toBeLessThanOrEqual(1);
      });
    }
  });
});

function withLocalDtd(xml: string, dtd: string): string {
  return xml.replace(
    /<!DOCTYPE[^>]*>/,
    `<!DOCTYPE score-partwise SYSTEM "file://${dtd}" [<!ATTLIST note id ID #IMPLIED>]>`,
  );
}

function validate(files: readonly string[]): void {
  execFileSync('xmllint', ['--nonet', '--valid', '--noout', ...files], { stdio: 'pipe' });
}

interface ReadBack {
  notes: { id: string; pitch: string; fingering: string }[];
  bars: number[];
  /** Length of a bar by its time signature, in the file's divisions. */
  full: number;
  octaveChange: number;
}

/** Reads a score with a plain XML parser; tied pieces are counted into their first. */
function readBack(xml: string): ReadBack {
  const parser = new XMLParser({
    ignoreAttributes: false,
    isArray: (name) => ['measure', 'note', 'tie', 'attributes'].includes(name),
  });
  const part = (parser.parse(xml) as any)['score-partwise'].part;
  const first = part.measure[0].attributes[0];
  const notes: ReadBack['notes'] = [];
  const bars: number[] = [];
  for (const measure of part.measure) {
    bars.push(measure.note.reduce((sum: number, note: any) => sum + note.duration, 0));
    for (const note of measure.note) {
      if (!note.pitch || !/^n\d+$/.test(note['@_id']) || note.tie?.some((tie: any) => tie['@_type'] === 'stop'))
        continue;
      const alter = note.pitch.alter ?? 0;
      notes.push({
        id: note['@_id'],
        pitch: `${note.pitch.step}${alter < 0 ? 'b'.repeat(-alter) : '#'.repeat(alter)}${note.pitch.octave}`,
        fingering: String(note.notations.technical.fingering['#text']),
      });
    }
  }
  const full = (first.divisions * 4 * first.time.beats) / first.time['beat-type'];
  return { notes, bars, full, octaveChange: first.transpose?.['octave-change'] ?? 0 };
}
