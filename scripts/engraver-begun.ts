import { readFileSync } from 'node:fs';
import { pathToFileURL } from 'node:url';
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

/** Deeper than the stack has ever been while it began, bytes. It is 64 MB deep. */
const STACK_USED = 4 * 2 ** 20;

/** The engraver's own function, its program started as it is told to. */
type CreateModule = (how: {
  readonly start: (imports: WebAssembly.Imports) => Promise<WebAssembly.WebAssemblyInstantiatedSource>;
}) => Promise<object>;

/** What in a script is put instead of starting its program. */
export const STARTED_HERE = 'return Module["start"](imports);';

/**
 * Lets the engraver begin here and keeps its memory as it then is, so that it need not begin in every browser anew: it
 * reads five files of sizes of signs, sets up some hundred options, and for that compiles functions that are never used again.
 * What it knows of the machine it runs on is its language, which numbers in a score are not written in, and chance, by which names are made up.
 *
 * @param wasm its program.
 * @param path a file with the script that starts it, where {@link STARTED_HERE} is put.
 * @returns nothing where its parts no longer go by the names that were looked for, or its memory has grown.
 */
export async function begun(wasm: Uint8Array, path: string): Promise<Begun | undefined> {
  const script = readFileSync(path, 'utf8');
  const [, filesName] = FILES.exec(script) ?? [];
  const [, stackName] = STACK.exec(script) ?? [];
  if (!filesName || !stackName) return undefined;
  const [{ VerovioToolkit }, { default: createModule }] = await Promise.all([
    import('verovio/esm'),
    import(pathToFileURL(path).href) as Promise<{ default: CreateModule }>,
  ]);
  let files: number | undefined;
  let exports: WebAssembly.Exports = {};
  let [stack, size] = [0, 0];
  const module = await createModule({
    start: async (imports) => {
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
    },
  });
  const { ptr: toolkit } = new VerovioToolkit(module);
  const memory = Buffer.from(memoryIn(exports).slice(0));
  if (files === undefined || stackOf(exports, stackName) !== stack || memory.length !== size) return undefined;
  memory.fill(0, stack - STACK_USED, stack);
  return { program: withMemory(wasm, memory), files, toolkit };
}

function memoryIn(exports: WebAssembly.Exports): ArrayBuffer {
  const memory = Object.values(exports).find((one) => one instanceof WebAssembly.Memory);
  if (!memory) throw new Error('The engraver shows its memory no longer.');
  return memory.buffer as ArrayBuffer;
}

function stackOf(exports: WebAssembly.Exports, name: string): number {
  return (exports[name] as () => number)();
}
