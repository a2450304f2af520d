import { engine } from '../workers/engine.ts';
import { engraver } from '../workers/engraver.ts';

/**
 * Sets engine and engraver going before the page asks: at once where a study is opened by its address,
 * elsewhere when the page has come to rest. What they say of troubles is said again to who asks them.
 *
 * @param asked what the engine was asked already: when it has answered, the page is busy drawing what it said.
 */
export function headStart(path: string, asked?: Promise<unknown>): void {
  const both = (): void => {
    // The engine first: until it has answered there is nothing to engrave.
    (asked ?? engine().warm())
      .catch(() => undefined)
      .then(() => engraver().warm())
      .catch(() => undefined);
  };
  if (path.startsWith('/studies/')) both();
  else addEventListener('load', () => setTimeout(both, 1_000), { once: true });
}
