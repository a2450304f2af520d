import { Worker } from 'node:worker_threads';
import { refused, type Outcome } from '../src/core/base/outcome.ts';
import { readMusicFile, type MusicFile } from '../src/core/passage/read/music-file.ts';

/** MEI and ABC may take the engraver so long, milliseconds. */
const LONGEST = 8_000;

/**
 * Reads a file of music. MusicXML is read here; what needs the engraver is read in a thread of its own, which is ended where
 * it takes too long.
 */
export async function readMusic(bytes: Uint8Array): Promise<Outcome<MusicFile>> {
  let asked = false;
  const read = readMusicFile(bytes, () => {
    asked = true;
    return undefined;
  });
  return asked ? inAThread(bytes) : read;
}

function inAThread(bytes: Uint8Array): Promise<Outcome<MusicFile>> {
  return new Promise((resolve) => {
    const thread = new Worker(new URL('./read-music.thread.ts', import.meta.url), {
      workerData: bytes,
      resourceLimits: { maxOldGenerationSizeMb: 300 },
      // The engraver says what it thinks of a file on its standard error.
      stderr: true,
      stdout: true,
    });
    const end = (outcome: Outcome<MusicFile>): void => {
      clearTimeout(timer);
      void thread.terminate();
      resolve(outcome);
    };
    const tooLong = `This file takes longer than ${LONGEST / 1_000} s to read. Export the part alone, or as MusicXML.`;
    const timer = setTimeout(() => end(refused('unreadable', 'file', { reason: tooLong })), LONGEST);
    const broken = 'This file cannot be read. Export it again from its program, or as MusicXML.';
    thread.once('message', end);
    thread.once('error', () => end(refused('unreadable', 'file', { reason: broken })));
    thread.once('exit', () => end(refused('unreadable', 'file', { reason: broken })));
  });
}
