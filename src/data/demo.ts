import { DEMO_CLASSES } from '../../demo/classes.ts';
import { DEMO_PASSAGES } from '../../demo/passages.ts';
import { DEMO_PUPILS } from '../../demo/pupils.ts';
import { DEMO_BOOK, DEMO_STUDIO } from '../../demo/studio.ts';
import { dayAfter, weekdayOf } from '../core/practice/day.ts';
import { LADDERS, USUAL_LADDER } from '../core/practice/ladder.ts';
import { Pupil, setTo, type Assignment } from '../core/practice/pupil.ts';
import { USUAL_TEMPO_RULE } from '../core/practice/tempo-steps.ts';
import { WAYS_OFFERED, type RecipeInput } from '../core/recipe/recipe.ts';
import type { SavedStudy } from '../core/study/saved-study.ts';
import { coach } from '../workers/coach.ts';
import { engine } from '../workers/engine.ts';
import { BOOKS_KEPT, OWN_BOOK } from './book.ts';
import { CLASSES_KEPT } from './classes.ts';
import { database, troubleFrom } from './database.ts';
import { addStudies, toSaved } from './library.ts';
import { keepPupilRecords } from './pupils.ts';
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
  await Promise.all(
    (['studies', 'listed', 'pupils', 'assignments', 'attempts', 'lessons', 'recordings'] as const).map((store) =>
      db.clear(store),
    ),
  );
  await fillDemo();
}

async function fillDemo(): Promise<void> {
  const now = Date.now();
  const studies: SavedStudy[] = [];
  for (const [place, study] of DEMO_STUDIO.entries()) {
    // A minute apart, so that the list keeps the order of the studio.
    studies.push(await bestOf(study.recipe, `study ${place + 1}`, now - place * 60_000, study.name));
  }
  await addStudies([...studies, ...(await demoPassages(now - DEMO_STUDIO.length * 60_000))]);
  await fillPupils(studies, new Date(now).toISOString());
  const db = await database();
  await db.put('facts', [{ id: OWN_BOOK, text: DEMO_BOOK }], BOOKS_KEPT);
  await db.put('facts', DEMO_CLASSES, CLASSES_KEPT);
  await db.put('facts', true, LAID_OUT);
}

/** A study with its best way, the only one that is looked for: whoever opens it will see the others. */
async function bestOf(recipe: RecipeInput, what: string, at: number, name: string | undefined): Promise<SavedStudy> {
  const built = await engine().build({ ...recipe, ways: 1 });
  if (!built.ok) throw new Error(`Demonstration ${what}: ${built.refusal.message}`);
  const saved = toSaved(built.value, 0, new Date(at).toISOString(), name);
  return { ...saved, recipe: { ...saved.recipe, ways: WAYS_OFFERED } };
}

/** The passages of the demonstration, a minute apart before `from`. */
async function demoPassages(from: number): Promise<SavedStudy[]> {
  const passages: SavedStudy[] = [];
  for (const [place, { music, ...recipe }] of DEMO_PASSAGES.entries()) {
    passages.push(await bestOf({ ...recipe, music }, `passage ${place + 1}`, from - place * 60_000, music.title));
  }
  return passages;
}

/** The pupils of the demonstration, with eight weeks of practice behind them; `now` is an ISO date and time. */
async function fillPupils(studies: readonly SavedStudy[], now: string): Promise<void> {
  const today = now.slice(0, 10);
  for (const [place, { pupil, minutes, restDays, examIn, set, heard }] of DEMO_PUPILS.entries()) {
    const practice = { minutes, restDays: [...restDays] };
    const exam = examIn === undefined ? undefined : dayAfter(today, examIn);
    const ladder = LADDERS.find(({ id }) => id === pupil.ladder) ?? USUAL_LADDER;
    const assignments = set.flatMap(({ study, weeksAgo, bpm, words = '' }): Assignment[] => {
      const saved = studies[study];
      if (!saved) return [];
      const one = setTo(pupil.id, saved, `${pupil.id}-set-${study}`, dayAfter(today, -7 * weeksAgo), now);
      return [{ ...one, target: { ...one.target, bpm }, words }];
    });
    const toClimb = assignments.flatMap(({ study, set: from, target }) => {
      const saved = studies.find(({ id }) => id === study);
      return saved ? [{ saved, ladder, target, set: from, rule: USUAL_TEMPO_RULE }] : [];
    });
    const lastLesson = dayAfter(today, -(((weekdayOf(today) - (pupil.lessonDay ?? 0) + 6) % 7) + 1));
    const tries = await coach().invent(toClimb, {
      practice,
      begins: dayAfter(today, -56),
      days: 55,
      exam,
      seed: place + 1,
    });
    await keepPupilRecords({
      pupils: [Pupil.parse({ ...pupil, practice, exam, created: now, updated: now })],
      assignments,
      attempts: tries.map((one, k) => ({ ...one, id: `${pupil.id}-try-${k}`, pupil: pupil.id, seconds: 45 })),
      lessons: heard.map((weeks) => ({
        id: `${pupil.id}-lesson-${weeks}`,
        pupil: pupil.id,
        date: dayAfter(lastLesson, -7 * weeks),
        heard: [],
        ended: true,
        updated: now,
      })),
    });
  }
}
