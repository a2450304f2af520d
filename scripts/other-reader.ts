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
// note of the first part. `npm run reader` installs them.

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

/** The first staff as LilyPond's own event listener writes it down. */
function byLilyPond(xml: string): string[] {
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
  const notes: Note[] = [];
  for (const line of readFileSync(join(place, first), 'utf8').split('\n')) {
    const [moment = '', kind, value = '', , length = ''] = line.split('\t');
    const [main = '', grace] = moment.split('-');
    const onset = 4 * Number(main);
    if (kind === 'note') {
      notes.push({ midi: Number(value), onset, length: grace === undefined ? 4 * Number(length) : 0, ties: false });
    } else if (kind === 'tie') {
      for (const one of notes) if (one.onset === onset) one.ties = true;
    }
  }
  rmSync(place, { recursive: true });
  return joined(notes);
}

function byUs(xml: string): string[] {
  const read = readMusicFile(strToU8(xml), () => undefined);
  if (!read.ok) throw new Error(read.refusal.message);
  const [part] = read.value.music.parts;
  return joined(
    (part?.notes ?? []).map(({ pitch, onset, length, tiedTo }) => ({
      midi: pitch.midi,
      onset,
      length,
      ties: tiedTo,
    })),
  );
}

/** A study or a passage as MusicXML; nothing where it cannot be played. The bass's written octave is left out of it. */
function written(asked: object): string | undefined {
  const built = buildFrom({ ...asked, ways: 1 });
  if (!built.ok || built.value.recipe.instrument === 'bass') return undefined;
  const { recipe, passage, ways } = built.value;
  const [way] = ways;
  return way && musicXml(scoreOf({ title: 'A file', recipe, passage, way }));
}

const wanted = Number(process.argv[2] ?? 40);
const files: (readonly [name: string, xml: string])[] = [['every feature', EVERY_FEATURE]];
DEMO_PASSAGES.forEach((asked, k) => {
  const xml = written(asked);
  if (xml) files.push([`passage ${k + 1}`, xml]);
});
for (const [k, { instrument, music }] of fc
  .sample(arbitraryMusic({ min: 8, max: 60 }), { numRuns: wanted, seed: 11 })
  .entries()) {
  const xml = written({ instrument, tonic: 'C', music });
  if (xml) files.push([`drawn passage ${k + 1}`, xml]);
}
for (const [k, asked] of fc.sample(arbitraryRecipe, { numRuns: wanted, seed: 12 }).entries()) {
  const xml = written(asked);
  if (xml) files.push([`drawn study ${k + 1}`, xml]);
}

let [agree, notes] = [0, 0];
for (const [name, xml] of files) {
  const [theirs, ours] = [byLilyPond(xml), byUs(xml)];
  const missing = theirs.filter((one) => !ours.includes(one));
  const extra = ours.filter((one) => !theirs.includes(one));
  notes += ours.length;
  if (missing.length + extra.length === 0 && theirs.length === ours.length) agree += 1;
  else say(`${name}: LilyPond alone ${missing.slice(0, 6).join(', ')}; we alone ${extra.slice(0, 6).join(', ')}`);
}
rmSync(folder, { recursive: true });
say(`${agree} of ${files.length} files agree note for note, ${notes} notes.`);
process.exitCode = agree === files.length ? 0 : 1;
