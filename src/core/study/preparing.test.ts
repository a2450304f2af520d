import { describe, expect, it } from 'vitest';
import { DEMO_PASSAGES } from '../../../demo/passages.ts';
import { foundIn } from '../passage/found.ts';
import { scoreOf } from '../score/from-study.ts';
import { musicXml } from '../score/musicxml.ts';
import { hardBars, hardWords } from '../score/hard-bars.ts';
import { playable } from './playable.ts';
import { preparing } from './preparing.ts';

describe('a passage, and what prepares it', () => {
  it('is a study with the very fingers of the passage', () => {
    let found = 0;
    for (const asked of DEMO_PASSAGES) {
      const { passage, recipe, ways } = playable({ ...asked, ways: 1 });
      for (const one of foundIn(passage, recipe.instrument)) {
        const asking = preparing(one, ways[0]!);
        expect(asking.pins).toHaveLength(one.to - one.from + 1);
        const study = playable({ ...asking, ways: 1 });
        const there = ways[0]!.fingers.slice(one.from, one.to + 1);
        expect(study.ways[0]!.fingers.map(({ string, finger, stop }) => [string, finger, stop])).toEqual(
          there.map(({ string, finger, stop }) => [string, finger, stop]),
        );
        expect(study.passage.notes.map(({ pitch }) => pitch.midi)).toEqual(
          passage.notes.slice(one.from, one.to + 1).map(({ pitch }) => pitch.midi),
        );
        found += 1;
      }
    }
    expect(found).toBeGreaterThan(2);
  });

  it('has what is hard counted bar by bar, against the signature of the bar', () => {
    for (const asked of DEMO_PASSAGES) {
      const { passage, recipe, ways } = playable({ ...asked, ways: 1 });
      const [way] = ways;
      const study = { title: 'x', recipe, passage, way: way! };
      const bars = hardBars(study);
      const sum = (of: 'shifts' | 'crossings'): number => bars.reduce((all, bar) => all + bar[of], 0);
      expect(sum('shifts')).toBe(way!.shifts.length);
      expect(sum('crossings')).toBe(way!.crossings.length);
      expect(bars.map(({ at }) => at)).toEqual(
        asked.music.notes.flatMap(({ bar }, at) => (bar === asked.music.notes[at - 1]?.bar ? [] : [at])),
      );
    }
    // They stand over the staff, and only where they are asked for.
    const [asked] = DEMO_PASSAGES;
    const { passage: mill, recipe: its, ways: all } = playable({ ...asked!, ways: 1 });
    const written = (marks: readonly 'hard'[]): string =>
      musicXml(scoreOf({ title: 'x', recipe: its, passage: mill, way: all[0]!, look: { fingers: 'all', marks } }));
    expect(written(['hard'])).toMatch(/<direction placement="above">\s*<direction-type>\s*<words[^>]*>1 shift/);
    expect(written(['hard'])).not.toMatch(/<direction placement="below">\s*<direction-type>\s*<words[^>]*>1 shift/);
    expect(written([])).not.toContain('1 shift');
    const music = {
      title: 'A turn',
      bars: [
        { number: '1', onset: 0, length: 4, metre: { beats: 4, unit: 4 }, fifths: 2 },
        { number: '2', onset: 4, length: 4, fifths: -1 },
      ],
      notes: ['F#4', 'F4', 'C#5', 'A4', 'Bb4', 'B4', 'F#4', 'C5'].map((pitch, k) => ({
        pitch,
        onset: k,
        length: 1,
        bar: k < 4 ? 0 : 1,
      })),
    };
    const { passage, recipe, ways } = playable({ instrument: 'violin', tonic: 'D', music, ways: 1 });
    const turned = { title: 'x', recipe, passage, way: ways[0]! };
    // In D major F is no note of the signature; in F major B and F♯ are none.
    expect(hardBars(turned).map(({ accidentals }) => accidentals)).toEqual([1, 2]);
    expect([...hardWords(turned).values()].join()).not.toContain('accidental');
  });
});
