import { describe, expect, it } from 'vitest';
import { TICKS_PER_BEAT, timeNotes } from '../bowing/rhythm.ts';
import { framesOf, handSystemOf } from '../instruments/instrument.ts';
import { instrumentFor, INSTRUMENTS } from '../instruments/instruments.ts';
import type { ScoredStudy } from '../score/scored-study.ts';
import { scoreOf } from '../score/from-study.ts';
import { shiftCards } from '../shifts/shift-card.ts';
import { studyFrom } from './invented.fixture.ts';
import { shiftDrill } from './shift-drill.ts';

const KEYS = ['C', 'G', 'D', 'A', 'E', 'B', 'F#', 'Db', 'Ab', 'Eb', 'Bb', 'F'];
/** Sounding pitches of the open strings, MIDI: facts of the trade, written down again here. */
const OPEN: Readonly<Record<string, Readonly<Record<string, number>>>> = {
  violin: { G: 55, D: 62, A: 69, E: 76 },
  viola: { C: 48, G: 55, D: 62, A: 69 },
  cello: { C: 36, G: 43, D: 50, A: 57 },
  bass: { E: 28, A: 33, D: 38, G: 43 },
};

/** Every drill of a study, with its shift. */
function drillsOf(study: ScoredStudy) {
  return shiftCards(study.way, study.passage, study.recipe).map((card) => ({ card, ...shiftDrill(study, card) }));
}

describe('a shift’s drill', () => {
  const table = INSTRUMENTS.flatMap((instrument) =>
    KEYS.flatMap((tonic) =>
      (['major', 'harmonic-minor'] as const).flatMap((form) =>
        [1, 2, 3].map((octaves) => ({ instrument, tonic, form, octaves })),
      ),
    ),
  );

  it.each(INSTRUMENTS)(
    'sounds the arrival under the old hand and the new, in unison, and rests (%s, every key)',
    (instrument) => {
      let drills = 0;
      for (const recipe of table.filter((one) => one.instrument === instrument)) {
        let study: ScoredStudy;
        try {
          study = studyFrom({ ...recipe, bowing: { slur: 2 } });
        } catch {
          continue;
        }
        for (const { card, exercise, old } of drillsOf(study)) {
          drills += 1;
          const { notes } = exercise.passage;
          const { fingers } = exercise.way;
          const arrival = study.passage.notes[card.to.at]!.pitch.midi;
          const before = study.passage.notes[card.from.at]!.pitch.midi;
          const where = `${JSON.stringify(recipe)} note ${card.to.at}`;
          const timed = timeNotes(exercise.passage, exercise.recipe.bowing);
          const open = OPEN[instrument]!;
          // Every note sounds what its string and stop sound.
          fingers.forEach((note, at) => expect(open[note.string]! + note.stop, where).toBe(notes[at]!.pitch.midi));
          // Four times: before, arrival the old way, arrival the new way, perhaps an open string; then silence.
          const each = card.check ? 4 : 3;
          for (let time = 0; time < 4; time += 1) {
            const [first, oldWay, fresh, check] = Array.from({ length: each }, (_, k) => time * each + k);
            expect([notes[first!]!.pitch.midi, notes[oldWay!]!.pitch.midi, notes[fresh!]!.pitch.midi], where).toEqual([
              before,
              arrival,
              arrival,
            ]);
            expect([fingers[fresh!]!.finger, fingers[fresh!]!.string, fingers[fresh!]!.hand]).toEqual([
              card.to.finger,
              card.to.string,
              card.to.hand,
            ]);
            if (check !== undefined) expect([fingers[check]!.finger, fingers[check]!.stop], where).toEqual([0, 0]);
            const last = timed[time * each + each - 1]!;
            const next = timed[(time + 1) * each]!;
            expect(next.onset - last.onset - last.length, where).toBeGreaterThanOrEqual(TICKS_PER_BEAT);
            // The old way is the hand that was, or the old finger carried along.
            const oldHand = fingers[oldWay!]!;
            if (oldHand.hand === card.from.hand && oldHand.thumb === card.from.thumb) {
              const frames = framesOf(instrumentFor(recipe.instrument), handSystemOf(study.recipe));
              const offset = oldHand.stop - oldHand.hand;
              const reachable = frames.some(({ places }) =>
                places.some((place) => place.finger === oldHand.finger && place.offset === offset),
              );
              expect(reachable, where).toBe(true);
            } else
              expect([oldHand.finger, oldHand.string], where).toEqual([
                oldHand.hand === card.to.hand ? oldHand.finger : card.from.finger,
                card.to.string,
              ]);
          }
          // Where a finger of the old hand lies on the arrival, that is the old way.
          if (card.replacement?.arrives) expect(old.how, where).toBe('in the old hand');
          // A rest again before the same notes in their bow.
          const bowed = exercise.recipe.remarks.at(-1)!.at;
          const slow = timed[bowed - 1]!;
          expect(timed[bowed]!.onset - slow.onset - slow.length, where).toBeGreaterThanOrEqual(TICKS_PER_BEAT);
          // It is written in whole bars of four.
          for (const bar of scoreOf(exercise).parts[0]!.bars) {
            const filled =
              [...bar.notes.flatMap(({ restsBefore }) => restsBefore), ...bar.notes, ...bar.rests].reduce(
                (sum, { length }) => sum + length,
                0,
              ) / TICKS_PER_BEAT;
            expect(filled, where).toBeCloseTo(4, 9);
          }
        }
      }
      expect(drills).toBeGreaterThan(100);
    },
  );

  it('takes the third finger’s place with the first, beside the open string', () => {
    const study = studyFrom({ instrument: 'violin', tonic: 'A', octaves: 3 });
    const up = drillsOf(study)[0]!;
    expect(up.exercise.passage.own?.beats).toBe(4);
    expect(up.exercise.recipe.bowing.bpm).toBe(60);
    expect(up.exercise.recipe.remarks.map(({ text }) => text)).toEqual(['4 times', 'slowly', 'as in the study']);
  });

  it('slurs the last part where the study slurs the shift', () => {
    const study = studyFrom({ instrument: 'violin', tonic: 'A', octaves: 3, bowing: { slur: 3 } });
    const slurred = drillsOf(study).find(({ card }) => card.bow === 'slur')!;
    expect(slurred.exercise.recipe.bowing.pattern?.at(-1)).toBeGreaterThan(2);
    expect(slurred.exercise.recipe.remarks.at(-1)?.text).toBe('slurred, as in the study');
  });
});
