import type { Stage } from '../tests/e2e/stage.ts';
import { heapOf, type Heap } from './heap.ts';

/** A key as the browser's own tools press it. */
interface PressedKey {
  readonly key: string;
  readonly text?: string;
  readonly windowsVirtualKeyCode?: number;
}

const HOME: PressedKey = { key: 'Home', windowsVirtualKeyCode: 36 };
const RIGHT: PressedKey = { key: 'ArrowRight', windowsVirtualKeyCode: 39 };

/** What is pressed on each note: another finger, another, another that often can't be played, released. */
export const FINGERS = ['1', '2', '3', 'x'] as const;

/** The edits of a whole round of the 43 notes. */
export const ROUND = 43 * FINGERS.length;

/** Settled when the score on screen is that of the last change, or it is said that it can't be played. */
const SETTLED = `window.settled = () => new Promise((done) => {
  const drawn = () => performance.getEntriesByName('choice to fingering').length > 0
    && document.querySelector('[role="listbox"]').dataset.current === 'true';
  const look = () => setTimeout(drawn() || document.body.textContent.includes('cannot be played') ? done : look, 20);
  look();
})`;

/**
 * The page's heap after so many pins by key, counted from its load. Keys are pressed by the browser's own
 * tools: what the driver of tests runs in a page would be counted as the page's.
 */
export async function growth(stage: Stage, counts: readonly number[]): Promise<Heap[]> {
  const press = async ({ text, ...key }: PressedKey): Promise<void> => {
    await stage.devTools('Input.dispatchKeyEvent', { type: text ? 'keyDown' : 'rawKeyDown', text, ...key });
    await stage.devTools('Input.dispatchKeyEvent', { type: 'keyUp', ...key });
  };
  const run = async (expression: string): Promise<void> => {
    await stage.driver.sendAndGetDevToolsCommand('Runtime.evaluate', { expression, awaitPromise: true });
  };
  const rest = (milliseconds: number): Promise<void> => run(`new Promise((done) => setTimeout(done, ${milliseconds}))`);
  await stage.score();
  await run(SETTLED);
  await run(`document.querySelector('[role="listbox"]').focus()`);
  const grown: Heap[] = [];
  for (let edit = 0; ; edit += 1) {
    if (counts.includes(edit)) {
      await rest(4000);
      grown.push(await heapOf(stage.driver));
    }
    if (grown.length === counts.length) return grown;
    if (edit % FINGERS.length === 0) {
      await press(edit % ROUND === 0 ? HOME : RIGHT);
      await rest(150);
    }
    await run('performance.clearMeasures()');
    const key = FINGERS[edit % FINGERS.length]!;
    await press({ key, text: key });
    await run('settled()');
  }
}
