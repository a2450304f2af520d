import { passageOf } from '../passage/from-ask.ts';
import { describe, expect, it } from 'vitest';
import { playable } from '../study/playable.ts';
import { type Passage } from '../passage/passage.ts';
import { readRecipe } from '../recipe/recipe.ts';
import { FORMS } from '../theory/form.ts';
import { bowStrokes } from './bow.ts';
import { Bowing } from '../recipe/bowing.ts';
import { evennessOf, isTaken, remediesFor, remedied, stepsOf, type Remedy } from './coming-out-even.ts';
import { evenSentence, remedySentence } from './even-sentences.ts';

function passage(input: object): Passage {
  const recipe = readRecipe({ instrument: 'violin', tonic: 'G', ...input });
  const notes = recipe.ok ? passageOf(recipe.value) : recipe;
  if (!notes.ok) throw new Error(notes.refusal.message);
  return notes.value;
}

/** Notes tonic to tonic and octave by octave, from the semitones of the form alone. */
function perOctave(form: (typeof FORMS)[number]): number {
  const { scale, chord } = form;
  if (!scale) return chord!.length;
  return scale.kind === 'degrees' ? scale.up.length : scale.kind === 'chromatic' ? 12 : scale.semitones.length;
}

/**
 * The independent check: a study written out as a row of note lengths, walked through bow by bow.
 * True when the top and the last note each begin a bow, or when every way fills whole bows.
 */
function walks(
  steps: number,
  group: number,
  added: Pick<Remedy, 'opening' | 'closing' | 'top' | 'longTonic' | 'longTop'>,
): boolean {
  const turn = { none: 0, two: 2, three: 3 };
  const up = [1 + added.longTonic, ...Array<number>(turn[added.opening] + steps - 1).fill(1)];
  const top = added.top === 'long' ? [1 + added.longTop] : added.top === 'twice' ? [1, 1] : [1];
  const down = Array<number>(steps - 1 + turn[added.closing]).fill(1);
  const row = [...up, ...top, ...down, 1];
  const begins: boolean[] = [];
  const ends: boolean[] = [];
  let filled = 0;
  for (const length of row) {
    begins.push(filled % group === 0);
    filled += length;
    ends.push(filled % group === 0);
  }
  const first = up.length;
  const turning = begins[first]! && begins[row.length - 1]!;
  const closing = added.top === 'twice' && ends[first]! && ends[row.length - 1]!;
  return turning || closing;
}

/** Every addition of at most `most` notes' time that walks out even, the least first. */
function bruteForce(steps: number, group: number, most: number): { notes: number; time: number }[] {
  const found: { notes: number; time: number }[] = [];
  const turn = { none: 0, two: 2, three: 3 };
  for (const opening of ['none', 'two', 'three'] as const)
    for (const closing of ['none', 'two', 'three'] as const)
      for (let longTonic = 0; longTonic < group; longTonic += 1)
        for (let longTop = 0; longTop < group; longTop += 1)
          for (const twice of longTop === 0 ? [false, true] : [false]) {
            const top = longTop > 0 ? 'long' : twice ? 'twice' : 'once';
            const notes = turn[opening] + turn[closing] + (twice ? 1 : 0);
            const time = notes + longTonic + longTop;
            if (time <= most && walks(steps, group, { opening, closing, top, longTonic, longTop }))
              found.push({ notes, time });
          }
  return found.sort((a, b) => a.notes - b.notes || a.time - b.time);
}

/** The same for one way alone, the first note held: the last note begins a bow, or fills one. */
function walksOneWay(steps: number, group: number, turn: number, longTonic: number): Remedy['sense'] | undefined {
  const row = [1 + longTonic, ...Array<number>(turn + steps - 1).fill(1), 1];
  const before = row.slice(0, -1).reduce((sum, length) => sum + length, 0);
  if (before % group === 0) return 'turning';
  return (before + 1) % group === 0 ? 'closing' : undefined;
}

describe('coming out even', () => {
  const MOST = 8;

  it.each(['up', 'down'] as const)('going %s alone agrees with walking it, in every range and group', (way) => {
    const turns = { none: 0, two: 2, three: 3 };
    for (let steps = 1; steps <= 28; steps += 1)
      for (let group = 1; group <= 16; group += 1) {
        const theirs: string[] = [];
        for (const [turn, notes] of Object.entries(turns))
          for (let longTonic = 0; longTonic < group && notes + longTonic <= MOST; longTonic += 1) {
            const sense = walksOneWay(steps, group, notes, longTonic);
            if (sense) theirs.push(`${turn} ${longTonic} ${sense}`);
          }
        const remedies = remediesFor(way === 'up' ? { up: steps, down: 0 } : { up: 0, down: steps }, group, MOST);
        const ours = remedies.map((remedy) => {
          const [turn, other] = way === 'up' ? [remedy.opening, remedy.closing] : [remedy.closing, remedy.opening];
          expect([other, remedy.top, remedy.longTop]).toEqual(['none', 'once', 0]);
          return `${turn} ${remedy.longTonic} ${remedy.sense}`;
        });
        expect(ours.sort()).toEqual(theirs.sort());
      }
  });

  it('is ranked by notes, then time, then an opening turn first, then by how few kinds of things are added', () => {
    const rank = ({ notes, time, opening, closing, top, longTonic }: Remedy): number[] => [
      notes,
      time,
      opening === 'none' ? 1 : 0,
      Number(opening !== 'none') + Number(closing !== 'none') + Number(top !== 'once') + Number(longTonic > 0),
    ];
    for (const steps of [7, 12, 14, 21, 24])
      for (let group = 2; group <= 16; group += 1) {
        const ranks = remediesFor({ up: steps, down: steps }, group, MOST).map(rank);
        const sorted = [...ranks].sort((a, b) => a.reduce((found, own, k) => found || own - b[k]!, 0));
        expect(ranks).toEqual(sorted);
      }
  });

  it('asks for nothing where nothing is to be played, and never holds a note for more than seventeen', () => {
    expect(remediesFor({ up: 7, down: 7 }, 7, 8)[0]).toMatchObject({ notes: 0, time: 0, sense: 'turning' });
    const held = remediesFor({ up: 24, down: 24 }, 40, 40);
    expect(Math.max(...held.map(({ longTonic }) => longTonic))).toBe(16);
    expect(Math.max(...held.map(({ longTop }) => longTop))).toBe(16);
  });

  it('counts each way of a study that goes one way', () => {
    const up = passage({ octaves: 1, direction: 'up', bowing: { opening: 'two' } });
    expect(stepsOf(up)).toEqual({ up: 7, down: 0 });
    expect(evennessOf(up, Bowing.parse({ slur: 4, opening: 'two', longTonic: 1 }))).toMatchObject({
      sense: undefined,
      up: { steps: 7, added: 3, left: 2 },
      down: undefined,
      descent: undefined,
    });
    const down = passage({ octaves: 1, direction: 'down' });
    expect(stepsOf(down)).toEqual({ up: 0, down: 7 });
    expect(evennessOf(down, Bowing.parse({ slur: 5, longTonic: 1 }))).toMatchObject({
      sense: undefined,
      up: undefined,
      down: { steps: 7, added: 1, left: 3 },
      descent: 'down',
    });
    expect(evennessOf(down, Bowing.parse({ slur: 4, longTonic: 1 })).sense).toBe('turning');
    expect(evennessOf(down, Bowing.parse({ slur: 4, top: 'twice' })).down).toMatchObject({ added: 0, left: 3 });
    expect(evenSentence(evennessOf(down, Bowing.parse({ slur: 5, longTonic: 1 })))).toBe(
      'It does not come out even: coming down 7 steps and 1 added make 8, in bows of 5 three notes are left over.',
    );
  });

  it('counts what is added each way: turns, a top played twice or held, a long tonic', () => {
    const counts = (bowing: object): (number | undefined)[] => {
      const even = evennessOf(passage({ octaves: 1, bowing }), Bowing.parse({ slur: 16, ...bowing }));
      return [even.up?.added, even.up?.left, even.down?.added, even.down?.left];
    };
    expect(counts({})).toEqual([0, 7, 0, 7]);
    expect(counts({ opening: 'three', longTonic: 2 })).toEqual([5, 12, 0, 7]);
    expect(counts({ top: 'twice', closing: 'two' })).toEqual([0, 7, 3, 10]);
    expect(counts({ top: 'long', longTop: 4 })).toEqual([0, 7, 4, 11]);
  });

  it('knows a remedy that is taken from one that is not, by each of its parts', () => {
    const [remedy] = remediesFor({ up: 21, down: 21 }, 4, 12).filter(
      ({ opening, closing, top, longTonic }) =>
        opening === 'two' && closing !== 'none' && top === 'long' && longTonic > 0,
    );
    const taken = remedied(Bowing.parse({ slur: 4 }), remedy!);
    expect(isTaken(taken, remedy!)).toBe(true);
    const other = {
      opening: 'none',
      closing: 'none',
      top: 'once',
      longTonic: 0,
      longTop: remedy!.longTop + 1,
    } as const;
    for (const [part, value] of Object.entries(other))
      expect(isTaken({ ...taken, [part]: value }, remedy!)).toBe(false);
    // A length left behind by a top that is no longer held counts for nothing.
    const plain = { ...remedy!, opening: 'none', closing: 'none', top: 'once', longTonic: 0, longTop: 0 } as const;
    expect(isTaken(Bowing.parse({ slur: 4, longTop: 3 }), plain)).toBe(true);
  });

  it('says what a remedy does, with its sum each way', () => {
    const none = { sense: 'turning', opening: 'none', closing: 'none', top: 'once', longTonic: 0, longTop: 0 } as const;
    const says = (parts: Partial<Remedy>, steps = { up: 21, down: 21 }): string =>
      remedySentence({ ...none, notes: 0, time: 0, ...parts }, steps);
    expect(says({})).toBe('Nothing: it comes out even as it is.');
    expect(says({ longTonic: 3, top: 'long', longTop: 3 })).toBe(
      'The first tonic held for 4 notes, the top note held for 4 notes: up 21 and 3 make 24, down 21 and 3 make 24.',
    );
    expect(says({ opening: 'two', longTonic: 1, top: 'twice', closing: 'two' })).toBe(
      'The first tonic held for 2 notes, an opening turn of two, the top note twice, a closing turn of two: up 21 and 3 make 24, down 21 and 3 make 24.',
    );
    expect(says({ sense: 'closing', top: 'twice' }, { up: 7, down: 7 })).toBe(
      'The top note twice: up 7 and its tonic make 8, down 7 and its tonic make 8.',
    );
    expect(says({ opening: 'three' })).toBe('An opening turn of three: up 21 and 3 make 24, down 21.');
    expect(says({ opening: 'three' }, { up: 21, down: 0 })).toBe('An opening turn of three: up 21 and 3 make 24.');
    expect(says({ closing: 'three' }, { up: 0, down: 21 })).toBe('A closing turn of three: down 21 and 3 make 24.');
  });

  it.each(FORMS.map((form) => [form.id, form] as const))(
    '%s: every range and group agrees with walking it bow by bow',
    (_, form) => {
      for (const octaves of [1, 2, 3, 4])
        for (let group = 1; group <= 16; group += 1) {
          const steps = perOctave(form) * octaves;
          const ours = remediesFor({ up: steps, down: steps }, group, MOST);
          const theirs = bruteForce(steps, group, MOST);
          const key = ({ notes, time }: { notes: number; time: number }): string => `${notes} ${time}`;
          expect(ours.map(key)).toEqual(theirs.map(key));
          for (const remedy of ours) expect(walks(steps, group, remedy)).toBe(true);
        }
    },
  );

  it('counts the steps of real passages, turns and tops left out', () => {
    for (const form of FORMS)
      for (const octaves of [1, 2, 3]) {
        const figure = form.scale ? 'scale' : 'arpeggio';
        const notes = passage({
          form: form.id,
          figure,
          octaves,
          bowing: { opening: 'three', top: 'twice', closing: 'two' },
        });
        const steps = perOctave(form) * octaves;
        expect(stepsOf(notes)).toEqual({ up: steps, down: steps });
      }
  });

  // The trade's own sums: three octaves are 21 steps, two are 14, a triad has 9 in three octaves.
  it.each([
    [{ octaves: 3 }, 3, 'turning'],
    [{ octaves: 3 }, 4, undefined],
    [{ octaves: 2 }, 2, 'turning'],
    [{ octaves: 1 }, 7, 'turning'],
    [{ octaves: 3, figure: 'arpeggio' }, 3, 'turning'],
    [{ octaves: 3, form: 'chromatic' }, 12, 'turning'],
    [{ octaves: 3, form: 'chromatic' }, 9, 'turning'],
    [{ octaves: 3, form: 'chromatic' }, 8, undefined],
    [{ octaves: 3, bowing: { opening: 'three', closing: 'three' } }, 4, 'turning'],
    [{ octaves: 2, bowing: { opening: 'two', closing: 'two' } }, 8, 'turning'],
    [{ octaves: 1, bowing: { top: 'twice' } }, 4, 'closing'],
  ])('%j in bows of %i comes out %s', (input, slur, sense) => {
    const notes = passage(input);
    const bowing = Bowing.parse({ ...(input as { bowing?: object }).bowing, slur });
    expect(evennessOf(notes, bowing).sense).toBe(sense);
    // And the bows themselves say so.
    const strokes = bowStrokes(notes, bowing);
    const begins = new Set(strokes.map(({ from }) => from));
    const last = notes.notes.length - 1;
    const ends = new Set(strokes.filter(({ from, to }) => to - from === slur - 1).map(({ to }) => to));
    const turning = begins.has(notes.top) && begins.has(last);
    expect(sense === 'turning' ? turning : sense === 'closing' ? ends.has(notes.top) && ends.has(last) : !turning).toBe(
      true,
    );
  });

  it('21 in fours: a turn of three each way makes 24, and the notes are really there', () => {
    const steps = { up: 21, down: 21 };
    // Of remedies as long as each other in notes and time, those with an opening turn are named first.
    const ranked = remediesFor(steps, 4, 8);
    ranked.slice(1).forEach((remedy, k) => {
      const before = ranked[k]!;
      const alike = remedy.notes === before.notes && remedy.time === before.time;
      if (alike && before.opening === 'none') expect(remedy.opening).toBe('none');
    });
    const sentences = remediesFor(steps, 4, 8).map((remedy) => remedySentence(remedy, steps));
    expect(sentences).toContain(
      'An opening turn of three, a closing turn of three: up 21 and 3 make 24, down 21 and 3 make 24.',
    );
    const turn = remediesFor(steps, 4, 8).find(
      ({ opening, closing, top, longTonic }) =>
        opening === 'three' && closing === 'three' && top === 'once' && longTonic === 0,
    )!;
    const bowing = remedied(Bowing.parse({ slur: 4, perBeat: 4 }), turn);
    const built = playable({ instrument: 'violin', tonic: 'A', octaves: 3, start: 'A3', bowing });
    expect(built.passage.notes).toHaveLength(49);
    expect(built.ways[0]!.fingers).toHaveLength(49);
    expect(evenSentence(evennessOf(built.passage, bowing))).toBe(
      'It comes out even in fours: the top note and the last note each begin a bow.',
    );
  });

  it('says what is over, each way by itself', () => {
    expect(evenSentence(evennessOf(passage({ octaves: 3 }), Bowing.parse({ slur: 4 })))).toBe(
      'It does not come out even: going up 21 steps, in fours one note is left over; coming down 21 steps, in fours one note is left over.',
    );
    expect(
      evenSentence(
        evennessOf(passage({ octaves: 3, bowing: { opening: 'three' } }), Bowing.parse({ slur: 4, opening: 'three' })),
      ),
    ).toBe(
      'It does not come out even: going up 21 steps and 3 added make 24, in fours nothing is left over; coming down 21 steps, in fours one note is left over.',
    );
  });

  it('tells the bow of the descent and of the last note', () => {
    const notes = passage({ octaves: 3 });
    // Seven bows of three up: the eighth, which begins the descent, goes up; the fifteenth goes down.
    expect(evennessOf(notes, Bowing.parse({ slur: 3 }))).toMatchObject({ descent: 'up', last: 'down' });
    expect(evennessOf(notes, Bowing.parse({ slur: 3, start: 'up' }))).toMatchObject({ descent: 'down', last: 'up' });
    // A repeated top note turns the bow round.
    const again = passage({ octaves: 1, bowing: { top: 'twice' } });
    expect(evennessOf(again, Bowing.parse({ slur: 1, top: 'twice' })).descent).toBe('down');
    expect(evennessOf(again, Bowing.parse({ slur: 2, top: 'twice' })).descent).toBe('down');
    expect(evennessOf(passage({ octaves: 1 }), Bowing.parse({ slur: 1 })).descent).toBe('up');
  });

  it('shares notes out to unlike bows and to held notes', () => {
    const notes = passage({ octaves: 1, direction: 'up' });
    const rows = (bowing: object): string =>
      bowStrokes(notes, Bowing.parse(bowing))
        .map(({ from, to }) => to - from + 1)
        .join(' ');
    expect(rows({ pattern: [1, 3] })).toBe('1 3 1 3');
    expect(rows({ slur: 4, longTonic: 1 })).toBe('3 4 1');
    expect(rows({ slur: 3, repeats: 2 })).toBe('1 1 1 1 1 1 1 1');
  });
});
