import { z } from 'zod';
import { titleOf } from '../recipe/index.ts';
import { FORMS, type FormId } from '../theory/index.ts';
import { INSTRUMENTS } from '../instruments/index.ts';
import type { SavedStudy } from './saved-study.ts';

/** What a list needs to know of a kept study: small, so that a thousand are read as fast as ten. */
export const ListedStudy = z.object({
  id: z.string(),
  name: z.string().optional(),
  /** What a musician calls it. */
  title: z.string(),
  instrument: z.enum(INSTRUMENTS),
  tonic: z.string(),
  form: z.enum(FORMS.map((form) => form.id) as [FormId, ...FormId[]]),
  /** 0 for a passage somebody else wrote. */
  octaves: z.number(),
  highestPosition: z.string(),
  updated: z.string(),
});

export type ListedStudy = z.infer<typeof ListedStudy>;

/** What a study is called in lists. */
export function nameOf({ name, title }: Pick<ListedStudy, 'name' | 'title'>): string {
  return name ?? title;
}

/** A kept study as it stands in a list. */
export function listed({ id, name, recipe, highestPosition, updated }: SavedStudy): ListedStudy {
  const { instrument, tonic, form } = recipe;
  const octaves = recipe.music ? 0 : recipe.octaves;
  const entry = { id, title: titleOf(recipe), instrument, tonic, form, octaves, highestPosition, updated };
  return name === undefined ? entry : { ...entry, name };
}
