import { describe, expect, it } from 'vitest';
import { functionsOf, withBody } from './wasm-functions.ts';
import { program, started } from './wasm.fixture.ts';

const NUMBER_TO_NUMBER = [1, 0x60, 1, 0x7f, 1, 0x7f];
const FROM_OUTSIDE = [1, 1, 0x61, 1, 0x62];

/** Takes a function from outside, number 0, and shows its own: number 1, `timesThree`, and number 2, `both`, which calls the two. */
const PROGRAM = program(
  [1, ...NUMBER_TO_NUMBER],
  [2, ...FROM_OUTSIDE, 0, 0],
  [3, 2, 0, 0],
  [7, 2, 1, 0x74, 0, 1, 1, 0x62, 0, 2],
  // get 0, const 3, times; get 0, call 0, call 1
  [10, 2, 7, 0, 0x20, 0, 0x41, 3, 0x6c, 0x0b, 8, 0, 0x20, 0, 0x10, 0, 0x10, 1, 0x0b],
);

interface Shown {
  readonly t: (number: number) => number;
  readonly b: (number: number) => number;
}
const OUTSIDE = { a: { b: (number: number) => number + 10 } };

describe('the functions of a WebAssembly program', () => {
  it('are numbered after those it takes from outside', () => {
    expect(functionsOf(PROGRAM).map(({ number, type, body }) => [number, type, body.length])).toEqual([
      [1, 0, 7],
      [2, 0, 8],
    ]);
    expect(functionsOf(program())).toEqual([]);
  });

  it('do something else where one has another body, which may call the one it had', async () => {
    const before = await started<Shown>(PROGRAM, OUTSIDE);
    expect([before.t(5), before.b(5)]).toEqual([15, 45]);
    const [timesThree] = functionsOf(PROGRAM);
    // get 0, call what it was, const 1, plus
    const changed = withBody(PROGRAM, timesThree!, (had) => Buffer.from([0, 0x20, 0, 0x10, had, 0x41, 1, 0x6a, 0x0b]));
    const now = await started<Shown>(changed, OUTSIDE);
    expect([now.t(5), now.b(5)]).toEqual([16, 46]);
    expect(functionsOf(changed).at(-1)).toEqual({ ...timesThree, number: 3 });
  });

  it('are not counted where more than functions comes from outside', () => {
    const takesMemory = program([2, ...FROM_OUTSIDE, 2, 0, 1], [3, 0]);
    expect(() => functionsOf(takesMemory)).toThrow('more than functions');
  });

  it('have no other body where there is no such function', () => {
    const [timesThree] = functionsOf(PROGRAM);
    expect(() => withBody(PROGRAM, { ...timesThree!, number: 9 }, () => Buffer.from([]))).toThrow('no function 9');
  });
});
