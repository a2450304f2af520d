import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Plugin } from 'vite';
import { begun, STARTED_HERE, type Begun } from './engraver-begun.ts';
import { withFewerFiles } from './engraver-files.ts';
import { withRatios } from './engraver-scale.ts';

const CACHE = join(import.meta.dirname, '..', 'node_modules', '.cache', 'step-ladder');

const FIND = 'function findWasmBinary(){return binaryDecode(';
const INSTANTIATE = 'async function instantiateAsync(binary,binaryFile,imports){';

/** Where its small files, one to a sign of a typeface, are laid out one by one in a file system of its own. */
const LAY_OUT =
  'FS.createPath("/",PATH.dirname(name),true,true);FS.createDataFile(name,null,HEAP8.subarray(content,content+len),true,true,true)';
const OPEN = 'open(path,flags,mode=438){';

/** Instead: where each lies is noted, and it is laid out when it is first opened. */
const WHEN_OPENED = `const laidUp=new Map();function layOut(path,FS,PATH,HEAP8){const at=laidUp.get(path);if(!at)return;laidUp.delete(path);FS.createPath("/",PATH.dirname(path),true,true);FS.createDataFile(path,null,HEAP8.subarray(at[0],at[0]+at[1]),true,true,true)}`;

/** Where the program sets itself up, and where a toolkit is made. */
const SET_UP = /wasmExports\["\w+"\]\(\);(?=FS\.ignorePermissions=false)/;
const MAKE = /(_vrvToolkit_constructor=Module\["_vrvToolkit_constructor"\]=)(wasmExports\["\w+"\])/;

/**
 * The engraver carries its WebAssembly as text inside its script: read, decoded and compiled anew at
 * every start. This takes it out into a file of its own, which a browser compiles while it arrives
 * and keeps compiled. The program in it has begun already; of the files it needs, a score opens some ten: each is laid out
 * when it is opened, not all before the first score.
 */
export function engraverBinary(): Plugin {
  return {
    name: 'step-ladder-engraver-binary',
    enforce: 'pre',
    apply: 'build',
    transform: {
      filter: { id: /verovio\/dist\/verovio-module\.mjs/ },
      async handler(code) {
        const begin = code.indexOf(FIND) + FIND.length;
        const end = endOfText(code, begin);
        const found = code.indexOf(INSTANTIATE);
        if (begin < FIND.length || found < end)
          throw new Error('verovio no longer keeps its WebAssembly where scripts/engraver-binary.ts looks for it.');
        const { program, files, toolkit } = await shipped(decoded(code.slice(begin, end)), startedHere(code));
        const path = join(CACHE, 'verovio.wasm');
        writeFileSync(path, program);
        const changes = [
          [LAY_OUT, 'laidUp.set(name,[content,len])'],
          [OPEN, `${OPEN}layOut(path,FS,PATH,HEAP8);`],
          [SET_UP, `__emscripten_fs_load_embedded_files(${files});`],
          // The first that is made is the one that stands already.
          [MAKE, `let made=${toolkit};$1()=>{const one=made||$2();made=0;return one}`],
        ] as const;
        const script = [
          `import binaryAddress from ${JSON.stringify(`${path}?url`)};`,
          WHEN_OPENED,
          code.slice(0, begin - 'binaryDecode('.length),
          `binaryAddress${code.slice(end + 1, found + INSTANTIATE.length)}`,
          'return WebAssembly.instantiateStreaming(fetch(binaryFile),imports);',
          code.slice(found + INSTANTIATE.length),
        ].join('');
        return {
          code: changes.reduce((text, [what, put]) => changed(text, what, put), script),
          map: null,
        };
      },
    },
  };
}

/** A script with something in it put otherwise. */
function changed(script: string, what: string | RegExp, put: string): string {
  const next = script.replace(what, put);
  if (next === script)
    throw new Error(`verovio no longer says ${String(what)}, which scripts/engraver-binary.ts puts otherwise.`);
  return next;
}

/** A file with the engraver's script without its program, to be started while the application is built. */
export function startedHere(code: string): string {
  const begin = code.indexOf(FIND);
  const end = endOfText(code, begin + FIND.length);
  const path = join(CACHE, 'verovio.mjs');
  mkdirSync(CACHE, { recursive: true });
  writeFileSync(
    path,
    `${code.slice(0, begin)}function findWasmBinary(){return (0${code.slice(end)}`.replace(
      INSTANTIATE,
      `${INSTANTIATE}${STARTED_HERE}`,
    ),
  );
  return path;
}

/** The program as it is shipped: its scale in ratios, without files it does not need, begun. */
async function shipped(wasm: Uint8Array, path: string): Promise<Begun> {
  const scaled = withRatios(wasm);
  if (!scaled) throw new Error('verovio no longer carries its scale where scripts/engraver-scale.ts looks for it.');
  const fewer = withFewerFiles(scaled);
  if (!fewer) throw new Error('verovio no longer carries its files where scripts/engraver-files.ts looks for them.');
  const one = await begun(fewer, path);
  if (!one) throw new Error('verovio no longer begins as scripts/engraver-begun.ts expects.');
  return one;
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
