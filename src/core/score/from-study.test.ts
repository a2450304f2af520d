import { describe, expect, it } from 'vitest';
import type { RecipeInput } from '../recipe/recipe.ts';
import { titleOf } from '../recipe/title.ts';
import { playable } from '../study/playable.ts';
import { beamsOf } from './beam.ts';
import { scoreOf } from './from-study.ts';
import type { ScoreNote } from './score.ts';
import type { ScoreLook } from './scored-study.ts';

function notesOf(input: RecipeInput): { notes: ScoreNote[]; top: number } {
  const { recipe, passage, ways } = playable({ ways: 1, ...input });
  const [part] = scoreOf({ title: titleOf(recipe), recipe, passage, way: ways[0]! }).parts;
  return { notes: part!.bars.flatMap((bar) => bar.notes), top: passage.top };
}

const D_MAJOR: RecipeInput = { instrument: 'violin', tonic: 'D', start: 'D4' };

// How beams, wedges and bow marks are written: common practice of notation.
describe('a study as a score', () => {
  it('joins the notes of a beat, with a stub for the short one of a dotted pair', () => {
    const dotted = notesOf({ ...D_MAJOR, bowing: { rhythm: 'dotted' } }).notes;
    expect(dotted.slice(0, 2).map(({ beams }) => beams)).toEqual([['begin'], ['end', 'backward hook']]);
    const reversed = notesOf({ ...D_MAJOR, bowing: { rhythm: 'reversed-dotted' } }).notes;
    expect(reversed.slice(0, 2).map(({ beams }) => beams)).toEqual([['begin', 'forward hook'], ['end']]);
    const fours = notesOf({ ...D_MAJOR, bowing: { perBeat: 4 } }).notes;
    expect(fours.slice(0, 5).map(({ beams }) => beams.join())).toEqual([
      'begin,begin',
      'continue,continue',
      'continue,continue',
      'end,end',
      'begin,begin',
    ]);
    const alone = { onset: 0, value: { type: '16th', dots: 0 } } as const;
    expect(beamsOf([alone])).toEqual([[]]);
  });

  it('ends every bracket with its line, and names the hand again in brackets where it goes on', () => {
    const { recipe, passage, ways } = playable({ instrument: 'violin', tonic: 'A', octaves: 3, ways: 1 });
    const study = { title: '', recipe, passage, way: ways[0]! };
    for (const lines of [[], [1], [2, 4], [1, 2, 3, 4, 5]]) {
      const bars = scoreOf(study, lines).parts[0]!.bars;
      let open = false;
      for (const bar of bars) {
        if (bar.newLine) expect(open, `line at bar ${bar.number}`).toBe(false);
        for (const { directions } of bar.notes)
          for (const one of directions) {
            if (one.kind !== 'hand') continue;
            expect(open).toBe(one.edge === 'stop');
            open = one.edge === 'start';
          }
      }
      expect(open).toBe(false);
      const names = bars
        .flatMap((bar) => bar.notes.flatMap(({ directions }) => directions))
        .flatMap((one) => (one.kind === 'position' ? [one.words] : []));
      // A hand that stays over a line's end is named once more, the others as they were.
      expect(names.filter((words) => !words.startsWith('('))).toEqual(
        scoreOf(study)
          .parts[0]!.bars.flatMap((bar) => bar.notes.flatMap(({ directions }) => directions))
          .flatMap((one) => (one.kind === 'position' ? [one.words] : [])),
      );
      expect(names.filter((words) => words.startsWith('(')).length).toBeLessThanOrEqual(lines.length);
      if (lines.length === 1) expect(names).toContain('(1st)');
    }
  });

  it('leaves hands unnamed where that is asked, with fingers and strings as they are', () => {
    const { recipe, passage, ways } = playable({ instrument: 'violin', tonic: 'A', octaves: 3, ways: 1 });
    const study = { title: '', recipe, passage, way: ways[0]! };
    const marked = (look: ScoreLook): ScoreNote[] =>
      scoreOf({ ...study, look }, [2, 4]).parts[0]!.bars.flatMap((bar) => bar.notes);
    const kinds = (notes: readonly ScoreNote[], kind: string): number =>
      notes.flatMap(({ directions }) => directions).filter((one) => one.kind === kind).length;
    const [named, unnamed] = [marked({ fingers: 'all' }), marked({ fingers: 'all', hands: 'none' })];
    expect(kinds(named, 'position')).toBeGreaterThan(5);
    expect([kinds(unnamed, 'position'), kinds(unnamed, 'hand')]).toEqual([0, 0]);
    expect(kinds(unnamed, 'string')).toBe(kinds(named, 'string'));
    expect(unnamed.map(({ finger }) => finger)).toEqual(named.map(({ finger }) => finger));
  });

  it('names a hand again on every string where that is asked, each name with a bracket that ends', () => {
    const { recipe, passage, ways } = playable({ instrument: 'violin', tonic: 'A', octaves: 2, ways: 1 });
    const study = { title: '', recipe, passage, way: ways[0]!, look: { fingers: 'all', hands: 'every' } as const };
    const notes = scoreOf(study).parts[0]!.bars.flatMap((bar) => bar.notes);
    const at = notes.flatMap(({ directions }, k) => (directions.some(({ kind }) => kind === 'position') ? [k] : []));
    const strings = study.way.fingers.flatMap(({ string }, k) =>
      string === study.way.fingers[k - 1]?.string ? [] : [k],
    );
    expect(at).toEqual(strings);
    const edges = notes.flatMap(({ directions }) =>
      directions.flatMap((one) => (one.kind === 'hand' ? [one.edge] : [])),
    );
    expect(edges.filter((edge) => edge === 'start')).toHaveLength(edges.filter((edge) => edge === 'stop').length);
  });

  it('swells to the top and fades from there', () => {
    const { notes, top } = notesOf({ ...D_MAJOR, bowing: { dynamics: 'rise-and-fall' } });
    const wedges = notes.flatMap(({ id, directions }) =>
      directions.flatMap((one) => (one.kind === 'wedge' ? [`${id} ${one.edge}`] : [])),
    );
    expect(wedges).toEqual(['n0 crescendo', `n${top} stop`, `n${top} diminuendo`, 'n14 stop']);
    const up = notesOf({ ...D_MAJOR, direction: 'up', bowing: { dynamics: 'rise-and-fall' } }).notes;
    expect(up.flatMap(({ directions }) => directions.filter((one) => one.kind === 'wedge'))).toHaveLength(2);
  });

  it('marks the first bow, the bow the descent begins with, and the last', () => {
    const { notes } = notesOf({ ...D_MAJOR, bowing: { slur: 4, top: 'twice' } });
    expect(notes.filter(({ bow }) => bow).map(({ id, bow }) => `${id} ${bow}`)).toEqual([
      'n0 down',
      'n8 down',
      'n12 up',
    ]);
    const started = notesOf({ ...D_MAJOR, bowing: { slur: 4, top: 'twice', start: 'up' } }).notes;
    expect(started.filter(({ bow }) => bow).map(({ bow }) => bow)).toEqual(['up', 'up', 'down']);
  });

  it('slurs what one bow takes, and separates it where it is hooked', () => {
    const { notes } = notesOf({ ...D_MAJOR, bowing: { slur: 3, perBeat: 3, hooked: true, accents: 3 } });
    expect(notes.slice(0, 6).map(({ slur }) => [slur.starts, slur.stops])).toEqual([
      [true, false],
      [false, false],
      [false, true],
      [true, false],
      [false, false],
      [false, true],
    ]);
    expect(notes.every(({ hooked }) => hooked)).toBe(true);
    expect(notes.map(({ accented }) => accented).slice(0, 4)).toEqual([true, false, false, true]);
    expect(notesOf(D_MAJOR).notes.some(({ hooked, accented }) => hooked || accented)).toBe(false);
  });
});
