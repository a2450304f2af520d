import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { draws } from '../base/draws.ts';
import { INSTRUMENTS } from '../instruments/instruments.ts';
import { titleOf } from '../recipe/title.ts';
import type { RecipeInput } from '../recipe/recipe.ts';
import type { ScoredStudy } from '../score/scored-study.ts';
import { readWave } from '../sound/read-wave.ts';
import { waveFile } from '../sound/wave-file.ts';
import { playable } from '../study/playable.ts';
import { DEMO_PASSAGES } from '../../../demo/passages.ts';
import { aligned, type AskedNote } from './alignment.ts';
import { bowedSound, RATE } from './bowed-sound.ts';
import type { HeardNote } from './heard-notes.ts';
import { Fault, InventedPupil } from './invented-pupil.ts';
import { listen } from './listen.ts';
import { performanceOf } from './performance.ts';
import { reportOf, USUAL_HEARING, type Report } from './report.ts';
import { verdictOf } from './verdict.ts';
import { THOROUGH } from '../../../tests/thorough.ts';

function studyOf(input: RecipeInput): ScoredStudy {
  const { recipe, passage, ways } = playable({ ...input, ways: 1 });
  return { title: titleOf(recipe), recipe, passage, way: ways[0]! };
}

function heardFrom(study: ScoredStudy, pupil: object): { report: Report; played: ReturnType<typeof performanceOf> } {
  const one = InventedPupil.parse(pupil);
  const played = performanceOf(study, one);
  return { played, report: listen(study, { samples: bowedSound(played, one), rate: RATE }) };
}

/** What stands at a share of a sorted list. */
function at(list: readonly number[], share: number): number {
  const sorted = list.toSorted((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))] ?? Number.NaN;
}

describe('a recording is heard', () => {
  it('as it was played: cents, onsets, restarts and notes left out, on all instruments, with vibrato and noise', () => {
    const truth = { cents: [] as number[], onsets: [] as number[], found: 0, all: 0, faults: 0, told: 0 };
    for (let seed = 1; seed <= 10 * THOROUGH; seed += 1) {
      const draw = draws(seed * 7919);
      const pick = <T>(list: readonly T[]): T => list[Math.floor(draw() * list.length)]!;
      const instrument = INSTRUMENTS[seed % 4]!;
      const study = studyOf({
        instrument,
        tonic: pick(['C', 'G', 'D', 'A', 'E', 'F', 'Bb', 'Eb']),
        form: pick(['major', 'harmonic-minor', 'melodic-minor']),
        octaves: instrument === 'bass' ? 1 : pick([1, 2]),
        bowing: { slur: pick([1, 2, 4]), perBeat: pick([1, 2]) },
      });
      const count = study.passage.notes.length;
      const place = (): number => 4 + Math.floor(draw() * (count - 8));
      const clean = seed % 5 === 0;
      const off = { at: place(), cents: Math.round((draw() < 0.5 ? -1 : 1) * (40 + 20 * draw())) };
      const skip = { at: off.at + 2, skip: true };
      const back = { at: place(), backTo: 3 };
      const faults = clean ? [] : [off, ...(seed % 3 === 0 ? [skip] : []), ...(seed % 3 === 1 ? [back] : [])];
      const pupil = {
        seed,
        bpm: pick([50, 60, 72]),
        a: pick([437, 440, 444]),
        noise: -30,
        vibrato: pick([0, 10, 20]),
        faults,
      };
      const { report, played } = heardFrom(study, pupil);
      const last = new Map(played.map((note) => [note.at, note]));
      for (const note of last.values()) {
        const heard = report.notes[note.at]!;
        truth.all += 1;
        if (!heard.heard || Math.abs(heard.onset! - note.onset) > 0.25) continue;
        truth.found += 1;
        truth.cents.push(Math.abs(heard.cents! - note.cents));
        truth.onsets.push(Math.abs(heard.onset! - note.onset));
      }
      if (faults.includes(skip as never)) {
        truth.faults += 1;
        if (!report.notes[skip.at]!.heard) truth.told += 1;
      }
      if (faults.includes(back as never)) {
        truth.faults += 1;
        if (report.begunAgain === 1) truth.told += 1;
      }
      const where = `${seed} ${instrument} ${study.title}`;
      if (clean) expect(report.verdict, where).not.toBe('missed');
      else expect(report.verdict, where).not.toBe('clean');
      expect(Math.abs(report.a - pupil.a), where).toBeLessThan(1.5);
      expect(report.says.length, where).toBeLessThanOrEqual(5);
    }
    expect(at(truth.cents, 0.5)).toBeLessThan(3);
    expect(at(truth.cents, 0.95)).toBeLessThan(8);
    expect(at(truth.onsets, 0.95)).toBeLessThan(0.04);
    expect(truth.found / truth.all).toBeGreaterThan(0.99);
    expect(truth.told / truth.faults).toBeGreaterThan(0.95);
  });

  it('and told in a teacher’s words, with cents and millimetres', () => {
    const study = studyOf({ instrument: 'violin', tonic: 'A', octaves: 3, bowing: { perBeat: 1 } });
    const [shift] = study.way.shifts;
    const { report } = heardFrom(study, { seed: 4, bpm: 96, faults: [{ at: shift!.to, cents: -40 }] });
    const landed = report.shifts.find(({ to }) => to === shift!.to)!;
    expect(landed.cents).toBeGreaterThan(-44);
    expect(landed.cents).toBeLessThan(-36);
    // By the string's law: 328 mm · 2^(−stop/12) · (1 − 2^(40/1200)).
    const { stop } = study.way.fingers[shift!.to]!;
    expect(landed.millimetres).toBeCloseTo(328 * 2 ** (-stop / 12) * (1 - 2 ** (40 / 1200)), 0);
    expect(report.says[0]).toMatch(/^The shift to \S+ lands (3[6-9]|4[0-4]) cents flat: aim \d millimetres higher\.$/);
    expect(report.verdict).toBe('shaky');
    expect(report.bpm).toBeCloseTo(96, 0);
    const { report: clean } = heardFrom(study, { seed: 5, bpm: 96 });
    expect(clean.verdict).toBe('clean');
    expect(clean.says[0]).toBe('Every note was there, in tune and in time.');
  });

  it('and not judged where it is another study, or silence', () => {
    const study = studyOf({ instrument: 'cello', tonic: 'D', octaves: 2 });
    const silence = listen(study, { samples: new Float32Array(3 * RATE), rate: RATE });
    expect(silence.verdict).toBe('unclear');
    expect(silence.says[0]).toMatch(/Too little can be heard/);
    const few = InventedPupil.parse({
      faults: Array.from({ length: 22 }, (_, k) => Fault.parse({ at: k + 7, skip: true })),
    });
    const played = performanceOf(study, few);
    expect(played.length).toBe(7);
    expect(listen(study, { samples: bowedSound(played, few), rate: RATE }).verdict).toBe('unclear');
  });

  it('as one note where a bow only swells, and as two where it begins again', () => {
    const study = studyOf({ instrument: 'violin', tonic: 'C', start: 'C4', octaves: 1 });
    const heard = (again: Partial<HeardNote>): Report => {
      const notes = study.passage.notes.flatMap(({ pitch }, at): HeardNote[] => {
        const one = { onset: at, length: at === 3 ? 0.4 : 0.9, midi: pitch.midi, slide: 0, silence: 0 };
        return at === 3 ? [one, { ...one, ...again, onset: at + 0.4, length: 0.5, midi: pitch.midi + 0.09 }] : [one];
      });
      return reportOf(study, notes, { ...USUAL_HEARING, a: 440 });
    };
    const swells = heard({ sank: true });
    expect(swells.notes[3]).toMatchObject({ times: 1, length: 0.9, onset: 3 });
    expect(swells.notes[3]!.cents).toBeCloseTo(5, 1);
    expect(heard({}).notes[3]).toMatchObject({ times: 2, length: 0.5, onset: 3.4 });
  });

  it('of a passage somebody else wrote, with its rests and chords, as of a study', () => {
    for (const passage of DEMO_PASSAGES) {
      const study = studyOf(passage);
      const { report } = heardFrom(study, {
        seed: 3,
        bpm: 72,
        noise: -40,
        vibrato: 8,
        faults: [{ at: 10, cents: -40 }],
      });
      expect(report.coverage).toBe(1);
      expect(report.bpm).toBeCloseTo(72, 0);
      expect(report.late).toEqual([]);
      const off = report.notes.filter(({ cents }) => Math.abs(cents!) > 20).map(({ at: place }) => place);
      expect(off).toEqual([10]);
      expect(report.says[0]).toMatch(/(is|lands|:) (39|40|41) cents (flat|low)/);
    }
  });

  it('against the temperament that is asked', () => {
    const study = studyOf({ instrument: 'violin', tonic: 'C', start: 'C4', octaves: 1 });
    const pupil = InventedPupil.parse({ seed: 2 });
    const sound = { samples: bowedSound(performanceOf(study, pupil), pupil), rate: RATE };
    const cents = (temperament: 'equal' | 'just'): number =>
      listen(study, sound, { ...USUAL_HEARING, temperament, a: 440 }).notes[2]!.cents!;
    // An equal third is 14 cents wider than a pure one, which stands on a C 6 cents above equal by pure fifths from A.
    expect(cents('equal')).toBeCloseTo(0, 0);
    expect(cents('just') - cents('equal')).toBeCloseTo(13.7 + 5.9, 0);
  });
});

describe('the likeliest reading', () => {
  const note = (midi: number, onset: number, silence = 0): HeardNote => ({
    onset,
    length: 0.4,
    midi,
    slide: 0,
    silence,
  });
  const scale: AskedNote[] = [60, 62, 64, 65, 67, 69, 71, 72].map((midi, beat) => ({ midi, beat }));
  const read = (list: readonly number[], silences: ReadonlyMap<number, number> = new Map()): (number | undefined)[] => [
    ...aligned(
      list.map((midi, k) => note(midi, k / 2, silences.get(k) ?? 0)),
      scale,
    ),
  ];

  it('knows going on, leaving out, going back, and what is no note', () => {
    expect(read([60, 62, 64, 65, 67, 69, 71, 72])).toEqual([0, 1, 2, 3, 4, 5, 6, 7]);
    expect(read([60, 62, 65, 67, 69, 71, 72])).toEqual([0, 1, 3, 4, 5, 6, 7]);
    expect(read([60, 62, 64, 62, 64, 65, 67, 69, 71, 72], new Map([[3, 0.6]]))).toEqual([0, 1, 2, 1, 2, 3, 4, 5, 6, 7]);
    expect(read([60, 62, 63.2, 65, 67, 69, 71, 72])).toEqual([0, 1, 2, 3, 4, 5, 6, 7]);
    expect(read([60, 62, 64, 65, 80, 67, 69, 71, 72])).toEqual([0, 1, 2, 3, undefined, 4, 5, 6, 7]);
  });

  it('is the best of all there are, tried one by one on a few notes', () => {
    const few = scale.slice(0, 4);
    const costOf = (list: readonly HeardNote[], reading: readonly (number | undefined)[]): number => {
      // The same costs, written out once more by hand for one reading.
      let [last, sum] = [-1, 0];
      list.forEach((one, k) => {
        const at = reading[k];
        if (at === undefined) {
          sum += 6;
          return;
        }
        const away = one.midi - few[at]!.midi;
        sum += Math.min((away / 0.3) ** 2, Math.abs(away) < 2.6 ? 5 : 9);
        if (at > last) sum += 3 * (at - last - 1);
        else if (at === last) sum += one.sank ? 0.4 : 3;
        else sum += one.silence >= 0.25 ? 3.5 : 8;
        last = at;
      });
      return sum + 1.5 * (few.length - 1 - last);
    };
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 590, max: 660 }), fc.constantFrom('stop', 'sank', 'goes')), {
          minLength: 1,
          maxLength: 5,
        }),
        (drawn) => {
          const list = drawn.map(([tenths, how], k) => ({
            ...note(tenths / 10, k, how === 'stop' ? 0.5 : 0),
            ...(how === 'sank' && { sank: true as const }),
          }));
          const all = list.reduce<(number | undefined)[][]>(
            (readings) => readings.flatMap((one) => [undefined, 0, 1, 2, 3].map((at) => [...one, at])),
            [[]],
          );
          const least = Math.min(...all.map((reading) => costOf(list, reading)));
          expect(costOf(list, aligned(list, few))).toBeCloseTo(least, 9);
        },
      ),
      { numRuns: 120, seed: 6 },
    );
  });
});

describe('a verdict', () => {
  const whole = { coverage: 1, off: 0, farOff: 0, wrong: 0, leftOut: 0, begunAgain: 0, late: 0, notes: 15 };
  it('is clean only where nothing is amiss, and missed where much is', () => {
    expect(verdictOf(whole)).toBe('clean');
    for (const fault of ['off', 'wrong', 'leftOut', 'begunAgain', 'late'] as const) {
      expect(verdictOf({ ...whole, [fault]: 1 }), fault).toBe('shaky');
    }
    expect(verdictOf({ ...whole, wrong: 3, leftOut: 1 })).toBe('missed');
    expect(verdictOf({ ...whole, begunAgain: 2 })).toBe('missed');
    expect(verdictOf({ ...whole, coverage: 0.4, leftOut: 9 })).toBe('unclear');
  });
});

describe('a WAVE file', () => {
  it('is read as it was written, whatever its numbers', () => {
    const samples = Float32Array.from({ length: 500 }, (_, k) => Math.sin(k / 9) * 0.7);
    const read = readWave(waveFile(samples, 22_050));
    if (!read.ok) throw new Error(read.refusal.message);
    expect(read.value.rate).toBe(22_050);
    read.value.samples.forEach((one, k) => expect(one).toBeCloseTo(samples[k]!, 3));
  });

  it('is refused in words if it is not a recording', () => {
    const refusal = (bytes: Uint8Array): string => {
      const read = readWave(bytes);
      return read.ok ? 'read' : read.refusal.message;
    };
    expect(refusal(new Uint8Array(100))).toMatch(/no WAVE file/);
    const packed = waveFile(new Float32Array(10), 8000);
    packed[20] = 2;
    expect(refusal(packed)).toMatch(/is packed/);
    expect(refusal(waveFile(new Float32Array(10), 8000).slice(0, 40))).toMatch(/no WAVE file/);
  });
});
