import { SavedStudy } from '../study/saved-study.ts';

/** What is played of a kept study: the part that is worked on at the desk. */
export type Work = Pick<SavedStudy, 'recipe' | 'fingering' | 'engine' | 'highestPosition'>;

/** A change of a kept study: what it is called, or what is played; each meets other changes for itself. */
export type StudyChange =
  { readonly part: 'name'; readonly name: string | undefined } | { readonly part: 'work'; readonly work: Work };

/** What comes of a change where others may have changed the study since it was read. */
export type Meeting =
  /** Kept, together with whatever others changed of its other part. */
  | { readonly kind: 'kept'; readonly study: SavedStudy }
  /** Others changed the same part: nothing was kept, and it is for the teacher to say. */
  | { readonly kind: 'differs'; readonly there: SavedStudy }
  /** Deleted meanwhile: nothing returns from the dead. */
  | { readonly kind: 'gone' }
  /** Its record cannot be read, and is left as it is. */
  | { readonly kind: 'damaged' };

/**
 * Lays a change of a study, read as it stood in `base`, on the record that is there now. Changes of
 * different parts are joined; the same change made twice is one.
 */
export function meet(there: unknown, base: SavedStudy, change: StudyChange, now: string): Meeting {
  if (there === undefined) return { kind: 'gone' };
  const read = SavedStudy.safeParse(there);
  if (!read.success) return { kind: 'damaged' };
  const present = read.data;
  const wanted = changed(base, change);
  if (sameIn(change.part, present, wanted)) return { kind: 'kept', study: present };
  if (!sameIn(change.part, present, base)) return { kind: 'differs', there: present };
  return { kind: 'kept', study: { ...changed(present, change), updated: now } };
}

/** A study with a change made. */
export function changed(study: SavedStudy, change: StudyChange): SavedStudy {
  if (change.part === 'work') {
    const { recipe, fingering, engine, highestPosition } = change.work;
    return { ...study, recipe, fingering, engine, highestPosition };
  }
  const { name: _, ...unnamed } = study;
  return change.name === undefined ? unnamed : { ...unnamed, name: change.name };
}

/** True when two states of a study are the same in a part. */
export function sameIn(part: StudyChange['part'], a: SavedStudy, b: SavedStudy): boolean {
  if (part === 'name') return a.name === b.name;
  return JSON.stringify([a.recipe, a.fingering]) === JSON.stringify([b.recipe, b.fingering]);
}
