import midiLibrary from '@tonejs/midi';
import fc from 'fast-check';
import { strToU8, zipSync } from 'fflate';
import { VerovioToolkit } from 'verovio/esm';
import createVerovioModule from 'verovio/wasm';
import { beforeAll, describe, expect, it } from 'vitest';
import { VIOLIN } from '../../instruments/violin.ts';
import { choose, type Choice, type Chosen } from './choose.ts';
import { EVERY_FEATURE } from './every-feature.fixture.ts';
import { engravedBy, type Engraved } from './engraved.ts';
import { readMusicFile, type MusicFile } from './music-file.ts';

const { Midi } = midiLibrary;
let toolkit: VerovioToolkit;
let engraved: Engraved;

beforeAll(async () => {
  toolkit = new VerovioToolkit(await createVerovioModule());
  engraved = engravedBy(toolkit);
});

function file(text: string | Uint8Array): MusicFile {
  const read = readMusicFile(typeof text === 'string' ? strToU8(text) : text, engraved);
  if (!read.ok) throw new Error(read.refusal.message);
  return read.value;
}

function chosen(one: MusicFile, choice: Choice = {}): Chosen {
  const found = choose(one.music, VIOLIN, choice, 'Test');
  if (!found.ok) throw new Error(found.refusal.message);
  return found.value;
}

function told({ music }: Chosen): string[] {
  return music.notes.map(
    ({ pitch, onset, length, chord }) => `${[pitch, ...(chord ?? [])].join('+')} ${onset} ${length}`,
  );
}

/** A place to a twelfth of a quarter: ticks of MIDI do not divide into every tuplet. */
function twelfths(onset: number): number {
  return Math.round(onset * 12);
}

/** What the engraver plays, by another reader of MIDI: onset and pitch, in quarter notes. */
function playedBy(text: string, from: string): string[] {
  toolkit.setOptions({ inputFrom: from });
  toolkit.loadData(text);
  const midi = new Midi(Buffer.from(toolkit.renderToMIDI(), 'base64'));
  const notes = midi.tracks.flatMap((track) =>
    track.notes.map((note) => [note.ticks / midi.header.ppq, note.midi] as const),
  );
  return notes.map(([onset, pitch]) => `${twelfths(onset)} ${pitch}`).sort();
}

describe('a file of music', () => {
  it('in MusicXML is read note for note', () => {
    const one = file(EVERY_FEATURE);
    expect(one.music.title).toBe('Every & all');
    expect(one.music.parts.map(({ id, name, bars, voices }) => [id, name, bars.length, voices])).toEqual([
      ['P1', 'Violin', 5, ['1', '2']],
      ['P2', 'Horn in F', 5, ['1']],
    ]);
    // By hand, from the file: pitch as it sounds, onset and length in quarter notes.
    expect(told(chosen(one, { voice: '1' }))).toEqual([
      'A4 0 1',
      'D5 1 1',
      'E5 2 0.333333',
      'F#5 2.333333 0.333333',
      'G5 2.666667 0.333333',
      'A5 3 1.5',
      'B4 5 0',
      'C#5 5 1',
      'Bb4 6 2',
      'D6 8 1',
      'F4+D4 9 1',
    ]);
    expect(told(chosen(one)).slice(8, 9)).toEqual(['Bb4+D4 6 2']);
    // A fifth below what is written.
    expect(told(chosen(one, { part: 'P2' }))).toEqual(['A4 1 3', 'F#4 4 2', 'D4 8 2']);
    expect(one.music.notices.join(' ')).toMatch(/Repeats are played once.*ornaments stay as they are written/);
    expect(
      chosen(one).music.bars.map(({ number, length, metre, fifths }) => [number, length, metre?.beats, fifths]),
    ).toEqual([
      ['0', 1, 3, 2],
      ['1', 3, undefined, undefined],
      ['2', 2, 2, undefined],
      ['3', 2, undefined, -1],
      ['4', 2, undefined, undefined],
    ]);
    expect(chosen(one).pins).toEqual([{ at: 1, string: 'A', finger: 3 }]);
    const places = chosen(one).places.map(({ measure, beat }) => `${measure}:${beat}`);
    expect(places.slice(0, 6)).toEqual(['0:1', '1:1', '1:2', '1:2.333333', '1:2.666667', '1:3']);
    // One bow for the slur, the up bow as marked, then to and fro.
    expect(
      chosen(one)
        .music.notes.slice(0, 6)
        .map(({ bow }) => bow),
    ).toEqual(['up', 'down', undefined, undefined, undefined, 'up']);
  });

  it('leaves out what is written for playing alone, and reads a name on two lines as one', () => {
    const roll = '<note print-object="no"><pitch><step>D</step><octave>4</octave></pitch><duration>1</duration></note>';
    const text = EVERY_FEATURE.replace('>Violin<', '>Violin\n  I<').replace(
      '<note>',
      `${roll}<backup><duration>1</duration></backup><note>`,
    );
    expect(text).not.toBe(EVERY_FEATURE);
    const one = file(text);
    expect(one.music.parts[0]!.name).toBe('Violin I');
    expect(told(chosen(one))).toEqual(told(chosen(file(EVERY_FEATURE))));
    expect(one.music.notices).toContain(
      'Notes that are not printed, as programs write them for playing a roll, are left out.',
    );
  });

  it('is taken by part, voice and bars, and refused in words where it has none of them', () => {
    const one = file(EVERY_FEATURE);
    expect(told(chosen(one, { voice: '1', from: 1, to: 2 })).slice(0, 2)).toEqual(['D5 0 1', 'E5 1 0.333333']);
    expect(chosen(one, { from: 3, to: 4 }).key).toEqual({ fifths: -1, minor: true });
    const refusal = (choice: Choice): string => {
      const found = choose(one.music, VIOLIN, choice, 'Test');
      return found.ok ? 'chosen' : `${found.refusal.path}: ${found.refusal.message}`;
    };
    expect(refusal({ part: 'P9' })).toBe(
      'part: This file has no part “P9”. Its parts are: P1 (Violin), P2 (Horn in F).',
    );
    expect(refusal({ voice: '7' })).toBe('voice: Violin has no voice 7. Its voices are: 1, 2.');
    expect(refusal({ from: 12 })).toBe('from: There is no bar 12. The bars are numbered 0 to 4.');
    expect(refusal({ from: 3, to: 1 })).toBe('to: Bar 1 comes before bar 3. Choose a later last bar.');
  });

  it('in MusicXML sounds as an independent reader plays it', () => {
    // Verovio reads and plays the file, @tonejs/midi reads what it plays; ornaments, grace notes and repeats it plays out are left aside.
    const plain = EVERY_FEATURE.replaceAll(/<ornaments>.*?<\/ornaments>|<note><grace.*?<\/note>|<repeat [^>]*>/g, '');
    const one = file(plain);
    const ours = one.music.parts.flatMap(({ id }) => chosen(one, { part: id }).music.notes);
    const sounding = ours.flatMap(({ pitch, chord, onset }) =>
      [pitch, ...(chord ?? [])].map((name) => [onset, name] as const),
    );
    const midi = sounding.map(([onset, name]) => `${twelfths(onset)} ${midiOf(name)}`).sort();
    expect(midi).toEqual(playedBy(plain, 'xml'));
  });

  it('in ABC and in MEI is read as the same music in MusicXML is', () => {
    const abc = `X:1\nT:Tune\nM:6/8\nL:1/8\nK:D\nD2E FGA|(3BAG F z E2-|E3 d3|^c d =c [D3A3]|]\n`;
    const one = file(abc);
    expect(one.format).toBe('abc');
    expect(one.music.title).toBe('Tune');
    // By hand from the letters: D major, a quarter and eighths; three in the time of two; a tie over the bar.
    expect(told(chosen(one))).toEqual([
      'D4 0 1',
      'E4 1 0.5',
      'F#4 1.5 0.5',
      'G4 2 0.5',
      'A4 2.5 0.5',
      'B4 3 0.333333',
      'A4 3.333333 0.333333',
      'G4 3.666667 0.333333',
      'F#4 4 0.5',
      'E4 5 2.5',
      'D5 7.5 1.5',
      'C#5 9 0.5',
      'D5 9.5 0.5',
      'C5 10 0.5',
      'A4+D4 10.5 1.5',
    ]);
    toolkit.setOptions({ inputFrom: 'abc' });
    toolkit.loadData(abc);
    const mei = file(toolkit.getMEI());
    expect(mei.format).toBe('mei');
    expect(told(chosen(mei))).toEqual(told(chosen(one)));
    // The same through MusicXML, by way of the file with every feature.
    toolkit.setOptions({ inputFrom: 'xml' });
    toolkit.loadData(EVERY_FEATURE);
    const same = file(toolkit.getMEI());
    const own = file(EVERY_FEATURE);
    const voices = (one: MusicFile, part: number): string[] => told(chosen(one, { part: one.music.parts[part]!.id }));
    for (const part of [0, 1]) expect(voices(same, part)).toEqual(voices(own, part));
  });

  it('compressed is unpacked as its container says', () => {
    const container = '<container><rootfiles><rootfile full-path="music/score.xml"/></rootfiles></container>';
    const packed = zipSync({
      'META-INF/container.xml': strToU8(container),
      'music/score.xml': strToU8(EVERY_FEATURE),
      'other.xml': strToU8('<nothing/>'),
    });
    expect(told(chosen(file(packed)))).toEqual(told(chosen(file(EVERY_FEATURE))));
    expect(file(packed).text).toBe(EVERY_FEATURE);
  });

  it('ordered by bars is read as the same file ordered by parts', () => {
    const bars = EVERY_FEATURE.match(/<measure [\s\S]*?<\/measure>/g)!;
    const body = [0, 1, 2, 3, 4]
      .map((bar) => {
        const [tag] = bars[bar]!.match(/<measure [^>]*>/)!;
        const inner = (measure: string): string => measure.replace(/^<measure [^>]*>|<\/measure>$/g, '');
        return `${tag}<part id="P1">${inner(bars[bar]!)}</part><part id="P2">${inner(bars[bar + 5]!)}</part></measure>`;
      })
      .join('');
    const head = EVERY_FEATURE.slice(0, EVERY_FEATURE.indexOf('<part id=')).replaceAll(
      'score-partwise',
      'score-timewise',
    );
    const one = file(`${head}${body}</score-timewise>`);
    for (const part of ['P1', 'P2']) {
      expect(told(chosen(one, { part }))).toEqual(told(chosen(file(EVERY_FEATURE), { part })));
    }
  });

  it('is refused in our own words if it holds no music', () => {
    const refusal = (text: string): string => {
      const read = readMusicFile(strToU8(text), engraved);
      return read.ok ? 'read' : read.refusal.message;
    };
    expect(refusal('hello')).toMatch(/no file of music. What can be read: MusicXML/);
    expect(refusal('<html></html>')).toMatch(/begins with “html”/);
    expect(refusal('<score-partwise>')).toMatch(/cannot be read/);
    expect(refusal('<score-partwise>\n<a></b>\n</score-partwise>')).toMatch(/broken at line 2/);
    expect(refusal('PK\u0003\u0004rubbish')).toMatch(/holds no score/);
    expect(refusal(EVERY_FEATURE.replace('&amp;', '&lt;'))).toBe('read');
    // Nothing outside the file is read.
    const entity = EVERY_FEATURE.replace('<!DOCTYPE', '<!DOCTYPE x [<!ENTITY e SYSTEM "file:///etc/passwd">]><!--')
      .replace('partwise.dtd">', '-->')
      .replace('&amp;', '&e;');
    expect(refusal(entity)).not.toContain('root:');
  });

  it('in ABC keeps no sign of a key before: of this tune, nor of the one read before it', () => {
    const pitches = (text: string): string =>
      chosen(file(text))
        .music.notes.map(({ pitch }) => pitch)
        .join(' ');
    expect(pitches('X:1\nM:4/4\nL:1/4\nK:G\nGFAB|[K:C]GFAB|\nK:F\nGFAB|\nK:Am\n^GF=GG|GFAB|\n')).toBe(
      'G4 F#4 A4 B4 G4 F4 A4 B4 G4 F4 A4 Bb4 G#4 F4 G4 G4 G4 F4 A4 B4',
    );
    expect(pitches('X:1\nM:4/4\nL:1/4\nK:D dorian\nGFAB|^F-|F2 F z|\n')).toBe('G4 F4 A4 B4 F#4 F4');
    expect(pitches('X:1\nM:4/4\nL:1/4\nK:C\nGFAB|\n')).toBe('G4 F4 A4 B4');
  });

  it('in ABC lets a sign reach to the end of its bar, over ties, in every octave unless it says otherwise', () => {
    const pitches = (bars: string, reach = ''): string =>
      chosen(file(`X:1\n${reach}M:4/4\nL:1/4\nK:G\n${bars}|\n`))
        .music.notes.map(({ pitch }) => pitch)
        .join(' ');
    // The ABC music standard 2.1: accidentals, and %%propagate-accidentals.
    expect(pitches('_aaA=a|aA^cc')).toBe('Ab5 Ab5 Ab4 A5 A5 A4 C#5 C#5');
    expect(pitches('_aaA=a', '%%propagate-accidentals octave\n')).toBe('Ab5 Ab5 A4 A5');
    expect(pitches('_aaA=a', '%%propagate-accidentals not\n')).toBe('Ab5 A5 A4 A5');
    expect(pitches('A2^c2-|cABc')).toBe('A4 C#5 A4 B4 C5');
  });

  it('in ABC sounds as the engraver plays it, in every key that has signs', () => {
    const keys = ['G', 'D', 'Amix', 'F', 'Bb', 'Ebmaj', 'F#m', 'Cmin', 'Elyd', 'Gdor', 'Bphr'];
    const note = fc
      .tuple(fc.constantFrom(...'GABcdefga'), fc.constantFrom('', '', "'"))
      .map(([letter, octave]) => letter + (/[a-g]/.test(letter) ? octave : ''));
    const tune = fc
      .tuple(
        fc.constantFrom(...keys),
        fc.array(fc.array(note, { minLength: 4, maxLength: 4 }), { minLength: 1, maxLength: 5 }),
      )
      .map(([key, bars]) => `X:1\nT:Drawn\nM:4/4\nL:1/4\nK:${key}\n${bars.map((bar) => bar.join('')).join('|')}|\n`);
    fc.assert(
      fc.property(tune, (text) => {
        const read = file(text).music.parts[0]!.notes.map(({ onset, pitch }) => `${twelfths(onset)} ${pitch.midi}`);
        expect(read.sort()).toEqual(playedBy(text, 'abc'));
      }),
      { seed: 20261128, numRuns: 30 },
    );
  });

  it('mutated a thousand times gives a reading or a reason', () => {
    let [read, refused] = [0, 0];
    fc.assert(
      fc.property(fc.nat(EVERY_FEATURE.length - 2), fc.nat(40), fc.string({ maxLength: 6 }), (from, length, put) => {
        const text = EVERY_FEATURE.slice(0, from) + put + EVERY_FEATURE.slice(from + length);
        const one = readMusicFile(strToU8(text), engraved);
        if (!one.ok) {
          refused += 1;
          expect(one.refusal.message).toMatch(/\.$/);
          return;
        }
        read += 1;
        for (const { id } of one.value.music.parts) {
          const found = choose(one.value.music, VIOLIN, { part: id }, 'Test');
          if (!found.ok) expect(found.refusal.message).toMatch(/\.$/);
          else
            for (const { onset, length: long } of found.value.music.notes)
              expect(Number.isFinite(onset + long)).toBe(true);
        }
      }),
      { numRuns: 1000, seed: 3 },
    );
    expect(Math.min(read, refused)).toBeGreaterThan(50);
  });
});

function midiOf(name: string): number {
  const [, letter = 'C', sign = '', octave = '4'] = /^([A-G])([#b]*)(-?\d)$/.exec(name) ?? [];
  const plain = { C: 0, D: 2, E: 4, F: 5, G: 7, A: 9, B: 11 }[letter] ?? 0;
  return 12 * (Number(octave) + 1) + plain + [...sign].reduce((sum, one) => sum + (one === '#' ? 1 : -1), 0);
}

/** A part of MusicXML of one bar; a note is its step, octave and what else stands in it. */
const part = (notes: string, head = ''): string =>
  `<?xml version="1.0"?><score-partwise version="4.0"><part-list><score-part id="P1"><part-name>Violin</part-name></score-part></part-list><part id="P1"><measure number="1"><attributes><divisions>1</divisions>${head}</attributes>${notes}</measure></part></score-partwise>`;
const note = (step: string, octave: number, voice = '1', more = '', after = ''): string =>
  `<note>${more}<pitch><step>${step}</step><octave>${octave}</octave></pitch><duration>1</duration>${after}<voice>${voice}</voice></note>`;
const chordal = '<chord/>';

describe('ties inside chords', () => {
  const start = '<tie type="start"/>';
  const stop = '<tie type="stop"/>';
  const back = '<backup><duration>1</duration></backup>';

  it('make one note, whichever note of the chord goes on, and whichever voice it goes on in', () => {
    const lower = [note('E', 5), note('C', 5, '1', chordal, start), note('F', 5), note('C', 5, '1', chordal, stop)];
    expect(told(chosen(file(part(lower.join('')))))).toEqual(['E5+C5 0 1', 'F5 1 1']);
    // The chord of one voice becomes two voices, as notation programs write it.
    const parted = [note('E', 5), note('C', 5, '1', chordal, start), note('F', 5), back, note('C', 5, '2', '', stop)];
    const one = chosen(file(part(parted.join(''))));
    expect(told(one)).toEqual(['E5+C5 0 1', 'F5 1 1']);
    expect(one.places.flatMap(({ source, under }) => [source, ...under])).toEqual([0, 1, 2]);
    const joined = [note('E', 5), back, note('C', 5, '2', '', start), note('F', 5), note('C', 5, '1', chordal, stop)];
    expect(told(chosen(file(part(joined.join('')))))).toEqual(['E5+C5 0 1', 'F5 1 1']);
    // A tie over three, and a note of the same pitch that is played again.
    const three = [
      note('C', 5, '1', '', start),
      note('C', 5, '1', '', stop + start),
      note('C', 5, '1', '', stop),
      note('C', 5),
    ];
    expect(told(chosen(file(part(three.join('')))))).toEqual(['C5 0 3', 'C5 3 1']);
  });

  it('of MEI may name the chord: the pitches that are in both go on', () => {
    const mei = `<?xml version="1.0"?><mei xmlns="http://www.music-encoding.org/ns/mei" meiversion="5.0"><music><body><mdiv><score>
      <scoreDef meter.count="2" meter.unit="4"><staffGrp><staffDef n="1" lines="5" clef.shape="G" clef.line="2"/></staffGrp></scoreDef>
      <section><measure n="1"><staff n="1"><layer n="1"><chord xml:id="a" dur="4"><note pname="c" oct="5"/><note pname="e" oct="5"/></chord><chord xml:id="b" dur="4"><note pname="c" oct="5"/><note pname="f" oct="5"/></chord></layer></staff><tie startid="#a" endid="#b"/></measure></section></score></mdiv></body></music></mei>`;
    expect(told(chosen(file(mei)))).toEqual(['E5+C5 0 1', 'F5 1 1']);
  });
});

describe('files that are too much', () => {
  const refusal = (bytes: Uint8Array | string): string => {
    const read = readMusicFile(typeof bytes === 'string' ? strToU8(bytes) : bytes, engraved);
    return read.ok ? 'read' : read.refusal.message;
  };
  /** An archive of one file that says it is of this size unpacked: its directory is where the size is believed. */
  const claiming = (name: string, size: number): Uint8Array => {
    const archive = zipSync({ [name]: strToU8('<a/>') });
    const view = new DataView(archive.buffer);
    for (let at = 0; at < archive.length - 4; at += 1) {
      if (view.getUint32(at, true) === 0x02014b50) view.setUint32(at + 24, size, true);
    }
    return archive;
  };

  it('are refused before they are unpacked or engraved', () => {
    expect(refusal(new Uint8Array(24_000_001))).toMatch(/larger than 24 MB.*Export the part alone/);
    const bomb = Object.fromEntries(
      Array.from({ length: 40 }, (_, k) => [`filler-${k}.bin`, new Uint8Array(1_000_000)]),
    );
    const score = strToU8(part(note('A', 4) + note('B', 4)));
    const container = strToU8('<container><rootfiles><rootfile full-path="score.xml"/></rootfiles></container>');
    expect(refusal(zipSync({ 'META-INF/container.xml': container, 'score.xml': score, ...bomb }))).toBe('read');
    expect(refusal(claiming('score.xml', 4_000_000_000))).toContain('larger than');
    expect(refusal(claiming('META-INF/container.xml', 4_000_000_000))).toContain('holds no score');
    expect(refusal('<a>'.repeat(3_000_000))).toMatch(/elements lie too deep.*Export it again/);
    expect(refusal(`X:1\nK:C\n${'['.repeat(10_000)}c\n`)).toContain('At line 3 too many brackets are open.');
    expect(refusal(`X:1\nK:C\nC999999999\n`)).toContain('a number is larger than music has');
    expect(refusal(`X:1\nK:C\n${'CDEF'.repeat(20_000)}\n`)).toContain('too long');
    expect(refusal('<mei><music><staffDef meter.count="99999999"/></music></mei>')).toContain(
      'says meter.count 99999999',
    );
  });

  it('say numbers that no music has, and are read without them', () => {
    const odd = (more: string): string[] =>
      told(chosen(file(part(note('A', 4) + note('B', 4).replace('</step>', `</step>${more}`) + note('C', 5)))));
    expect(odd('<alter>1e9</alter>')).toEqual(['A4 0 1', 'B4 1 1', 'C5 2 1']);
    const lost = file(part(note('A', 4) + note('B', 99) + note('C', 5)));
    expect(told(chosen(lost))).toEqual(['A4 0 1', 'C5 2 1']);
    expect(lost.music.notices).toContain('Notes whose pitch cannot be read are left out.');
    const signature = '<key><fifths>-9e9</fifths></key><time><beats>1e9</beats><beat-type>4</beat-type></time>';
    expect(told(chosen(file(part(note('A', 4) + note('B', 4), signature))))).toEqual(['A4 0 1', 'B4 1 1']);
    expect(
      told(chosen(file(part(note('A', 4) + note('B', 4), '<transpose><chromatic>1e12</chromatic></transpose>')))),
    ).toHaveLength(2);
  });

  it('are spelled as they sound where a transposition names half steps alone', () => {
    const sounding = (halfSteps: number): string[] =>
      told(
        chosen(file(part(note('D', 5) + note('E', 5), `<transpose><chromatic>${halfSteps}</chromatic></transpose>`))),
      ).map((one) => one.split(' ')[0]!);
    // A clarinet in B flat, one in A, a horn in F: a major second, a minor third, a perfect fifth lower.
    expect(sounding(-2)).toEqual(['C5', 'D5']);
    expect(sounding(-3)).toEqual(['B4', 'C#5']);
    expect(sounding(-7)).toEqual(['G4', 'A4']);
  });

  it('keep a title and the number of a bar within what a study may have', () => {
    const long = part(note('A', 4) + note('B', 4)).replace('number="1"', `number="${'7'.repeat(40)}"`);
    const { music } = chosen(file(long), {});
    expect(music.bars[0]!.number).toHaveLength(12);
    const titled = choose(file(long).music, VIOLIN, {}, 'T'.repeat(900));
    expect(titled.ok && titled.value.music.title).toHaveLength(200);
  });
});
