import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Plugin } from 'vite';

const CACHE = join(import.meta.dirname, '..', 'node_modules', '.cache', 'step-ladder');

const FIND = 'function findWasmBinary(){return binaryDecode(';
const INSTANTIATE = 'async function instantiateAsync(binary,binaryFile,imports){';

/**
 * The engraver carries its WebAssembly as text inside its script: read, decoded and compiled anew at
 * every start. This takes it out into a file of its own, which a browser compiles while it arrives
 * and keeps compiled.
 */
export function engraverBinary(): Plugin {
  return {
    name: 'step-ladder-engraver-binary',
    enforce: 'pre',
    apply: 'build',
    transform: {
      filter: { id: /verovio\/dist\/verovio-module\.mjs/ },
      handler(code) {
        const begin = code.indexOf(FIND) + FIND.length;
        const end = endOfText(code, begin);
        const found = code.indexOf(INSTANTIATE);
        if (begin < FIND.length || found < end)
          throw new Error('verovio no longer keeps its WebAssembly where scripts/engraver-binary.ts looks for it.');
        const path = join(CACHE, 'verovio.wasm');
        mkdirSync(CACHE, { recursive: true });
        writeFileSync(path, decoded(code.slice(begin, end)));
        return {
          code: [
            `import binaryAddress from ${JSON.stringify(`${path}?url`)};`,
            code.slice(0, begin - 'binaryDecode('.length),
            `binaryAddress${code.slice(end + 1, found + INSTANTIATE.length)}`,
            'return WebAssembly.instantiateStreaming(fetch(binaryFile),imports);',
            code.slice(found + INSTANTIATE.length),
          ].join(''),
          map: null,
        };
      },
    },
  };
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
