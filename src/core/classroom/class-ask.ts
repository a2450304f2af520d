import { z } from 'zod';
import { choices } from '../base/index.ts';
import { Ask, askFields, Bowing, oneOf, whole, handFields, playerFields } from '../recipe/index.ts';
import { LEVEL_IDS } from './level.ts';

/** What a section does while the others play above its highest octave. */
export const AFTER = ['rest', 'repeat', 'hold'] as const;

/** Figures a class can play together: those in which one octave lies within two. */
export const CLASS_FIGURES = ['scale', 'arpeggio', 'broken-thirds', 'groups-of-three', 'groups-of-four'] as const;

/** A section of the class: who plays, how many, how far up the neck, how much of the range. */
export const Section = z.object({
  ...playerFields,
  name: z.string({ error: 'A section’s name is text.' }).trim().max(60).optional(),
  players: whole('Players in a section', 0, 99).default(0),
  level: oneOf('level', LEVEL_IDS).default('any'),
  school: handFields.school,
  octaves: whole('A section’s octaves', 1, 4).optional(),
  start: askFields.start,
  after: oneOf('what a section does meanwhile', AFTER).default('rest'),
});

export type Section = z.output<typeof Section>;

/** One key for a room: what is played, and who plays it. */
export const ClassAsk = z.object({
  tonic: askFields.tonic,
  form: askFields.form,
  figure: z
    .enum(CLASS_FIGURES, { error: `A class plays one of these figures together: ${choices(CLASS_FIGURES)}.` })
    .default('scale'),
  octaves: askFields.octaves,
  direction: askFields.direction,
  melodicDescent: Ask.shape.melodicDescent,
  bowing: Bowing.prefault({}),
  sections: z
    .array(Section, { error: 'Sections are a list such as [{"instrument": "violin"}, {"instrument": "cello"}].' })
    .min(1, { error: 'A class has at least one section. Add one with its instrument.' })
    .max(24, { error: 'A class has at most 24 sections.' }),
});

export type ClassAsk = z.output<typeof ClassAsk>;
