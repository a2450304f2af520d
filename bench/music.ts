// Music from elsewhere, the class and the ear: how the search grows with a passage's length, what a class costs in units of one
// study, and how much work a minute of sound is.
import fc from 'fast-check';
import { classPlanFrom } from '../src/core/classroom/class-plan.ts';
import { bowedSound, RATE } from '../src/core/listening/bowed-sound.ts';
import { InventedPupil } from '../src/core/listening/invented-pupil.ts';
import { follower } from '../src/core/listening/follower.ts';
import { liveTrack } from '../src/core/listening/pitch-track.ts';
import { askedNotes } from '../src/core/listening/report.ts';
import { listen } from '../src/core/listening/listen.ts';
import { performanceOf } from '../src/core/listening/performance.ts';
import { arbitraryMusic } from '../src/core/recipe/arbitrary-music.ts';
import { titleOf } from '../src/core/recipe/title.ts';
import { buildFrom } from '../src/core/study/build.ts';
import { playable } from '../src/core/study/playable.ts';

const say = (line: string): void => void process.stdout.write(`${line}\n`);

function timed<T>(work: () => T): readonly [result: T, ms: number] {
  const from = performance.now();
  const result = work();
  return [result, performance.now() - from];
}

say('\nPassages: drawn at random, cello');
buildFrom({ instrument: 'cello', tonic: 'C', octaves: 2 });
let first = 0;
for (const count of [250, 500, 1000, 2000]) {
  const drawn = fc.sample(arbitraryMusic({ min: count, max: count }), { numRuns: 12, seed: 5 });
  const music = drawn.find(({ instrument }) => instrument === 'cello')?.music;
  if (!music) throw new Error('No passage for the cello was drawn.');
  const asked = { instrument: 'cello', tonic: 'C', music };
  const [, best] = timed(() => buildFrom({ ...asked, ways: 1 }));
  const [eight, all] = timed(() => buildFrom({ ...asked, ways: 8 }));
  first ||= all / count;
  const ways = eight.ok ? eight.value.ways.length : 0;
  const growth = (all / count / first).toFixed(2);
  say(
    `  ${count} notes: the best in ${best.toFixed(0)} ms, ${ways} ways in ${all.toFixed(0)} ms; a note costs ${growth} times one of 250`,
  );
}

const study = { instrument: 'violin', tonic: 'D', octaves: 2, ways: 1 } as const;
const [, one] = timed(() => buildFrom(study));
const sections = ['violin', 'viola', 'cello', 'bass'].map((instrument) => ({ instrument, level: 'first' }));
const [, plan] = timed(() => classPlanFrom({ tonic: 'D', octaves: 2, sections }));
say(`\nA class of four sections: ${plan.toFixed(0)} ms, ${(plan / one).toFixed(1)} times one study`);

say('\nHearing: an invented pupil, vibrato and noise');
for (const instrument of ['violin', 'viola', 'cello', 'bass'] as const) {
  const { recipe, passage, ways } = playable({
    instrument,
    tonic: 'F',
    octaves: instrument === 'bass' ? 1 : 2,
    ways: 1,
  });
  const [way] = ways;
  if (!way) continue;
  const scored = { title: titleOf(recipe), recipe, passage, way };
  const pupil = InventedPupil.parse({ seed: 3, bpm: 60, vibrato: 12, noise: -30 });
  const samples = bowedSound(performanceOf(scored, pupil), pupil);
  const midi = passage.notes.map(({ pitch }) => pitch.midi);
  const [, live] = timed(() => {
    const track = liveTrack(RATE, Math.min(...midi) - 2, Math.max(...midi) + 2);
    const { hear } = follower(askedNotes(scored, 'equal'), { a: 'auto', cents: 25 });
    for (let at = 0; at < samples.length; at += 441) track(samples.subarray(at, at + 441)).forEach(hear);
  });
  const [, ms] = timed(() => listen(scored, { samples, rate: RATE }));
  const minute = (ms / 1000 / (samples.length / RATE)) * 60;
  const share = live / 1000 / (samples.length / RATE);
  say(
    `  ${instrument}: ${minute.toFixed(1)} s of work for a minute of sound (asked: at most 4); live ${(100 * share).toFixed(0)} of 100 of a core (asked: at most 33)`,
  );
}
