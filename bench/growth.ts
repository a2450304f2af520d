import type { Stage } from '../tests/e2e/stage.ts';
import { heapOf, type Heap } from './heap.ts';
import { HOME, Keys, RIGHT } from './keys.ts';

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
 * The page's heap after so many pins by key, counted from its load.
 */
export async function growth(stage: Stage, counts: readonly number[]): Promise<Heap[]> {
  const keys = new Keys(stage);
  await stage.score();
  await keys.run(SETTLED);
  await keys.focus('[role="listbox"]');
  const grown: Heap[] = [];
  for (let edit = 0; ; edit += 1) {
    if (counts.includes(edit)) {
      await keys.rest(4000);
      grown.push(await heapOf(stage.driver));
    }
    if (grown.length === counts.length) return grown;
    if (edit % FINGERS.length === 0) {
      await keys.press(edit % ROUND === 0 ? HOME : RIGHT);
      await keys.rest(150);
    }
    await keys.run('performance.clearMeasures()');
    const key = FINGERS[edit % FINGERS.length]!;
    await keys.press({ key, text: key });
    await keys.run('settled()');
  }
}
