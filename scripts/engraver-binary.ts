import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Plugin } from 'vite';
import { begun, goingOn, type Begun } from './engraver-begun.ts';
import { laidOutWhenOpened, withFewerFiles } from './engraver-files.ts';
import { withRatios } from './engraver-scale.ts';
import { apart, CACHE, together, type EngraverScript } from './engraver-script.ts';

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
        const script = apart(code);
        const ships = await shipped(script);
        const path = join(CACHE, 'verovio.wasm');
        mkdirSync(CACHE, { recursive: true });
        writeFileSync(path, ships.program);
        const start = 'return WebAssembly.instantiateStreaming(fetch(binaryFile),imports);';
        const text = goingOn(laidOutWhenOpened(together(script, 'binaryAddress', start)), ships);
        return { code: `import binaryAddress from ${JSON.stringify(`${path}?url`)};${text}`, map: null };
      },
    },
  };
}

/** The program as it is shipped: its scale in ratios, without files it does not need, begun. */
async function shipped(script: EngraverScript): Promise<Begun> {
  const scaled = withRatios(script.program);
  if (!scaled) throw new Error('verovio no longer carries its scale where scripts/engraver-scale.ts looks for it.');
  const fewer = withFewerFiles(scaled);
  if (!fewer) throw new Error('verovio no longer carries its files where scripts/engraver-files.ts looks for them.');
  const one = await begun(fewer, script);
  if (!one) throw new Error('verovio no longer begins as scripts/engraver-begun.ts expects.');
  return one;
}
