/** A part of a WebAssembly program, and the number that says what stands in it. */
export interface Section {
  readonly id: number;
  readonly content: Buffer;
}

/** What every program begins with: its magic word and its version. */
const PREAMBLE = 8;

/** The sections of a program, in order. Source: WebAssembly Core Specification 2.0, 5.5 (binary format, modules). */
export function sections(wasm: Uint8Array): Section[] {
  const from = new Reader(Buffer.from(wasm.buffer, wasm.byteOffset + PREAMBLE, wasm.byteLength - PREAMBLE));
  const found: Section[] = [];
  while (!from.over) found.push({ id: from.byte(), content: from.bytes(from.unsigned()) });
  return found;
}

/** The same program with what stands in some of its sections put otherwise; `undefined` leaves a section as it is. */
export function withSections(wasm: Uint8Array, now: (section: Section) => Buffer | undefined): Buffer {
  const written = sections(wasm).flatMap((section) => {
    const content = now(section) ?? section.content;
    return [Buffer.from([section.id]), unsigned(content.length), content];
  });
  return Buffer.concat([wasm.subarray(0, PREAMBLE), ...written]);
}

/** Reads bytes one after another, numbers as LEB128. */
export class Reader {
  readonly #bytes: Buffer;
  #at = 0;

  constructor(bytes: Buffer) {
    this.#bytes = bytes;
  }

  get over(): boolean {
    return this.#at >= this.#bytes.length;
  }

  byte(): number {
    return this.#bytes.readUInt8(this.#at++);
  }

  bytes(many: number): Buffer {
    return this.#bytes.subarray(this.#at, (this.#at += many));
  }

  unsigned(): number {
    return this.#number().value;
  }

  signed(): number {
    const { value, bits, last } = this.#number();
    return (last & 0x40) === 0 ? value : value - 2 ** bits;
  }

  #number(): { value: number; bits: number; last: number } {
    let [value, bits, last] = [0, 0, 0x80];
    while ((last & 0x80) !== 0) {
      last = this.byte();
      value += (last & 0x7f) * 2 ** bits;
      bits += 7;
    }
    return { value, bits, last };
  }
}

/** A number as unsigned LEB128. */
export function unsigned(number: number): Buffer {
  const bytes: number[] = [];
  let left = number;
  do {
    bytes.push((left % 128) + (left >= 128 ? 128 : 0));
    left = Math.floor(left / 128);
  } while (left > 0);
  return Buffer.from(bytes);
}

/** A number, 0 or more, as signed LEB128: a last byte that would look negative is followed by one more. */
export function signed(number: number): Buffer {
  const bytes = unsigned(number);
  const last = bytes.readUInt8(bytes.length - 1);
  if ((last & 0x40) === 0) return bytes;
  return Buffer.from([...bytes.subarray(0, -1), last | 0x80, 0]);
}
