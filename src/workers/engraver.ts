import { wrap, type Remote } from 'comlink';
import type { Engraver } from './engraver.worker.ts';

export type { Book, BookEntry, PageSetting } from './engraver.worker.ts';
export { PAPER_SIZES, type PaperSize } from './press/paper-size.ts';

let remote: Remote<Engraver> | undefined;

/** The engraver; its worker and the two megabytes of WebAssembly load when first asked for. */
export function engraver(): Remote<Engraver> {
  remote ??= wrap<Engraver>(
    new Worker(new URL('./engraver.worker.ts', import.meta.url), { type: 'module', name: 'engraver' }),
  );
  return remote;
}
