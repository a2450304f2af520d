import { ANSWERS, withAnswersKept } from './engraver-casts.ts';
import { changed, startedHere, type EngraverScript } from './engraver-script.ts';
import { withMemory } from './wasm-memory.ts';

/** The engraver's program as it stands once it has begun: with its memory, and what its script must know of it. */
export interface Begun {
  readonly program: Uint8Array;
  /** Where in memory the list of its files lies. */
  readonly files: number;
  /** Where in memory the toolkit lies that was made. */
  readonly toolkit: number;
}

/** Names the script and the program know each other's parts by, of one or two letters. */
const FILES = /(\w+):__emscripten_fs_load_embedded_files\b/;
const STACK = /_emscripten_stack_get_current=wasmExports\["(\w+)"\]/;
const ALLOCATE = /\b_malloc=(?:Module\["_malloc"\]=)?wasmExports\["(\w+)"\]/;

/** Deeper than the stack has ever been while it began, bytes. It is 64 MB deep. */
const STACK_USED = 4 * 2 ** 20;

/** Where the program sets itself up, and where a toolkit is made. */
const SET_UP = /wasmExports\["\w+"\]\(\);(?=FS\.ignorePermissions=false)/;
const MAKE = /(_vrvToolkit_constructor=Module\["_vrvToolkit_constructor"\]=)(wasmExports\["\w+"\])/;

/** The engraver's script, going on from where its program stands. */
export function goingOn(script: string, { files, toolkit }: Begun): string {
  const setUp = changed(script, SET_UP, `__emscripten_fs_load_embedded_files(${files});`);
  // The first toolkit that is made is the one that stands already.
  return changed(setUp, MAKE, `let made=${toolkit};$1()=>{const one=made||$2();made=0;return one}`);
}

/**
 * Lets the engraver begin here and keeps its memory as it then is, so that it need not begin in every browser anew: it
 * reads five files of sizes of signs, sets up some hundred options, and for that compiles functions that are never used again.
 * It remembers of what kinds its things are, in memory that is set aside for it here.
 * What it knows of the machine it runs on is its language, which numbers in a score are not written in, and chance, by which names are made up.
 *
 * @param wasm its program, or one made of it.
 * @returns nothing where its parts no longer go by the names that were looked for, or its memory has grown.
 */
export async function begun(wasm: Uint8Array, script: EngraverScript): Promise<Begun | undefined> {
  const [, , after] = script.parts;
  const [, filesName] = FILES.exec(after) ?? [];
  const [, stackName] = STACK.exec(after) ?? [];
  const [, allocateName] = ALLOCATE.exec(after) ?? [];
  if (!filesName || !stackName || !allocateName) return undefined;
  const { VerovioToolkit } = await import('verovio/esm');
  let files: number | undefined;
  let exports: WebAssembly.Exports = {};
  let [stack, size] = [0, 0];
  const module = await startedHere(script, async (imports) => {
    const { a: own } = imports as { a: Record<string, (list: number) => void> };
    const layOut = own[filesName];
    own[filesName] = (list) => {
      files = list;
      layOut?.(list);
    };
    const started = await WebAssembly.instantiate(new Uint8Array(wasm), imports);
    exports = started.instance.exports;
    stack = stackOf(exports, stackName);
    size = memoryIn(exports).byteLength;
    return started;
  });
  const { ptr: toolkit } = new VerovioToolkit(module);
  const answers = (exports[allocateName] as (bytes: number) => number)(ANSWERS);
  const memory = Buffer.from(memoryIn(exports).slice(0));
  if (files === undefined || stackOf(exports, stackName) !== stack || memory.length !== size) return undefined;
  memory.fill(0, stack - STACK_USED, stack);
  memory.fill(0, answers, answers + ANSWERS);
  const program = withAnswersKept(withMemory(wasm, memory), answers);
  return program && { program, files, toolkit };
}

function memoryIn(exports: WebAssembly.Exports): ArrayBuffer {
  const memory = Object.values(exports).find((one) => one instanceof WebAssembly.Memory);
  if (!memory) throw new Error('The engraver shows its memory no longer.');
  return memory.buffer as ArrayBuffer;
}

function stackOf(exports: WebAssembly.Exports, name: string): number {
  return (exports[name] as () => number)();
}
