import { createHash } from 'node:crypto';
import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import type { Plugin } from 'vite';

const CACHE = join(import.meta.dirname, '..', 'node_modules', '.cache', 'step-ladder');
/** Exports the address of the WebAssembly file; `undefined` if the package does not embed one. */
const VIRTUAL = 'virtual:engraver-program';
/** A string literal of this length can only be the embedded WebAssembly. */
const LONG = 1_000_000;

/**
 * Extracts the engraver’s WebAssembly into a file, byte for byte. The package embeds it in its script as a string, which a
 * browser would decode and compile at every start. A package that does not embed it is bundled unchanged.
 */
export function engraverProgram(): Plugin {
  const programs = new Map<string, Promise<Uint8Array | undefined>>();
  return {
    name: 'step-ladder-engraver-program',
    enforce: 'pre',
    apply: 'build',
    resolveId: (id) => (id === VIRTUAL ? `\0${VIRTUAL}` : undefined),
    async load(id) {
      if (id !== `\0${VIRTUAL}`) return undefined;
      const script = await this.resolve('verovio/wasm');
      const program = script && (await embeddedIn(script.id));
      if (!program) return 'export default undefined;';
      const path = join(CACHE, `engraver-${createHash('sha256').update(program).digest('hex').slice(0, 8)}.wasm`);
      mkdirSync(CACHE, { recursive: true });
      writeFileSync(path, program);
      return `export { default } from ${JSON.stringify(`${path}?url`)};`;
    },
    async transform(code, id) {
      const script = code.length > LONG ? await this.resolve('verovio/wasm') : undefined;
      if (script?.id !== id || !(await embeddedIn(id))) return undefined;
      return { code: withoutProgram(code, this.parse(code)), map: null };
    },
  };

  /** The WebAssembly embedded in a script, if any; looked up once. */
  function embeddedIn(script: string): Promise<Uint8Array | undefined> {
    const known = programs.get(script) ?? captured(script);
    programs.set(script, known);
    return known;
  }
}

/** Runs the script once in this process and captures the bytes it instantiates. */
async function captured(script: string): Promise<Uint8Array | undefined> {
  const own = WebAssembly.instantiate;
  let program: Uint8Array | undefined;
  const capture = (bytes: BufferSource, imports?: WebAssembly.Imports): unknown => {
    if (ArrayBuffer.isView(bytes)) program = new Uint8Array(bytes.buffer, bytes.byteOffset, bytes.byteLength).slice();
    return own(bytes, imports);
  };
  WebAssembly.instantiate = capture as typeof WebAssembly.instantiate;
  try {
    const { default: start } = (await import(pathToFileURL(script).href)) as { default: () => Promise<object> };
    await start();
  } finally {
    WebAssembly.instantiate = own;
  }
  return program;
}

interface Node {
  readonly type: string;
  readonly start: number;
  readonly end: number;
  readonly value?: unknown;
}

/** The script with the embedded WebAssembly replaced by an empty string. */
export function withoutProgram(code: string, tree: object): string {
  const long = longLiterals(tree);
  if (long.length !== 1) return code;
  const [{ start, end }] = long as [Node];
  return `${code.slice(0, start)}''${code.slice(end)}`;
}

function longLiterals(part: unknown): Node[] {
  if (typeof part !== 'object' || part === null) return [];
  const node = part as Node;
  if (node.type === 'Literal' && typeof node.value === 'string') return node.value.length > LONG ? [node] : [];
  return Object.values(part).flatMap(longLiterals);
}
