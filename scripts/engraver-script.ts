import { createHash } from 'node:crypto';
import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';

/** Where what is made of the engraver for a build is put. */
export const CACHE = join(import.meta.dirname, '..', 'node_modules', '.cache', 'step-ladder');

const FIND = 'function findWasmBinary(){return ';
const DECODE = 'binaryDecode(';
const INSTANTIATE = 'async function instantiateAsync(binary,binaryFile,imports){';

/** The engraver's script taken apart: its program, and what stands before, between and after what is put otherwise. */
export interface EngraverScript {
  readonly program: Uint8Array;
  readonly parts: readonly [before: string, between: string, after: string];
}

/**
 * Takes the engraver's script apart, which carries its WebAssembly as text inside it.
 *
 * @throws where a later verovio carries it elsewhere.
 */
export function apart(code: string): EngraverScript {
  const found = code.indexOf(FIND + DECODE);
  const begin = found + FIND.length;
  const end = endOfText(code, begin + DECODE.length);
  const start = code.indexOf(INSTANTIATE, end) + INSTANTIATE.length;
  if (found < 0 || start < end)
    throw new Error('verovio no longer keeps its WebAssembly where scripts/engraver-script.ts looks for it.');
  return {
    program: decoded(code.slice(begin + DECODE.length, end)),
    // The bracket after the text closes what decodes it.
    parts: [code.slice(0, begin), code.slice(end + 1, start), code.slice(start)],
  };
}

/**
 * The script put together again.
 *
 * @param file an expression for where its program is found; @param start a statement that starts it.
 */
export function together({ parts: [before, between, after] }: EngraverScript, file: string, start: string): string {
  return [before, file, between, start, after].join('');
}

/** Starts a program with what it calls of its script. */
export type Start = (
  imports: WebAssembly.Imports,
) => Promise<{ readonly instance: { readonly exports: WebAssembly.Exports } }>;

/** The engraver's module in this process, its program started as one likes; its script changed before, where that is asked. */
export async function startedHere(
  script: EngraverScript,
  start: Start,
  change: (text: string) => string = (text) => text,
): Promise<object> {
  const text = change(together(script, '0', 'return Module["start"](imports);'));
  const path = join(CACHE, `verovio-${createHash('sha256').update(text).digest('hex').slice(0, 8)}.mjs`);
  mkdirSync(CACHE, { recursive: true });
  writeFileSync(path, text);
  const { default: createModule } = (await import(pathToFileURL(path).href)) as {
    default: (how: { readonly start: Start }) => Promise<object>;
  };
  return createModule({ start });
}

/** A script with something in it put otherwise. */
export function changed(script: string, what: string | RegExp, put: string): string {
  const next = script.replace(what, put);
  if (next === script) throw new Error(`verovio no longer says ${String(what)}, which is put otherwise in scripts.`);
  return next;
}

/** Where the text that begins at `begin` ends, its closing quote included. */
function endOfText(code: string, begin: number): number {
  const quote = code[begin];
  let at = begin + 1;
  while (at < code.length && code[at] !== quote) at += code[at] === '\\' ? 2 : 1;
  return at + 1;
}

/** The bytes a text stands for, as the module itself decodes them. */
function decoded(literal: string): Uint8Array {
  const text = new Function(`return ${literal}`)() as string;
  return Uint8Array.from(text, (sign) => (~sign.charCodeAt(0) >> 8) & sign.charCodeAt(0));
}
