import { z } from 'zod';
import { Recipe } from '../recipe/index.ts';

/** The engine's version: raised when the same recipe may come out fingered another way. */
export const ENGINE_VERSION = 4;

const SavedFinger = z.object({
  string: z.string().min(1).max(3),
  finger: z.union([z.literal(0), z.literal(1), z.literal(2), z.literal(3), z.literal(4), z.literal('T')]),
});

/**
 * A study as it is kept: its recipe and the strings and fingers chosen. What a pupil has learnt
 * never changes by itself, so a later engine may offer another way but not replace this one.
 */
export const SavedStudy = z.object({
  id: z.string().regex(/^[a-z0-9-]{6,64}$/, { error: 'A study is known by 6 to 64 small letters, digits and dashes.' }),
  /** The teacher's own name for it; without one it is called by its key and figure. */
  name: z.string().trim().max(200).optional(),
  recipe: Recipe,
  fingering: z.array(SavedFinger).min(1).max(4000),
  engine: z.number().int().min(1),
  /** Position name of the highest hand, for lists. */
  highestPosition: z.string().max(60),
  created: z.iso.datetime(),
  updated: z.iso.datetime(),
});

export type SavedStudy = z.infer<typeof SavedStudy>;
export type SavedFinger = z.infer<typeof SavedFinger>;
