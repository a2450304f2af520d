import { createHash } from 'node:crypto';
import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Plugin } from 'vite';

/** Precached; recorded notes are cached when they are first played. */
const FILES = /\.(?:js|css|html|svg|woff2|ttf|wasm|webmanifest)$|^notices\.json$/;
const SOUNDS = /\.mp3$/;

/** Writes the list of files to precache, with a version hashed from their content, for `public/sw.js`. */
export function offlineFiles(): Plugin {
  return {
    name: 'step-ladder-offline-files',
    apply: 'build',
    writeBundle: {
      order: 'post',
      sequential: true,
      handler: ({ dir = 'dist' }) => {
        const all = readdirSync(dir, { recursive: true, encoding: 'utf8' }).map((name) => name.replaceAll('\\', '/'));
        const files = all.filter((name) => FILES.test(name) && !name.startsWith('sw')).sort();
        const sum = createHash('sha256');
        for (const name of files) sum.update(name).update(readFileSync(join(dir, name)));
        const build = {
          version: sum.digest('hex').slice(0, 16),
          files,
          sounds: all.filter((name) => SOUNDS.test(name)),
        };
        writeFileSync(join(dir, 'sw-files.js'), `self.build = ${JSON.stringify(build)};\n`);
      },
    },
  };
}
