import { instrumentFor } from '../../instruments/instruments.ts';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { arbitraryRecipe } from '../../recipe/arbitrary-recipe.ts';
import { playable, tried } from '../../study/playable.ts';
import type { RecipeInput } from '../../recipe/recipe.ts';
import { countsOf, differingNotes, runsOf } from './comparison.ts';
import { parseFingering } from '../../study/typed/parse.ts';
import { fingeringText, highestPosition } from './fingering-text.ts';
import { wayName, wayNames } from './way-name.ts';
import { INSTRUMENTS } from '../../instruments/instruments.ts';
import { positionWords } from '../../instruments/position.ts';
import { circleFor } from '../../theory/key-signature.ts';

function bestName(recipe: RecipeInput): string {
  const { ways, passage, recipe: whole } = playable({ ways: 1, ...recipe });
  return wayName(ways[0]!, [], { passage, recipe: whole });
}

describe('a fingering as text', () => {
  it('is read back as the same strings and fingers, whatever the study', () => {
    fc.assert(
      fc.property(arbitraryRecipe, (input) => {
        const built = tried({ ...input, ways: 2 });
        if (!built.ok) return;
        const instrument = instrumentFor(built.value.recipe.instrument, built.value.recipe.setUp);
        for (const { fingers } of built.value.ways) {
          const read = parseFingering(fingeringText(fingers), instrument);
          if (!read.ok) throw new Error(read.message);
          expect(read.notes.map(({ string, finger }) => [string, finger])).toEqual(
            fingers.map(({ string, finger }) => [string, finger]),
          );
        }
      }),
      { numRuns: 120 },
    );
  });

  it('parts the hands of one string by a dash', () => {
    const { ways } = playable({ instrument: 'violin', tonic: 'A', octaves: 1, start: 'A4', strings: ['A'], ways: 1 });
    const [way] = ways;
    const dashes = fingeringText(way!.fingers).split('–').length - 1;
    expect(dashes).toBe(way!.shifts.length);
  });

  it('says at which place it cannot be read, whatever is typed', () => {
    const { strings } = instrumentFor('cello');
    fc.assert(
      fc.property(fc.string({ maxLength: 30 }), (text) => {
        const read = parseFingering(text, instrumentFor('cello'));
        if (read.ok) {
          expect(read.notes.length).toBeGreaterThan(0);
          for (const { column, string } of read.notes) {
            expect('01234Tt').toContain(text[column]);
            if (string) expect(strings.map(({ name }) => name)).toContain(string);
          }
        } else {
          expect(read.column).toBeLessThanOrEqual(Math.max(0, text.length - 1));
          expect(read.message).toMatch(/is neither a string nor a finger|^Type a row of fingers/);
        }
      }),
    );
  });
});

describe('the name of a way', () => {
  // First-position facts: common practice, as in any beginner's book.
  it.each([
    [{ instrument: 'violin', tonic: 'G', octaves: 1, start: 'G3' }, 'stays in first position, open strings'],
    [
      { instrument: 'violin', tonic: 'G', octaves: 1, start: 'G3', openStrings: 'never' },
      'stays in first position, the fourth finger for an open string',
    ],
    [
      { instrument: 'violin', tonic: 'Db', octaves: 1, start: 'Db4', openStrings: 'never' },
      'stays in first position, no open strings',
    ],
    [{ instrument: 'violin', tonic: 'A', octaves: 1, start: 'A4', strings: ['A'] }, 'along the A string'],
  ] as const)('of %o is %s', (recipe, name) => {
    expect(bestName(recipe as RecipeInput)).toBe(name);
  });

  it('is no other way’s of the same study, over every key, form and range', () => {
    const alike: string[] = [];
    let named = 0;
    for (const instrument of INSTRUMENTS) {
      for (const form of ['major', 'melodic-minor', 'chromatic'] as const) {
        for (const tonic of circleFor(form).filter((_, k) => form === 'major' || k % 4 === 0)) {
          for (const octaves of [1, 2, 3]) {
            const built = tried({ instrument, tonic, form, octaves });
            if (!built.ok) continue;
            const names = wayNames(built.value.ways, built.value);
            named += names.length;
            if (new Set(names).size < names.length) alike.push(`${instrument} ${tonic} ${form} ${octaves}`);
          }
        }
      }
    }
    expect(alike).toEqual([]);
    expect(named).toBeGreaterThan(900);
  });

  it('tells where the first shifts arrive, and the note where two ways part that would be called alike', () => {
    const { ways, ...study } = playable({ instrument: 'violin', tonic: 'A', octaves: 3, start: 'A3' });
    const free = ways.find((way) => way.systems.length === 0)!;
    const arrivals = free.shifts.filter(({ to }) => to <= study.passage.top).map(({ to }) => free.fingers[to]!);
    expect(wayName(free, ways, study)).toContain(`${positionWords(arrivals[0]!)} on ${arrivals[0]!.string}`);
    const other = {
      ...free,
      fingers: free.fingers.map((note) => (note.at === 4 ? { ...note, finger: 2 as const } : note)),
    };
    const [one, two] = wayNames([free, other], study);
    expect(two).toBe(`${one}, second finger on E4`);
    expect(one).not.toContain('finger');
  });

  it.each([
    [{ instrument: 'violin', tonic: 'Ab', octaves: 3 }, 'lowered fourth position on D, fifth on E'],
    [{ instrument: 'cello', tonic: 'E', form: 'melodic-minor', octaves: 2 }, 'from second position, first on G'],
  ])('of %o says where it begins and where it goes, or the two places it goes to', (recipe, name) => {
    const { ways, ...study } = playable(recipe);
    const free = ways.find(
      (way) => way.systems.length === 0 && wayName(way, ways, study).startsWith(name.split(',')[0]!),
    )!;
    // One that goes to the same places: neither has a place of its own to be called by.
    const at = free.fingers.findIndex((note) => note.finger === 1 && note.at > 6);
    const twin = {
      ...free,
      fingers: free.fingers.map((note) => (note.at === at ? { ...note, finger: 2 as const } : note)),
    };
    const [told] = wayNames([free, twin], study);
    expect(told).toBe(name);
  });

  it('tells ways apart by finger, string or open string, and says when it is coming down', () => {
    const { ways, ...study } = playable({ instrument: 'violin', tonic: 'A', octaves: 3, start: 'A3' });
    const free = ways.find((way) => way.systems.length === 0)!;
    const { top } = study.passage;
    const but = (note: string, change: Partial<(typeof free.fingers)[number]>, after: number): typeof free => {
      const at = study.passage.notes.findIndex(({ pitch }, k) => k >= after && pitch.name === note);
      return { ...free, fingers: free.fingers.map((one) => (one.at === at ? { ...one, ...change } : one)) };
    };
    const [plain, ...others] = wayNames(
      [
        free,
        but('E4', { string: 'G', finger: 4 }, 0),
        but('E4', { string: 'G', finger: 3 }, 0),
        but('E5', { string: 'A', finger: 4 }, top),
        but('B4', { string: 'E', finger: 0 }, 0),
      ],
      study,
    );
    expect(others.map((name) => name.replace(`${plain}, `, ''))).toEqual([
      'E4 on G',
      // Parts from the first at the same note, from the second by its finger.
      'E4 on G, third finger on E4',
      'E5 on A, coming down',
      'open E for B4',
    ]);
  });

  it.each([
    ['up-down', 'key-set', 'arpeggio: D5 on G, coming down'],
    ['up', 'key-set', 'arpeggio: D5 on G'],
    ['up-down', 'octaves-joined', 'joined: D5 on G'],
  ] as const)('says in which part they part: %s in a %s', (direction, figure, words) => {
    const { ways, ...study } = playable({
      instrument: 'violin',
      tonic: 'G',
      start: 'G3',
      octaves: 2,
      figure,
      direction,
    });
    const [free] = ways;
    const { notes, parts } = study.passage;
    const part = figure === 'key-set' ? 1 : parts.length - 1;
    const inPart = notes.filter(({ at, pitch }) => at >= parts[part]! && pitch.name === 'D5');
    const at = (words.endsWith('down') ? inPart.find(({ heading }) => heading === 'down') : inPart[0])!.at;
    const changed = free!.fingers.map((one) => (one.at === at ? { ...one, string: 'G' } : one));
    const [plain, told] = wayNames([free!, { ...free!, fingers: changed }], study);
    expect(told).toBe(`${plain}, ${words}`);
  });

  it('says the word position once, but where a thumb would be a finger without it', () => {
    const { ways, ...study } = playable({ instrument: 'cello', tonic: 'Ab', form: 'chromatic', octaves: 2 });
    const names = wayNames(ways, study);
    expect(names).toContain('from half position, thumb position on A');
    expect(names.filter((name) => name.split(' position').length > 2 && !name.includes('thumb'))).toEqual([]);
  });

  it('of open strings alone says so', () => {
    expect(highestPosition([{ finger: 0, hand: 2, position: '1st' }])).toBe('open strings');
  });
});

describe('what is counted of a way', () => {
  it('agrees with a count made note by note', () => {
    fc.assert(
      fc.property(arbitraryRecipe, (input) => {
        const built = tried({ ...input, ways: 2 });
        if (!built.ok) return;
        for (const way of built.value.ways) {
          const counts = countsOf(way, 328);
          let hand: number | undefined;
          let string: string | undefined;
          const seen = { shifts: 0, distance: 0, crossings: 0, openStrings: 0, millimetres: 0 };
          // Stops of equal temperament: a string of length L is stopped L − L / 2^(stop/12) from the nut.
          const place = (stop: number): number => 328 - 328 / 2 ** (stop / 12);
          for (const note of way.fingers) {
            if (string !== undefined && note.string !== string) seen.crossings += 1;
            ({ string } = note);
            if (note.finger === 0) {
              seen.openStrings += 1;
              continue;
            }
            if (hand !== undefined && note.hand !== hand) {
              seen.shifts += 1;
              seen.distance += Math.abs(note.hand - hand);
              seen.millimetres += Math.abs(place(note.hand) - place(hand));
            }
            ({ hand } = note);
          }
          expect(counts).toMatchObject({
            shifts: seen.shifts,
            distance: seen.distance,
            crossings: seen.crossings,
            openStrings: seen.openStrings,
          });
          expect(counts.millimetres).toBeCloseTo(seen.millimetres, 6);
        }
      }),
      { numRuns: 80 },
    );
  });

  it('names the notes two ways play otherwise, and gathers them into runs', () => {
    const { ways } = playable({ instrument: 'viola', tonic: 'D', octaves: 2 });
    const [best, second] = ways;
    expect(differingNotes(best!, best!)).toEqual([]);
    const notes = differingNotes(best!, second!);
    expect(notes).toEqual(differingNotes(second!, best!));
    expect(notes.length).toBeGreaterThan(0);
    fc.assert(
      fc.property(fc.uniqueArray(fc.nat(40)), (some) => {
        const rising = some.toSorted((a, b) => a - b);
        const runs = runsOf(rising);
        expect(runs.flatMap(([from, to]) => Array.from({ length: to - from + 1 }, (_, k) => from + k))).toEqual(rising);
        // Neighbours are never left in two runs.
        runs.slice(1).forEach(([from], k) => expect(from).toBeGreaterThan(runs[k]![1] + 1));
      }),
    );
  });
});
