import { strToU8 } from 'fflate';
import { VerovioToolkit } from 'verovio/esm';
import createVerovioModule from 'verovio/wasm';
import { beforeAll, describe, expect, it } from 'vitest';
import { instrumentFor } from '../../instruments/instruments.ts';
import { engravedBy, type Engraved } from '../../passage/read/engraved.ts';
import { EVERY_FEATURE } from '../../passage/read/every-feature.fixture.ts';
import { readMusicFile, type MusicFile } from '../../passage/read/music-file.ts';
import { passageStudy, type PassageStudy } from '../../study/passage-study.ts';
import { FINGERS_WRITTEN, type FingersWritten } from './fingers-written.ts';
import { fingersInto } from './into-file.ts';

let engraved: Engraved;
let mei = '';

beforeAll(async () => {
  const toolkit = new VerovioToolkit(await createVerovioModule());
  engraved = engravedBy(toolkit);
  toolkit.setOptions({ inputFrom: 'musicxml' });
  toolkit.loadData(EVERY_FEATURE);
  mei = toolkit.getMEI();
});

function file(text: string): MusicFile {
  const read = readMusicFile(strToU8(text), engraved);
  if (!read.ok) throw new Error(read.refusal.message);
  return read.value;
}

function studied(one: MusicFile, keepFingers = false, part?: string): PassageStudy {
  const study = passageStudy(one.music, {
    instrument: 'violin',
    choice: { part },
    title: 'Test',
    rules: { ways: 1 },
    keepFingers,
  });
  if (!study.ok) throw new Error(study.refusal.message);
  return study.value;
}

function fingered(text: string, written: FingersWritten = 'all'): string | undefined {
  const one = file(text);
  const { chosen, study } = studied(one);
  return fingersInto(one, chosen.places, study.ways[0]!, instrumentFor('violin'), written);
}

/** A file without what is known to have been added. */
const WITHOUT: Readonly<Record<'mei' | 'abc', readonly RegExp[]>> = {
  mei: [
    / xml:id="fingered-\d+a*"/g,
    /<(?:mei:)?fing startid="#[^"]*" place="above">[^<]*<\/(?:mei:)?fing>/g,
    /<(?:mei:)?dir startid="#[^"]*" place="(?:above|below)">[^<]*<\/(?:mei:)?dir>/g,
  ],
  abc: [/![0-5]!/g, /"[_^](?:[IV]+|[a-z0-9 ]+|half)"/g],
};

const TUNE = `X:1
T:The quarry
M:6/8
L:1/8
K:Bbmaj
% A comment with notes: A B c
"Bb"B2 d .f>e d|(3cde {d}f [DB]3|~g3 "^rit." a2 g:|
w: la la
|:uf2 e [K:G] d/c/B A|[1 G6:|[2 [G,B,]6|]
`;

describe('fingers written into somebody else’s MEI or ABC', () => {
  it.each(FINGERS_WRITTEN)('leave every other byte as it was, and are written once: %s', (written) => {
    for (const [format, text] of [
      ['mei', mei],
      ['abc', TUNE],
    ] as const) {
      const once = fingered(text, written)!;
      const without = WITHOUT[format].reduce((rest, form) => rest.replaceAll(form, ''), once);
      expect(once.length).toBeGreaterThan(text.length);
      expect(without).toBe(text);
      expect(fingered(once, written)).toBe(once);
    }
  });

  it('stand before the notes of a tune, and at none of its comments, chord names or words', () => {
    const lines = fingered(TUNE)!.split('\n');
    expect(lines[5]).toBe('% A comment with notes: A B c');
    expect(lines[6]).toBe(
      '"Bb""^1st""_II"!1!B2 !3!d ."_I"!1!f>"_II"!4!e !3!d|(3!2!c!3!d!4!e {!3!d}"_I"!1!f "_II"!1![DB]3|~"_I"!2!g3 "^rit." !3!a2 !2!g:|',
    );
  });

  it('come back out of an MEI file as they went in, read by the engraver', () => {
    // With names of its own at its notes, and without any.
    for (const text of [mei, mei.replaceAll(/(<note) xml:id="[^"]*"/g, '$1')]) {
      const { study } = studied(file(text));
      const again = studied(file(fingered(text)!), true);
      const given = study.ways[0]!.fingers;
      expect(again.study.recipe.pins.map(({ at, finger }) => [at, finger])).toEqual(
        given.map(({ at, finger }) => [at, finger]),
      );
    }
  });

  it('are refused where the notes of the file are not those that were read', () => {
    const one = file(mei);
    const { chosen, study } = studied(one);
    const into = (other: Partial<MusicFile>): string | undefined =>
      fingersInto({ ...one, ...other }, chosen.places, study.ways[0]!, instrumentFor('violin'));
    expect(into({ text: mei.replace('pname="a"', 'pname="b"') })).toBeUndefined();
    expect(into({ text: 'no music' })).toBeUndefined();
  });

  it('stand in the voice that was chosen, of a tune of several', () => {
    const tune =
      'X:1\nM:4/4\nL:1/4\nV:1 name="Second"\nV:low\nK:C\nV:1\nGABc|\nV:low\nGABc|\n[V:1]dcBA|\n[V:low] GFED|\n';
    const voices = file(tune);
    expect(voices.music.parts.map(({ id, name, bars }) => [id, name, bars.length])).toEqual([
      ['1', 'Second', 2],
      ['low', 'Voice low', 2],
    ]);
    const { chosen, study } = studied(voices, false, 'low');
    expect(study.passage.notes.map(({ pitch }) => pitch.name).join(' ')).toBe('G4 A4 B4 C5 G4 F4 E4 D4');
    const into = fingersInto(voices, chosen.places, study.ways[0]!, instrumentFor('violin'))!.split('\n');
    expect([into[7], into[9], into[10], into[11]]).toEqual([
      'GABc|',
      '"^1st""_III"!3!G"_II"!0!A!1!B!2!c|',
      '[V:1]dcBA|',
      '[V:low] "_III"!3!G!2!F!1!E!0!D|',
    ]);
  });
});
