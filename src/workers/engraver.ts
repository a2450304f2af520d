import type { Engraver } from './engraver.worker.ts';
import { supervised, type Calls } from './supervised.ts';

export type { Book, BookEntry } from './engraver.worker.ts';
export type { PageSetting } from './lay-out.ts';
export { PAPER_SIZES, type PaperSize } from './press/paper-size.ts';

/** What this engraver goes by: the file that names its worker, so that another build's, which may draw otherwise, has another. */
export const ENGRAVER = new URL(import.meta.url).pathname;

const calls = supervised<Engraver>(
  () => new Worker(new URL('./engraver.worker.ts', import.meta.url), { type: 'module', name: 'engraver' }),
  {
    words:
      'The score could not be engraved: the engraver stopped twice. Reload the page to try again; the fingering stands above, and what is kept stays kept.',
    // The first score waits for one and a half megabytes of WebAssembly.
    limit: 60_000,
    // A file that takes longer would take for ever; asked once more it would take as long again.
    limits: { readMusic: 6_000 },
    once: ['readMusic'],
  },
);

/** The engraver; its worker and the WebAssembly load when first asked for. */
export function engraver(): Calls<Engraver> {
  return calls;
}
