// How truly a recording is heard: 300 performances of an invented pupil, and 60 put together from recorded strings, against what was
// played. Says what is asked beside each figure.
import { draws } from '../src/core/base/draws.ts';
import { INSTRUMENTS } from '../src/core/instruments/instruments.ts';
import { bowedSound, RATE } from '../src/core/listening/bowed-sound.ts';
import { InventedPupil } from '../src/core/listening/invented-pupil.ts';
import { listen } from '../src/core/listening/listen.ts';
import { performanceOf, type PlayedNote } from '../src/core/listening/performance.ts';
import { USUAL_HEARING, type Report } from '../src/core/listening/report.ts';
import type { RecipeInput } from '../src/core/recipe/recipe.ts';
import { titleOf } from '../src/core/recipe/title.ts';
import type { ScoredStudy } from '../src/core/score/scored-study.ts';
import { playable } from '../src/core/study/playable.ts';
import { recordedPerformance, recordedStrings } from './recorded-strings.ts';

const say = (line: string): void => void process.stdout.write(`${line}\n`);
const [performances = 300, recorded = 60] = process.argv.slice(2).map(Number);
/** `--tell` names what was heard wrongly. */
const tell = process.argv.includes('--tell');

/** A tally of one row of the table. */
interface Tally {
  readonly cents: number[];
  readonly onsets: number[];
  aligned: number;
  all: number;
}

const tally = (): Tally => ({ cents: [], onsets: [], aligned: 0, all: 0 });
const high = tally();
const low = tally();
const told = { restarts: 0, begun: 0, left: 0, skipped: 0, cleanMissed: 0, cleans: 0, faultyClean: 0, faulty: 0 };
const lates = { heard: 0, all: 0 };

function drawnStudy(seed: number): { study: ScoredStudy; draw: () => number } {
  const draw = draws(seed * 7919);
  const pick = <T>(list: readonly T[]): T => list[Math.floor(draw() * list.length)] as T;
  const instrument = INSTRUMENTS[seed % 4] ?? 'violin';
  const input: RecipeInput = {
    instrument,
    tonic: pick(['C', 'G', 'D', 'A', 'E', 'B', 'F#', 'F', 'Bb', 'Eb', 'Ab', 'Db']),
    figure: pick(['scale', 'scale', 'arpeggio', 'broken-thirds']),
    form: pick(['major', 'harmonic-minor', 'melodic-minor']),
    octaves: instrument === 'bass' ? pick([1, 2]) : pick([1, 2, 3]),
    bowing: { slur: pick([1, 2, 3, 4]), perBeat: pick([1, 2]) },
    ways: 1,
  };
  const { recipe, passage, ways } = playable(input);
  const [way] = ways;
  if (!way) throw new Error('No way was found.');
  return { study: { title: titleOf(recipe), recipe, passage, way }, draw };
}

/** Compares what was heard with what was played last of each note; cents as given, or as the performance has them. */
function compare(
  study: ScoredStudy,
  played: readonly PlayedNote[],
  report: Report,
  cents: readonly (number | undefined)[] = played.map((note) => note.cents),
): void {
  const last = new Map(played.map((note, k) => [note.at, { note, cents: cents[k] }]));
  for (const { note, cents: true_ } of last.values()) {
    const row = note.hz < 80 ? low : high;
    const heard = report.notes[note.at];
    row.all += 1;
    if (!heard?.heard || heard.onset === undefined || !overlaps(note, heard.onset, heard.length ?? 0)) {
      if (tell)
        say(
          `    ${study.recipe.instrument} ${study.title}: note ${note.at} at ${note.onset.toFixed(2)} s is ${heard?.heard ? `heard at ${heard.onset ?? 0}` : 'not heard'}`,
        );
      continue;
    }
    row.aligned += 1;
    row.onsets.push(Math.abs(heard.onset - note.onset));
    if (true_ !== undefined && heard.cents !== undefined) {
      row.cents.push(Math.abs(heard.cents - true_));
      if (tell && Math.abs(heard.cents - true_) > 12)
        say(
          `    ${study.recipe.instrument} ${study.title}: note ${note.at}, ${note.hz.toFixed(0)} Hz, ${note.length.toFixed(2)} s: ${heard.cents} cents for ${true_.toFixed(1)}`,
        );
    }
  }
}

/** A note is aligned rightly where what was taken for it sounds while it was played. */
function overlaps({ onset, length }: PlayedNote, from: number, lasts: number): boolean {
  const both = Math.min(onset + length, from + lasts) - Math.max(onset, from);
  return both > 0.5 * Math.min(length, lasts);
}

function share(list: readonly number[], part: number): number {
  const sorted = list.toSorted((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(part * sorted.length))] ?? Number.NaN;
}

function print(name: string, { cents, onsets, aligned, all }: Tally, asked: string): void {
  if (all === 0) return;
  say(
    `  ${name}: ${aligned} of ${all} notes aligned (${((100 * aligned) / all).toFixed(1)} of 100), cents median ${share(cents, 0.5).toFixed(1)}, 90 of 100 within ${share(cents, 0.9).toFixed(1)}, 95 within ${share(cents, 0.95).toFixed(1)}; onsets 95 within ${(1000 * share(onsets, 0.95)).toFixed(0)} ms (asked ${asked})`,
  );
}

say(`\n${performances} performances of an invented pupil, faults, vibrato, noise at −30 dB`);
for (let seed = 1; seed <= performances; seed += 1) {
  const { study, draw } = drawnStudy(seed);
  const count = study.passage.notes.length;
  const pick = <T>(list: readonly T[]): T => list[Math.floor(draw() * list.length)] as T;
  const place = (): number => 3 + Math.floor(draw() * (count - 6));
  const kind = seed % 5;
  const shift = study.way.shifts[Math.floor(draw() * study.way.shifts.length)]?.to;
  const off = { at: shift ?? place(), cents: Math.round((draw() < 0.5 ? -1 : 1) * (40 + 20 * draw())) };
  const faults: object[] = kind === 0 ? [] : [off];
  const other = place();
  if (kind === 2 && other !== off.at) faults.push({ at: other, skip: true });
  const back = place();
  if (kind === 3 && back !== off.at) faults.push({ at: back, backTo: Math.max(0, back - 1 - Math.floor(draw() * 8)) });
  if (kind === 4 && other !== off.at) faults.push({ at: other, late: 0.3 });
  const pupil = InventedPupil.parse({
    seed,
    bpm: pick([50, 60, 72, 84]),
    a: pick([436, 440, 442, 445]),
    noise: -30,
    vibrato: pick([0, 8, 15, 22]),
    faults,
  });
  const played = performanceOf(study, pupil);
  const report = listen(study, { samples: bowedSound(played, pupil), rate: RATE });
  compare(study, played, report);
  if (kind === 0) {
    told.cleans += 1;
    if (report.verdict === 'missed') told.cleanMissed += 1;
    if (report.verdict !== 'clean' && tell)
      say(`    clean but ${report.verdict}: ${study.recipe.instrument} ${study.title}: ${report.says.join(' ')}`);
  } else {
    told.faulty += 1;
    if (report.verdict === 'clean') told.faultyClean += 1;
  }
  if (kind === 2 && faults.length > 1) {
    told.skipped += 1;
    if (report.notes[other]?.heard === false) told.left += 1;
    else if (tell) say(`    left out ${other}, not told: ${study.recipe.instrument} ${study.title}`);
  }
  if (kind === 3 && faults.length > 1) {
    told.begun += 1;
    if (report.begunAgain === 1) told.restarts += 1;
    else if (tell)
      say(`    begun again once, ${report.begunAgain} told: ${study.recipe.instrument} ${study.title} from ${back}`);
  }
  if (kind === 4 && faults.length > 1) {
    lates.all += 1;
    if (report.verdict !== 'clean') lates.heard += 1;
  }
}
print('80 Hz and above', high, 'median 3, 95 within 8; 40 ms; 99');
print('below 80 Hz', low, 'median 5, 95 within 12; 60 ms; 99');
say(
  `  begun again ${told.restarts} of ${told.begun}, left out ${told.left} of ${told.skipped} (asked 95 of 100); clean ones called missed ${told.cleanMissed} of ${told.cleans}, faulty ones called clean ${told.faultyClean} of ${told.faulty} (asked none)`,
);

say(`\n${recorded} performances put together from recorded single notes, a room, noise at −45 dB`);
const strings = await recordedStrings();
for (const row of [high, low]) {
  row.cents.length = 0;
  row.onsets.length = 0;
  row.aligned = 0;
  row.all = 0;
}
for (let seed = 1; seed <= recorded; seed += 1) {
  const { study, draw } = drawnStudy(seed + 1000);
  const pupil = InventedPupil.parse({
    seed,
    bpm: 50 + Math.floor(30 * draw()),
    faults: study.passage.notes.map((_, at) => ({ at, cents: Math.round(60 * draw() - 30) })),
  });
  const played = performanceOf(study, pupil);
  const { samples, rate, cents } = recordedPerformance(strings, study.recipe.instrument, played, { seed, noise: -45 });
  compare(study, played, listen(study, { samples, rate }, { ...USUAL_HEARING, a: 440 }), cents);
}
print('80 Hz and above', high, '98 aligned, 90 within 8');
print('below 80 Hz', low, '98 aligned, 90 within 8');
