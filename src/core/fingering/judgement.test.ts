import { INSTRUMENTS } from '../instruments/instruments.ts';
import { describe, expect, it } from 'vitest';
import { playable, tried } from '../study/playable.ts';
import { readRecipe, type RecipeInput } from '../recipe/recipe.ts';
import { CIRCLE } from '../theory/key-signature.ts';
import type { Way } from './fingering.ts';
import { REFERENCE_CASES } from './reference/cases.ts';
import { explainTyped } from '../study/typed/explain.ts';

/** The four things a colleague counts first. */
function counts(way: Way): number[] {
  return [
    way.shifts.length,
    way.shifts.reduce((sum, shift) => sum + Math.abs(shift.semitones), 0),
    way.crossings.length,
    way.fingers.filter((note) => note.reach !== 'none').length,
  ];
}

/** The most crossings in a row, every note on another string than the one before. */
function longestPingPong({ fingers }: Way): number {
  let run = 0;
  let longest = 0;
  fingers.slice(1).forEach((note, k) => {
    run = note.string === fingers[k]!.string ? 0 : run + 1;
    longest = Math.max(longest, run);
  });
  return longest;
}

describe('the best way', () => {
  it('is beaten by no other way offered in shifts, distance, crossings and reaches all at once', () => {
    const keys = [
      ...CIRCLE.major.map((tonic) => ({ tonic, form: 'major' as const })),
      ...CIRCLE.minor.flatMap((tonic) =>
        (['natural-minor', 'harmonic-minor', 'melodic-minor'] as const).map((form) => ({ tonic, form })),
      ),
    ];
    const beaten: string[] = [];
    let compared = 0;
    for (const instrument of INSTRUMENTS) {
      for (const { tonic, form } of keys) {
        for (const octaves of instrument === 'bass' ? [1, 2] : [1, 2, 3]) {
          const built = tried({ instrument, tonic, form, octaves, ways: 4 });
          if (!built.ok) continue;
          const [best, ...others] = built.value.ways.map(counts);
          compared += others.length;
          if (others.some((other) => other.every((count, k) => count < best![k]!))) {
            beaten.push(`${instrument} ${tonic} ${form} ${octaves}`);
          }
        }
      }
    }
    expect(beaten).toEqual([]);
    expect(compared).toBeGreaterThan(1000);
  });

  it('is beaten by no reference fingering in all four at once', () => {
    let compared = 0;
    for (const { id, recipe, expected } of REFERENCE_CASES) {
      if (expected.up === undefined) continue;
      const read = readRecipe(recipe);
      if (!read.ok) throw new Error(id);
      const line = [expected.up, expected.down].filter(Boolean).join(' ');
      const result = explainTyped(read.value, line);
      if (!result.ok || !result.value.ok) continue;
      compared += 1;
      const best = counts(result.value.best);
      expect(
        counts(result.value.way).every((count, k) => count < best[k]!),
        id,
      ).toBe(false);
    }
    expect(compared).toBeGreaterThan(50);
  });

  it('crosses no more often than it must in broken thirds, and never while it shifts in arpeggios', () => {
    for (const instrument of INSTRUMENTS) {
      for (const tonic of CIRCLE.major) {
        for (const octaves of instrument === 'bass' ? [1] : [1, 2]) {
          const thirds = tried({ instrument, tonic, octaves, figure: 'broken-thirds', direction: 'up', ways: 1 });
          // Between two strings thirds going up cross there, back and there again: three times, no more.
          if (thirds.ok)
            expect(longestPingPong(thirds.value.ways[0]!), `${instrument} ${tonic}`).toBeLessThanOrEqual(3);
          const arpeggio = tried({ instrument, tonic, octaves, figure: 'arpeggio', ways: 1 });
          if (!arpeggio.ok) continue;
          const [way] = arpeggio.value.ways;
          const shifts = way!.shifts.map((shift) => `${shift.from} ${shift.to}`);
          expect(way!.crossings.filter(({ from, to }) => shifts.includes(`${from} ${to}`))).toEqual([]);
        }
      }
    }
  });

  it('opens no hand of violin or viola wider than a major third from first to third finger, on one string or two', () => {
    // Common practice, no source: a fourth lies between the first finger and the fourth.
    let together = 0;
    for (const instrument of ['violin', 'viola'] as const) {
      for (const tonic of [...CIRCLE.major, 'C#', 'F#']) {
        for (const [form, figure] of [
          ['major', 'scale'],
          ['melodic-minor', 'scale'],
          ['major', 'arpeggio'],
        ] as const) {
          const built = tried({ instrument, tonic, form, figure, octaves: 2 });
          if (!built.ok) continue;
          for (const { fingers } of built.value.ways) {
            fingers.slice(1).forEach((note, k) => {
              const pair = [fingers[k]!, note];
              const first = pair.find((one) => one.finger === 1);
              const third = pair.find((one) => one.finger === 3);
              if (!first || !third || first.hand !== third.hand || first.hand > 7) return;
              together += 1;
              expect(third.stop - first.stop, `${instrument} ${tonic} ${form} ${figure}`).toBeLessThanOrEqual(4);
            });
          }
        }
      }
    }
    expect(together).toBeGreaterThan(500);
  });

  it('needs no thumb below the octave where a pupil without it can play', () => {
    const { ways } = playable({ instrument: 'cello', tonic: 'A', figure: 'arpeggio', octaves: 2, start: 'A2' });
    const low = (way: Way): boolean => way.fingers.some((note) => note.finger === 'T' && note.stop < 12);
    expect(low(ways[0]!)).toBe(false);
  });

  it('stays in one hand where a low key lies under it', () => {
    // Common practice: the first scales of every beginner, played without a shift.
    const lying: RecipeInput[] = [
      ...['G3', 'A3', 'Bb3', 'C4', 'D4', 'E4', 'F4', 'G4', 'A4', 'Bb4'].map((start) => ({
        instrument: 'violin' as const,
        tonic: start.slice(0, -1),
        start,
      })),
      ...['C3', 'D3', 'Eb3', 'F3', 'G3', 'A3', 'Bb3', 'C4', 'D4'].map((start) => ({
        instrument: 'viola' as const,
        tonic: start.slice(0, -1),
        start,
      })),
      ...['C2', 'D2', 'Eb2', 'F2', 'G2', 'A2', 'Bb2', 'C3', 'D3'].map((start) => ({
        instrument: 'cello' as const,
        tonic: start.slice(0, -1),
        start,
      })),
      ...['F1', 'G1', 'Bb1'].map((start) => ({ instrument: 'bass' as const, tonic: start.slice(0, -1), start })),
    ];
    for (const input of lying) {
      const built = tried({ ...input, ways: 1 });
      expect(built.ok && built.value.ways[0]!.shifts, `${input.instrument} ${input.start}`).toEqual([]);
    }
  });

  it('takes the mirrored way down unless another is asked for', () => {
    const back = (way: RecipeInput['return']): Way => {
      const built = playable({ instrument: 'violin', tonic: 'G', octaves: 3, return: way, ways: 1 });
      return built.ways[0]!;
    };
    const landings = (way: Way): (number | string)[] =>
      way.shifts.filter((shift) => shift.to > 21 && shift.semitones < 0).map((shift) => way.fingers[shift.to]!.finger);
    const mirrored = back('mirror');
    expect(mirrored.fingers.map((note) => note.finger)).toEqual(
      [...mirrored.fingers].reverse().map((note) => note.finger),
    );
    expect(new Set(landings(back('fourth')))).toEqual(new Set([4]));
    expect(new Set(landings(back('third')))).toEqual(new Set([3]));
  });

  it('obeys a pin wherever it stands, and keeps the rest as good as it can be', () => {
    const built = tried({
      instrument: 'violin',
      tonic: 'G',
      octaves: 2,
      start: 'G3',
      pins: [{ at: 7, string: 'D', finger: 1 }],
    });
    expect(
      built.ok && built.value.ways.every((way) => way.fingers[7]!.string === 'D' && way.fingers[7]!.finger === 1),
    ).toBe(true);
    const refused = tried({ instrument: 'violin', tonic: 'G', start: 'G3', pins: [{ at: 0, string: 'E' }] });
    expect(refused.ok ? '' : refused.refusal.message).toMatch(/G3 \(note 1\) does not lie on the E string.*: G\./);
    const wrong = tried({ instrument: 'bass', tonic: 'F', start: 'F1', pins: [{ at: 0, finger: 3 }] });
    expect(wrong.ok ? '' : wrong.refusal.message).toMatch(/Finger 3 cannot play F1.*What can: 1/);
  });

  it('lets a pin leave the group it stands in', () => {
    const groups = ['1234', '1234'];
    const built = tried({ instrument: 'violin', tonic: 'Bb', start: 'Bb4', groups, pins: [{ at: 7, finger: 2 }] });
    expect(built.ok && built.value.ways[0]!.fingers.slice(0, 8).map((note) => note.finger)).toEqual([
      1, 2, 3, 4, 1, 2, 3, 2,
    ]);
  });

  it('names the group, position or string that stands in the way', () => {
    const refusal = (input: RecipeInput): string => {
      const built = tried(input);
      return built.ok ? 'built' : `${built.refusal.path}: ${built.refusal.message}`;
    };
    expect(refusal({ instrument: 'violin', tonic: 'A', groups: ['123'] })).toMatch(/^groups: .*8 notes.*3 fingers/);
    expect(refusal({ instrument: 'violin', tonic: 'G', octaves: 2, positions: { low: 5, high: 5 } })).toMatch(
      /^positions: A3 .* cannot be reached with the hand between stops 5 and 5\. On the strings allowed it needs a hand between stops \d+ and \d+\.$/,
    );
    expect(refusal({ instrument: 'violin', tonic: 'G', start: 'G3', strings: ['A'] })).toMatch(/^strings: G3.*: G\./);
    expect(refusal({ instrument: 'violin', tonic: 'G', strings: ['C'] })).toMatch(
      /^strings.0: The violin has no C string/,
    );
    expect(refusal({ instrument: 'violin', tonic: 'G', pins: [{ at: 99, finger: 1 }] })).toMatch(
      /^pins.0.at: .*15 notes/,
    );
    expect(refusal({ instrument: 'violin', tonic: 'G', handSystem: '1-2-4' })).toMatch(/^handSystem/);
  });
});
