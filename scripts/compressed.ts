import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { brotliCompressSync, constants, gzipSync } from 'node:zlib';
import type { Plugin } from 'vite';

/** What gains by it: pictures and typefaces of the web are compressed already. */
const COMPRESSED = /\.(?:js|css|html|json|svg|ttf|wasm)$/;

/** Below this many bytes a file fits in one packet anyhow. */
const LEAST = 1_400;

/** Each file of the build also in compressed form beside it, so that no request has to wait for that. */
export function compressed(): Plugin {
  return {
    name: 'step-ladder-compressed',
    apply: 'build',
    writeBundle: {
      order: 'post',
      // After the list of what is shipped and the page's own worker have been written.
      sequential: true,
      handler: ({ dir = 'dist' }) => {
        for (const name of readdirSync(dir, { recursive: true, encoding: 'utf8' })) {
          if (!COMPRESSED.test(name)) continue;
          const path = join(dir, name);
          const bytes = readFileSync(path);
          if (bytes.length < LEAST) continue;
          const quality = { [constants.BROTLI_PARAM_QUALITY]: 8, [constants.BROTLI_PARAM_SIZE_HINT]: bytes.length };
          writeFileSync(`${path}.br`, brotliCompressSync(bytes, { params: quality }));
          writeFileSync(`${path}.gz`, gzipSync(bytes, { level: 7 }));
        }
      },
    },
  };
}
