import { describe, expect, it } from 'vitest';
import type { RecipeInput } from '../recipe/recipe.ts';
import { titleOf } from '../recipe/title.ts';
import { marksOf } from '../score/score-marks.ts';
import type { ScoredStudy } from '../score/scored-study.ts';
import { playable } from '../study/playable.ts';
import { heardMarks } from './heard-marks.ts';
import type { HeardNote } from './heard-notes.ts';
import { reportOf, USUAL_HEARING, type Report } from './report.ts';

const { recipe, passage, ways } = playable({
  instrument: 'violin',
  tonic: 'G',
  octaves: 2,
  bowing: { perBeat: 1 },
  ways: 1,
} satisfies RecipeInput);
const study: ScoredStudy = { title: titleOf(recipe), recipe, passage, way: ways[0]! };

/** The study as it is asked, a note each second, changed by the caller. */
function reported(change: (notes: HeardNote[]) => HeardNote[]): Report {
  const notes = passage.notes.map(({ pitch }, at): HeardNote => ({
    onset: at,
    length: 0.9,
    midi: pitch.midi,
    slide: 0,
    silence: 0,
  }));
  return reportOf(study, change(notes), { ...USUAL_HEARING, a: 440 });
}

function heard(change: (notes: HeardNote[]) => HeardNote[]): Map<number, string> {
  return new Map(heardMarks(reported(change), USUAL_HEARING.level).map(({ at, words }) => [at, words]));
}

/** A note put off by so many half steps, the rest as it is. */
const off =
  (at: number, by: number) =>
  (notes: HeardNote[]): HeardNote[] =>
    notes.map((note, k) => (k === at ? { ...note, midi: note.midi + by } : note));

describe('what is written under the notes that were heard', () => {
  it('is nothing where all is well, and the cents where a note is off', () => {
    expect(heard((notes) => notes)).toEqual(new Map());
    expect(heard(off(5, -0.4))).toEqual(new Map([[5, '−40']]));
    expect(heard(off(5, 0.3))).toEqual(new Map([[5, '+30']]));
    expect(heard(off(5, 0.24))).toEqual(new Map());
    expect(heard(off(5, 1))).toEqual(new Map([[5, '≠']]));
  });

  it('tells a note left out, one that came late, and where it was begun again', () => {
    const without = heard((notes) => notes.filter((_, at) => at !== 9));
    expect(without.get(9)).toBe('×');
    // A second a beat: half a beat late, and the next in time again, quicker by as much.
    const late = heard((notes) => notes.map((note, at) => (at === 6 ? { ...note, onset: 6.5, length: 0.4 } : note)));
    expect(late).toEqual(new Map([[6, 'late']]));
    const soon = heard((notes) => notes.map((note, at) => (at >= 6 ? { ...note, onset: note.onset - 0.4 } : note)));
    expect(soon).toEqual(new Map([[6, 'soon']]));
    const again = heard((notes) => [
      ...notes.slice(0, 8),
      ...notes.slice(3).map((note, k) => ({ ...note, onset: note.onset + 6, silence: k === 0 ? 1 : 0 })),
    ]);
    expect(again).toEqual(new Map([[3, '↺']]));
  });

  it('goes with what is said first', () => {
    const { finger, string } = study.way.fingers[5]!;
    const [first] = reported(off(5, -0.4)).says;
    expect(first).toMatch(
      new RegExp(`^E4 is 40 cents flat, (open|(first|second|third|fourth) finger on) ${string}\\.$`),
    );
    expect(first!.includes('open')).toBe(finger === 0);
    expect(reported(off(5, 1)).says[0]).toBe('Another note stood for E4.');
    const late = reported((notes) => notes.map((note, at) => (at === 6 ? { ...note, onset: 6.5, length: 0.4 } : note)));
    expect(late.says[0]).toBe('F♯4 came late.');
    expect(late.verdict).toBe('shaky');
    const flat = reported((notes) =>
      notes.map((note, at) => {
        const mine = study.way.fingers[at]!;
        return mine.finger === 2 && mine.string === 'D' ? { ...note, midi: note.midi - 0.28 } : note;
      }),
    );
    expect(flat.says[0]).toBe('The second finger on D: 28 cents low.');
    expect(flat.says.join(' ')).not.toContain(' is ');
  });

  it('is nothing where too little was heard, and stands under the score with all else', () => {
    expect(heard((notes) => notes.slice(0, 5))).toEqual(new Map());
    const marked = { ...study, look: { fingers: 'all' as const, heard: [{ at: 4, words: '−31', cents: -31 }] } };
    expect(marksOf(marked).under).toEqual(new Map([[4, ['−31']]]));
  });
});
