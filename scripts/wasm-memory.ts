import { Reader, sections, signed, unsigned, withSections } from './wasm-sections.ts';

/** Numbers of the sections of a WebAssembly program that say how many pieces its memory is laid out by, and which. */
const DATA_COUNT = 12;
const DATA = 11;

/** How a piece laid out at a fixed place begins: of the only memory, `i32.const`, its place, `end`. */
const FIXED = 0;
const I32_CONST = 0x41;
const END = 0x0b;

/** So many zeros in a row are left out: to name the next place takes some ten bytes. Memory is all zeros at first. */
const NOTHING = 64;

/**
 * What a WebAssembly program lays out in its memory before it runs, as one picture of the memory from 0 on.
 *
 * @throws where a piece is laid out otherwise than at a fixed place.
 * Source: WebAssembly Core Specification 2.0, 5.5 (binary format, modules).
 */
export function memoryOf(wasm: Uint8Array): Buffer {
  const data = sections(wasm).find(({ id }) => id === DATA);
  if (!data) return Buffer.alloc(0);
  const pieces: { place: number; bytes: Buffer }[] = [];
  const from = new Reader(data.content);
  for (let left = from.unsigned(); left > 0; left -= 1) {
    if (from.unsigned() !== FIXED || from.byte() !== I32_CONST) throw new Error('Laid out at no fixed place.');
    const place = from.signed() >>> 0;
    if (from.byte() !== END) throw new Error('Laid out at no fixed place.');
    pieces.push({ place, bytes: from.bytes(from.unsigned()) });
  }
  const memory = Buffer.alloc(Math.max(0, ...pieces.map(({ place, bytes }) => place + bytes.length)));
  for (const { place, bytes } of pieces) bytes.copy(memory, place);
  return memory;
}

/** The same program with another picture of its memory; long runs of zeros take no room in it. */
export function withMemory(wasm: Uint8Array, memory: Uint8Array): Buffer {
  const pieces = [...stretches(memory)];
  const data = Buffer.concat([
    unsigned(pieces.length),
    ...pieces.flatMap(([from, to]) => [
      Buffer.from([FIXED, I32_CONST]),
      signed(from),
      Buffer.from([END]),
      unsigned(to - from),
      memory.subarray(from, to),
    ]),
  ]);
  return withSections(wasm, ({ id }) => (id === DATA ? data : id === DATA_COUNT ? unsigned(pieces.length) : undefined));
}

/** Where something lies in a memory, from and to, with fewer than {@link NOTHING} zeros in a row between. */
function* stretches(memory: Uint8Array): Generator<[number, number]> {
  let from = -1;
  let last = -1;
  for (let at = 0; at < memory.length; at += 1) {
    if (memory[at] === 0) continue;
    if (from >= 0 && at - last > NOTHING) {
      yield [from, last + 1];
      from = at;
    }
    if (from < 0) from = at;
    last = at;
  }
  if (from >= 0) yield [from, last + 1];
}
