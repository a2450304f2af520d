import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { memoryOf, withMemory } from './wasm-memory.ts';
import { program, started } from './wasm.fixture.ts';

/** A program that has one page of memory, called `m`, and lays out `Hi` at 65 and `!` at 200 in it. */
const PROGRAM = program(
  [5, 1, 0, 1],
  [7, 1, 1, 0x6d, 2, 0],
  // how many pieces of data: two
  [12, 2],
  // data: at i32.const 65 two bytes, at i32.const 200 one
  [11, 2, 0, 0x41, 0xc1, 0, 0x0b, 2, 0x48, 0x69, 0, 0x41, 0xc8, 1, 0x0b, 1, 0x21],
);

/** The first bytes of the memory a browser would see. */
async function seen(wasm: Uint8Array, many: number): Promise<Buffer> {
  const { m } = await started<{ readonly m: WebAssembly.Memory }>(wasm);
  return Buffer.from(m.buffer, 0, many);
}

describe('the memory of a WebAssembly program', () => {
  it('is read as the program lays it out', async () => {
    const memory = memoryOf(PROGRAM);
    expect(memory.length).toBe(201);
    expect(memory.toString('latin1', 65, 67) + memory.toString('latin1', 200)).toBe('Hi!');
    expect(memory.equals(await seen(PROGRAM, 201))).toBe(true);
  });

  it('is laid out anew byte for byte, wherever zeros lie', async () => {
    const stretch = fc.tuple(fc.uint8Array({ maxLength: 90 }), fc.nat({ max: 300 }));
    await fc.assert(
      fc.asyncProperty(fc.array(stretch, { maxLength: 12 }), async (stretches) => {
        const memory = Buffer.concat(stretches.flatMap(([bytes, zeros]) => [Buffer.from(bytes), Buffer.alloc(zeros)]));
        const laidOut = withMemory(PROGRAM, memory);
        expect((await seen(laidOut, memory.length)).equals(memory)).toBe(true);
        const again = memoryOf(laidOut);
        expect(again.equals(memory.subarray(0, again.length))).toBe(true);
      }),
    );
  });

  it('takes no room for long runs of zeros', () => {
    const memory = Buffer.alloc(60_000);
    memory.write('a');
    memory.write('z', 59_999);
    expect(withMemory(PROGRAM, memory).length).toBeLessThan(PROGRAM.length + 8);
  });

  it('is not read where a place is not fixed', () => {
    const elsewhere = Buffer.from(PROGRAM);
    // global.get instead of i32.const
    elsewhere[elsewhere.indexOf(0x41, 24)] = 0x23;
    expect(() => memoryOf(elsewhere)).toThrow('fixed place');
  });
});
