import { DEMO_BOOK, DEMO_STUDIO } from '../../demo/studio.ts';
import type { SavedStudy } from '../core/study/saved-study.ts';
import { engine } from '../workers/engine.ts';
import { BOOKS_KEPT, OWN_BOOK } from './book.ts';
import { database, troubleFrom } from './database.ts';
import { addStudies, toSaved } from './library.ts';
import { currentStudio } from './studio.ts';

const LAID_OUT = 'demo-laid-out';

/** Lays the demonstration studio out once; does nothing in the teacher's own studio. */
export async function layOutDemo(): Promise<void> {
  if (currentStudio() !== 'demo') return;
  try {
    const db = await database();
    if (await db.get('facts', LAID_OUT)) return;
    await fillDemo();
  } catch (error) {
    throw troubleFrom(error);
  }
}

/** Puts the demonstration studio back as it was; refuses to touch the teacher's own. */
export async function resetDemo(): Promise<void> {
  if (currentStudio() !== 'demo') throw new Error('Only the demonstration studio can be reset.');
  const db = await database();
  await Promise.all([db.clear('studies'), db.clear('listed')]);
  await fillDemo();
}

async function fillDemo(): Promise<void> {
  const now = Date.now();
  const studies: SavedStudy[] = [];
  for (const [place, study] of DEMO_STUDIO.entries()) {
    const built = await engine().build(study.recipe);
    if (!built.ok) throw new Error(`Demonstration study ${place + 1}: ${built.refusal.message}`);
    // A minute apart, so that the list keeps the order of the studio.
    studies.push(toSaved(built.value, 0, new Date(now - place * 60_000).toISOString(), study.name));
  }
  await addStudies(studies);
  const db = await database();
  await db.put('facts', [{ id: OWN_BOOK, text: DEMO_BOOK }], BOOKS_KEPT);
  await db.put('facts', true, LAID_OUT);
}
