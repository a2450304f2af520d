import { parentPort, workerData } from 'node:worker_threads';
import { VerovioToolkit } from 'verovio/esm';
import createVerovioModule from 'verovio/wasm';
import { engravedBy } from '../src/core/passage/read/engraved.ts';
import { readMusicFile } from '../src/core/passage/read/music-file.ts';

const engraver = new VerovioToolkit(await createVerovioModule());
parentPort?.postMessage(readMusicFile(workerData as Uint8Array, engravedBy(engraver)));
