import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { ANSWERS, LOOKS, withAnswersKept } from './engraver-casts.ts';
import { functionsOf } from './wasm-functions.ts';
import { program, started } from './wasm.fixture.ts';

const FOUR_NUMBERS_TO_ONE = [1, 0x60, 4, 0x7f, 0x7f, 0x7f, 0x7f, 1, 0x7f];
const TWO_PAGES = [1, 0, 2];
const SHOWS_BOTH = [2, 1, 0x6d, 2, 0, 1, 0x66, 0, 0];

/**
 * What tells of kinds here: counts at place 4 how often it looks, and says of every third sum of kind, known as and asked for
 * that it is none, of others a step of four times what is asked.
 */
const TELLS = [
  ...[0x41, 4, 0x41, 4, 0x28, 2, 0, 0x41, 1, 0x6a, 0x36, 2, 0],
  ...[...LOOKS, 0x1a],
  // (load thing + known as + asked for) % 3, or else thing + 4 × asked for
  ...[0x20, 0, 0x28, 2, 0, 0x20, 1, 0x6a, 0x20, 2, 0x6a, 0x41, 3, 0x70, 0x04, 0x7f],
  ...[0x20, 0, 0x20, 2, 0x41, 4, 0x6c, 0x6a, 0x05, 0x41, 0, 0x0b, 0x0b],
];
const body = [0, ...TELLS];
const tells = (...bodies: readonly number[][]): Buffer =>
  program(
    [1, ...FOUR_NUMBERS_TO_ONE],
    [3, bodies.length, ...bodies.map(() => 0)],
    [5, ...TWO_PAGES],
    [7, ...SHOWS_BOTH],
    [10, bodies.length, ...bodies.flatMap((one) => [one.length, ...one])],
  );
const PROGRAM = tells(body);

/** Things lie on the first page, kept answers on the second. */
const PAGE = 65_536;

interface Shown {
  readonly m: WebAssembly.Memory;
  readonly f: (thing: number, knownAs: number, askedFor: number, hint: number) => number;
}

/** What is answered of things of these kinds, and how often was looked. */
async function answered(
  wasm: Uint8Array,
  questions: readonly Question[],
): Promise<{ answers: number[]; looks: number }> {
  const { m, f } = await started<Shown>(wasm);
  const memory = new Int32Array(m.buffer);
  const answers = questions.map(({ thing, kind, knownAs, askedFor }) => {
    memory[thing / 4] = kind;
    return f(thing, knownAs, askedFor, 0);
  });
  return { answers, looks: memory[1] ?? 0 };
}

interface Question {
  readonly thing: number;
  readonly kind: number;
  readonly knownAs: number;
  readonly askedFor: number;
}
const few = (many: number): fc.Arbitrary<number> => fc.integer({ min: 1, max: many });
const question = fc.record({ thing: few(60).map((n) => 64 + 4 * n), kind: few(9), knownAs: few(3), askedFor: few(9) });
const anywhere = fc.record({
  thing: fc.constant(64),
  kind: fc.integer({ min: 1 }),
  knownAs: few(3),
  askedFor: fc.nat({ max: 10_000 }),
});

describe('the engraver’s answers about kinds', () => {
  it('are the same kept as looked up, wherever the things lie', async () => {
    const kept = withAnswersKept(PROGRAM, PAGE)!;
    await fc.assert(
      fc.asyncProperty(fc.array(question, { maxLength: 300 }), async (questions) => {
        const looked = await answered(PROGRAM, questions);
        expect(looked.looks).toBe(questions.length);
        expect((await answered(kept, questions)).answers).toEqual(looked.answers);
      }),
    );
  });

  it('are looked up once, a no as well', async () => {
    const asked: Question = { thing: 64, kind: 5, knownAs: 1, askedFor: 2 };
    const kept = withAnswersKept(PROGRAM, PAGE)!;
    for (const one of [asked, { ...asked, kind: 6 }]) {
      const elsewhere = { ...one, thing: 128 };
      const { answers, looks } = await answered(kept, [one, one, elsewhere, one]);
      expect(looks).toBe(1);
      expect(answers).toEqual(one.kind === 5 ? [72, 72, 136, 72] : [0, 0, 0, 0]);
    }
  });

  it('give way to others that come to the same row, and are looked up again', async () => {
    const kept = withAnswersKept(PROGRAM, PAGE)!;
    await fc.assert(
      fc.asyncProperty(fc.array(anywhere, { minLength: 6000, maxLength: 6000 }), async (questions) => {
        // More different questions than rows.
        const twice = [...questions, ...questions];
        const looked = await answered(PROGRAM, twice);
        const again = await answered(kept, twice);
        expect(again.answers).toEqual(looked.answers);
        expect(again.looks).toBeLessThan(looked.looks);
      }),
      { numRuns: 5, endOnFailure: true },
    );
  });

  it('are kept within the memory that is meant for them', async () => {
    const { m, f } = await started<Shown>(withAnswersKept(PROGRAM, PAGE - 4096)!);
    const memory = new Int32Array(m.buffer);
    for (let kind = 1; kind < 40_000; kind += 1) {
      memory[16] = kind * 4099;
      f(64, 1, kind % 50, 0);
    }
    const lying = memory.reduce<number[]>(
      (found, word, place) => (word && place > 16 ? [...found, place * 4] : found),
      [],
    );
    expect(lying[0]).toBeGreaterThanOrEqual(PAGE - 4096);
    expect(lying.at(-1)).toBeLessThan(PAGE - 4096 + ANSWERS);
    expect(lying.length).toBeGreaterThan(ANSWERS / 4 / 2);
  });

  it('are not kept where none tells of kinds, or more than one', () => {
    const silent = [0, 0x41, 0, 0x0b];
    expect(withAnswersKept(tells(silent), PAGE)).toBeUndefined();
    expect(withAnswersKept(tells(body, body), PAGE)).toBeUndefined();
    expect(functionsOf(withAnswersKept(tells(body, silent), PAGE)!)).toHaveLength(3);
  });
});
