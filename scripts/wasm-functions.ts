import { Reader, sections, unsigned, withSections } from './wasm-sections.ts';

/** Numbers of the sections that say what is called from outside, of which type each function is, and what it does. */
const IMPORT = 2;
const FUNCTION = 3;
const CODE = 10;

/** Kinds of what a program takes from outside: after a function one number stands, after a table or a memory its limits. */
const OF_FUNCTION = 0;

/** A function of a program: its number, the number of its type, and its body as it is written. */
export interface WasmFunction {
  readonly number: number;
  readonly type: number;
  readonly body: Buffer;
}

/**
 * The functions of a WebAssembly program; those it takes from outside come before them in number.
 *
 * @throws where it takes anything but functions from outside.
 * Source: WebAssembly Core Specification 2.0, 5.5 (binary format, modules).
 */
export function functionsOf(wasm: Uint8Array): WasmFunction[] {
  const content = new Map(sections(wasm).map((section) => [section.id, section.content]));
  const types = new Reader(content.get(FUNCTION) ?? Buffer.from([0]));
  const code = new Reader(content.get(CODE) ?? Buffer.from([0]));
  const first = importedIn(content.get(IMPORT));
  const many = types.unsigned();
  code.unsigned();
  return Array.from({ length: many }, (_, place) => ({
    number: first + place,
    type: types.unsigned(),
    body: code.bytes(code.unsigned()),
  }));
}

/**
 * The same program with another body of one of its functions. The body it had goes on as a function of its own, the last.
 *
 * @param body given the number of the function that does what this one did.
 */
export function withBody(wasm: Uint8Array, { number, type }: WasmFunction, body: (moved: number) => Buffer): Buffer {
  const functions = functionsOf(wasm);
  const first = functions[0]?.number ?? 0;
  const had = functions[number - first];
  if (!had) throw new Error(`The program has no function ${number}.`);
  const bodies = functions.map((one) => (one.number === number ? body(first + functions.length) : one.body));
  const types = [...functions.map((one) => one.type), type];
  return withSections(wasm, ({ id }) =>
    id === FUNCTION
      ? Buffer.concat([types.length, ...types].map(unsigned))
      : id === CODE
        ? Buffer.concat([
            unsigned(types.length),
            ...[...bodies, had.body].flatMap((one) => [unsigned(one.length), one]),
          ])
        : undefined,
  );
}

/** How many functions a program takes from outside. */
function importedIn(content: Buffer | undefined): number {
  if (!content) return 0;
  const from = new Reader(content);
  const many = from.unsigned();
  for (let left = many; left > 0; left -= 1) {
    from.bytes(from.unsigned());
    from.bytes(from.unsigned());
    if (from.byte() !== OF_FUNCTION) throw new Error('It takes more than functions from outside.');
    from.unsigned();
  }
  return many;
}
