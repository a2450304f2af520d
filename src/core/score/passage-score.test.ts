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
});
