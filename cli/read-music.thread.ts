import { parentPort } from 'node:worker_threads';
import { VerovioToolkit } from 'verovio/esm';
import createVerovioModule from 'verovio/wasm';
import { engravedBy, readMusicFile } from '../src/core/passage/index.ts';

const engraver = new VerovioToolkit(await createVerovioModule());

parentPort?.on('message', (bytes: Uint8Array) => {
  let broke = false;
  const answer = readMusicFile(bytes, (text, format) => {
    try {
      return engravedBy(engraver)(text, format);
    } catch (error) {
      broke = true;
      throw error;
    }
  });
  parentPort?.postMessage(answer);
  // An engraver that has stopped in the middle of a file reads no other.
  if (broke) process.exit(1);
});
