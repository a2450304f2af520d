import { strToU8 } from 'fflate';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { VIOLIN } from '../instruments/violin.ts';
import { instrumentFor } from '../instruments/instruments.ts';
import { choose } from '../passage/read/choose.ts';
import { EVERY_FEATURE } from '../passage/read/every-feature.fixture.ts';
import { readMusicFile, type MusicFile } from '../passage/read/music-file.ts';
import { arbitraryMusic } from '../recipe/arbitrary-music.ts';
import type { Music } from '../recipe/music.ts';
import { passageStudy } from '../study/passage-study.ts';
import { playable } from '../study/playable.ts';
import { scoreOf } from './from-study.ts';
import { musicXml } from './musicxml.ts';

function read(text: string): MusicFile {
  const file = readMusicFile(strToU8(text), () => undefined);
  if (!file.ok) throw new Error(file.refusal.message);
  return file.value;
}

function notesOf({ notes }: Music): string[] {
  return notes.map(({ pitch, onset, length, chord }) => {
    const twelfths = (quarters: number): number => Math.round(quarters * 1000) / 1000;
    return `${[pitch, ...(chord ?? [])].join('+')} ${twelfths(onset)} ${twelfths(length)}`;
  });
}

describe('a passage as a score', () => {
  it('says what the file said: notes, ties, rests, grace notes, chords, bars, metres and keys', () => {
    const study = passageStudy(read(EVERY_FEATURE).music, {
      instrument: 'violin',
      choice: { part: 'P1', voice: '1' },
      title: 'Every feature',
      rules: { ways: 1 },
      keepFingers: false,
    });
    if (!study.ok) throw new Error(study.refusal.message);
    const { study: built, chosen } = study.value;
    const xml = musicXml(
      scoreOf({ title: 'Every feature', recipe: built.recipe, passage: built.passage, way: built.ways[0]! }),
    );
    const again = choose(read(xml).music, VIOLIN, {}, 'Again');
    if (!again.ok) throw new Error(again.refusal.message);
    expect(notesOf(again.value.music)).toEqual(notesOf(chosen.music));
    expect(again.value.music.bars).toEqual(chosen.music.bars);
    expect(again.value.pins.map(({ finger }) => finger)).toEqual(built.ways[0]!.fingers.map(({ finger }) => finger));
    // A pick-up is not counted, the slur goes where it went.
    expect(xml).toContain('<measure number="0" implicit="yes">');
    expect((xml.match(/<slur type="start"/g) ?? []).length).toBe(1);
  });

  it('of drawn music is read back as it was', () => {
    fc.assert(
      fc.property(arbitraryMusic({ min: 4, max: 30 }), ({ instrument, music }) => {
        const { recipe, passage, ways } = playable({ instrument, tonic: 'C', music, ways: 1 });
        const xml = musicXml(scoreOf({ title: 'Drawn', recipe, passage, way: ways[0]! }));
        const again = choose(read(xml).music, instrumentFor(instrument), {}, 'Again');
        if (!again.ok) throw new Error(again.refusal.message);
        expect(notesOf(again.value.music)).toEqual(notesOf(music));
      }),
      { numRuns: 80, seed: 2 },
    );
  });

  it('shows an accidental wherever key and bar do not give it, and none that says otherwise', () => {
    // The order of sharps and the reach of an accidental, as any book of notation has them.
    const SHARPS = 'FCGDAEB';
    const SIGNS: Readonly<Record<string, string>> = { '0': 'natural', '1': 'sharp', '-1': 'flat', '2': 'double-sharp' };
    let needed = 0;
    for (const { instrument, music } of fc.sample(arbitraryMusic({ min: 12, max: 40 }), { numRuns: 60, seed: 8 })) {
      const { recipe, passage, ways } = playable({ instrument, tonic: 'C', music, ways: 1 });
      const xml = musicXml(scoreOf({ title: 'Drawn', recipe, passage, way: ways[0]! }));
      let fifths = 0;
      for (const [bar] of xml.matchAll(/<measure .*?<\/measure>/gs)) {
        fifths = Number(/<fifths>(-?\d+)</.exec(bar)?.[1] ?? fifths);
        const inForce = new Map<string, number>();
        for (const [note] of bar.matchAll(/<note(?: [^>]*)?>.*?<\/note>/gs)) {
          const step = /<step>(\w)</.exec(note)?.[1];
          if (step === undefined || note.includes('<tie type="stop"')) continue;
          const alter = Number(/<alter>(-?\d)</.exec(note)?.[1] ?? 0);
          const place = step + /<octave>(\d)</.exec(note)![1]!;
          const order = fifths < 0 ? [...SHARPS].reverse().join('') : SHARPS;
          const byKey = order.indexOf(step) < Math.abs(fifths) ? Math.sign(fifths) : 0;
          const shown = /<accidental[^>]*>([\w-]+)</.exec(note)?.[1];
          if (shown !== undefined && SIGNS[alter]) expect(shown).toBe(SIGNS[alter]);
          if (alter !== (inForce.get(place) ?? byKey)) {
            needed += 1;
            expect(shown, `${note} in ${bar}`).toBeDefined();
          }
          inForce.set(place, alter);
        }
      }
    }
    expect(needed).toBeGreaterThan(200);
  });

  it('shows them in a chord once in a bar, and what takes them back', () => {
    const notes = ['C#5', 'C#5', 'C5', 'C5'].map((lower, k) => ({
      pitch: 'E5',
      chord: [lower],
      onset: k,
      length: 1,
      bar: 0,
    }));
    const bars = [{ number: '1', onset: 0, length: 4, fifths: 0, metre: { beats: 4, unit: 4 } }];
    const music = { title: 'Thirds', notes, bars };
    const { recipe, passage, ways } = playable({ instrument: 'violin', tonic: 'C', music, ways: 1 });
    const xml = musicXml(scoreOf({ title: music.title, recipe, passage, way: ways[0]! }));
    const lower = [...xml.matchAll(/<note>\s*<chord.*?<\/note>/gs)].map(
      ([note]) => /<accidental>(\w+)</.exec(note)?.[1],
    );
    expect(lower).toEqual(['sharp', undefined, 'natural', undefined]);
  });
});
