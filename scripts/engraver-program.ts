import { createHash } from 'node:crypto';
import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import type { Plugin } from 'vite';

const CACHE = join(import.meta.dirname, '..', 'node_modules', '.cache', 'step-ladder');
/** What tells the page where the program stands; nothing if it stands in the package’s script. */
const VIRTUAL = 'virtual:engraver-program';
/** A text this long in the engraver’s script is its program and nothing else. */
const LONG = 1_000_000;

/**
 * Puts the engraver’s WebAssembly into a file of its own, byte for byte as its package starts it: the package carries it as a
 * text inside its script, which a browser would read, decode and compile again at each start. A package that carries it
 * otherwise is built as it comes.
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
      const program = script && (await startedBy(script.id));
      if (!program) return 'export default undefined;';
      const path = join(CACHE, `engraver-${createHash('sha256').update(program).digest('hex').slice(0, 8)}.wasm`);
      mkdirSync(CACHE, { recursive: true });
      writeFileSync(path, program);
      return `export { default } from ${JSON.stringify(`${path}?url`)};`;
    },
    async transform(code, id) {
      const script = code.length > LONG ? await this.resolve('verovio/wasm') : undefined;
      if (script?.id !== id || !(await startedBy(id))) return undefined;
      return { code: withoutLongText(code, this.parse(code)), map: null };
    },
  };

  /** The WebAssembly that a script starts; nothing if it starts none that it carries itself. */
  function startedBy(script: string): Promise<Uint8Array | undefined> {
    const known = programs.get(script) ?? watched(script);
    programs.set(script, known);
    return known;
  }
}

/** Lets the engraver start here once, and looks at what it hands to WebAssembly. */
async function watched(script: string): Promise<Uint8Array | undefined> {
  const own = WebAssembly.instantiate;
  let program: Uint8Array | undefined;
  const looking = (bytes: BufferSource, imports?: WebAssembly.Imports): unknown => {
    if (ArrayBuffer.isView(bytes)) program = new Uint8Array(bytes.buffer, bytes.byteOffset, bytes.byteLength).slice();
    return own(bytes, imports);
  };
  WebAssembly.instantiate = looking as typeof WebAssembly.instantiate;
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

/** The script with nothing in the place of the text that is its program. */
export function withoutLongText(code: string, tree: object): string {
  const long = longTexts(tree);
  if (long.length !== 1) return code;
  const [{ start, end }] = long as [Node];
  return `${code.slice(0, start)}''${code.slice(end)}`;
}

function longTexts(part: unknown): Node[] {
  if (typeof part !== 'object' || part === null) return [];
  const node = part as Node;
  if (node.type === 'Literal' && typeof node.value === 'string') return node.value.length > LONG ? [node] : [];
  return Object.values(part).flatMap(longTexts);
}
