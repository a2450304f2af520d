import { Worker } from 'node:worker_threads';
import { refused, type Outcome } from '../src/core/base/index.ts';
import { readMusicFile, type MusicFile } from '../src/core/passage/index.ts';

/** MEI and ABC may take the engraver so long, milliseconds. */
const LONGEST = 6_000;

const TOO_LONG = `This file takes longer than ${LONGEST / 1_000} s to read. Export the part alone, or as MusicXML.`;
const BROKEN = 'This file cannot be read. Export it again from its program, or as MusicXML.';

/**
 * Reads files of music, one after another. MusicXML is read here; what needs the engraver is read in a thread of its own,
 * which is ended where it takes too long or stops, and restarted for the next.
 */
export class MusicReader {
  #thread: Worker | undefined;

  async read(bytes: Uint8Array): Promise<Outcome<MusicFile>> {
    let asked = false;
    const read = readMusicFile(bytes, () => {
      asked = true;
      return undefined;
    });
    return asked ? this.#inAThread(bytes) : read;
  }

  /** Ends the thread. */
  async end(): Promise<void> {
    const thread = this.#thread;
    this.#thread = undefined;
    await thread?.terminate();
  }

  async #inAThread(bytes: Uint8Array): Promise<Outcome<MusicFile>> {
    const thread = (this.#thread ??= new Worker(new URL('./read-music.thread.ts', import.meta.url), {
      resourceLimits: { maxOldGenerationSizeMb: 200 },
      // The engraver says what it thinks of a file, which nobody asked.
      stderr: true,
      stdout: true,
    }));
    const refuse = (reason: string): Outcome<never> => refused('unreadable', 'file', { reason });
    const outcome = await new Promise<Outcome<MusicFile> | undefined>((resolve) => {
      const timer = setTimeout(() => resolve(refuse(TOO_LONG)), LONGEST);
      const answer = (found: Outcome<MusicFile> | undefined): void => {
        clearTimeout(timer);
        thread.off('message', answer).off('error', broken).off('exit', broken);
        resolve(found);
      };
      const broken = (): void => answer(refuse(BROKEN));
      thread.on('message', answer).on('error', broken).on('exit', broken);
      thread.postMessage(bytes);
    });
    const ended = !outcome?.ok && [TOO_LONG, BROKEN].includes(outcome?.refusal.message ?? BROKEN);
    // The answer does not wait until the thread has ended.
    if (ended) void this.end();
    return outcome ?? refuse(BROKEN);
  }
}
