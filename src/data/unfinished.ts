import { z } from 'zod';
import { type RecipeInput, titleOf } from '../core/recipe/index.ts';
import { SavedStudy } from '../core/study/index.ts';
import { engine } from '../workers/engine.ts';
import { copyOf, toSaved } from './library.ts';
import { changeRecord, write } from './records.ts';
import { added } from './change.ts';
import { currentStudio } from './studio.ts';

/** An edit that was not kept when its page was left: what was chosen, and the study it was made of. */
const Unfinished = z.object({
  base: SavedStudy,
  choices: z.record(z.string(), z.unknown()),
  way: z.number().int().min(0).max(19),
});

type Unfinished = z.infer<typeof Unfinished>;

const prefix = (): string => `step-ladder unfinished ${currentStudio()} `;

/** Writes an edit down at once, while its page is being left: the next page finishes it. */
export function noteUnfinished(base: SavedStudy, choices: RecipeInput, way: number): void {
  try {
    localStorage.setItem(prefix() + base.id, JSON.stringify({ base, choices, way }));
  } catch {
    // Where nothing at all can be written, the page has said so before.
  }
}

/** The edit of a study was kept after all, or let go. */
export function clearUnfinished(id: string): void {
  try {
    localStorage.removeItem(prefix() + id);
  } catch {
    // As above.
  }
}

/** One page at a time finishes what others left. */
const LOCK = 'step-ladder unfinished';

/**
 * Keeps the edits whose pages were left before they could. One that meets another change of the
 * same study is kept as a copy beside it. One that cannot be kept now stays written down for later:
 * it must not stand in the way of whatever is asked for.
 */
export async function finishEdits(): Promise<void> {
  if (unfinished().length === 0) return;
  try {
    if (navigator.locks) await navigator.locks.request(LOCK, finishAll);
    else await finishAll();
  } catch {
    // The next page tries again.
  }
}

async function finishAll(): Promise<void> {
  for (const [key, edit] of unfinished()) {
    const { base, choices, way } = edit;
    const built = await engine().build(choices);
    const now = new Date().toISOString();
    if (built.ok) {
      const { recipe, fingering, engine: version, highestPosition } = toSaved(built.value, way, now);
      const edited = { ...base, recipe, fingering, engine: version, highestPosition, updated: now };
      const met = await changeRecord('studies', base, edited);
      if (met.kind !== 'kept') await write([added('studies', copyOf(edited, titleOf(recipe), now))]);
    }
    localStorage.removeItem(key);
  }
}

function unfinished(): (readonly [string, Unfinished])[] {
  if (typeof localStorage === 'undefined') return [];
  try {
    return Object.keys(localStorage)
      .filter((key) => key.startsWith(prefix()))
      .flatMap((key) => {
        const edit = Unfinished.safeParse(JSON.parse(localStorage.getItem(key) ?? 'null'));
        return edit.success ? [[key, edit.data] as const] : [];
      });
  } catch {
    return [];
  }
}
