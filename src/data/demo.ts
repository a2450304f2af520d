import { DEMO_CLASSES } from '../../demo/classes.ts';
import { DEMO_PASSAGES } from '../../demo/passages.ts';
import { DEMO_PUPILS } from '../../demo/pupils.ts';
import { DEMO_BOOK, DEMO_STUDIO } from '../../demo/studio.ts';
import {
  dayAfter,
  weekdayOf,
  LADDERS,
  USUAL_LADDER,
  Pupil,
  setTo,
  type Assignment,
  USUAL_TEMPO_RULE,
} from '../core/practice/index.ts';
import { WAYS_OFFERED, type RecipeInput } from '../core/recipe/index.ts';
import type { SavedStudy } from '../core/study/index.ts';
import { coach } from '../workers/coach.ts';
import { engine } from '../workers/engine.ts';
import { KEPT_KINDS } from '../core/library/index.ts';
import { OWN_BOOK } from './book.ts';
import { attempt, inOneGo, type StoreName } from './database.ts';
import { toSaved } from './library.ts';
import { added, type Change } from './change.ts';
import { currentStudio } from './studio.ts';
import { writeIn } from './writer.ts';

const LAID_OUT = 'demo-laid-out';

/** Lays the demonstration studio out once; does nothing in the teacher's own studio. */
export async function layOutDemo(): Promise<void> {
  if (currentStudio() !== 'demo') return;
  if (await attempt((db) => db.get('facts', LAID_OUT))) return;
  await fill(await demoRecords(), false);
}

/** Puts the demonstration studio back as it was; refuses to touch the teacher's own. */
export async function resetDemo(): Promise<void> {
  if (currentStudio() !== 'demo') throw new Error('Only the demonstration studio can be reset.');
  await fill(await demoRecords(), true);
}

const STORES: readonly StoreName[] = [...KEPT_KINDS, 'recordings', 'listed', 'drafts', 'facts'];

/** Writes all of it in one transaction: a page that is left meanwhile leaves all or nothing, and two tabs lay it out once. */
async function fill(changes: readonly Change[], reset: boolean): Promise<void> {
  await inOneGo(STORES, async (transaction) => {
    const facts = transaction.objectStore('facts');
    if (!reset && (await facts.get(LAID_OUT))) return;
    for (const store of STORES) if (reset && store !== 'facts') await transaction.objectStore(store).clear();
    await writeIn(transaction, changes);
    await facts.put(true, LAID_OUT);
  });
}

/** Everything of the demonstration, under ids that are always the same. */
async function demoRecords(): Promise<Change[]> {
  const now = Date.now();
  const studies: SavedStudy[] = [];
  for (const [place, study] of DEMO_STUDIO.entries()) {
    // A minute apart, so that the list keeps the order of the studio.
    studies.push(await bestOf(study.recipe, `study-${place + 1}`, now - place * 60_000, study.name));
  }
  const passages = await demoPassages(now - DEMO_STUDIO.length * 60_000);
  return [
    ...[...studies, ...passages].map((study) => added('studies', study)),
    ...(await demoPupils(studies, new Date(now).toISOString())),
    added('books', { id: OWN_BOOK, text: DEMO_BOOK }),
    ...DEMO_CLASSES.map((one) => added('classes', one)),
  ];
}

/** A study with its best way, the only one that is looked for: the desk shows the others. */
async function bestOf(recipe: RecipeInput, what: string, at: number, name: string | undefined): Promise<SavedStudy> {
  const built = await engine().build({ ...recipe, ways: 1 });
  if (!built.ok) throw new Error(`Demonstration, ${what}: ${built.refusal.message}`);
  const saved = toSaved(built.value, 0, new Date(at).toISOString(), name);
  return { ...saved, id: `demo-${what}`, recipe: { ...saved.recipe, ways: WAYS_OFFERED } };
}

/** The passages of the demonstration, a minute apart before `from`. */
async function demoPassages(from: number): Promise<SavedStudy[]> {
  const passages: SavedStudy[] = [];
  for (const [place, { music, ...recipe }] of DEMO_PASSAGES.entries()) {
    passages.push(await bestOf({ ...recipe, music }, `passage-${place + 1}`, from - place * 60_000, music.title));
  }
  return passages;
}

/** The pupils of the demonstration, with eight weeks of practice behind them; `now` is an ISO date and time. */
async function demoPupils(studies: readonly SavedStudy[], now: string): Promise<Change[]> {
  const today = now.slice(0, 10);
  const records: Change[] = [];
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
    const lessons = heard.map((weeks) => ({
      id: `${pupil.id}-lesson-${weeks}`,
      pupil: pupil.id,
      date: dayAfter(lastLesson, -7 * weeks),
      heard: [],
      ended: true,
      updated: now,
    }));
    const log = tries.map((one, k) => ({ ...one, id: `${pupil.id}-try-${k}`, pupil: pupil.id, seconds: 45 }));
    records.push(
      added('pupils', Pupil.parse({ ...pupil, practice, exam, created: now, updated: now })),
      ...assignments.map((one) => added('assignments', one)),
      ...log.map((one) => added('attempts', one)),
      ...lessons.map((one) => added('lessons', one)),
    );
  }
  return records;
}
