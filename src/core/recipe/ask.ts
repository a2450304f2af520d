import { z } from 'zod';
import { FIGURES, FORMS, type FormId, isTonicName, parsePitch } from '../theory/index.ts';
import { oneOf, whole } from './fields.ts';
import { Music } from './music.ts';
import { playerFields } from './player.ts';

const FORM_IDS = FORMS.map((form) => form.id) as [FormId, ...FormId[]];

export const MELODIC_DESCENTS = ['natural', 'ascending'] as const;
export const DIRECTIONS = ['up', 'down', 'up-down'] as const;

/** Which notes are asked for. */
export const askFields = {
  tonic: z
    .string({ error: 'Name the tonic: a letter A to G, then # or b if needed, such as F# or Bb.' })
    .refine(isTonicName, {
      error: 'A tonic is a letter A to G, then #, b, ## or bb if needed, such as F# or Bb.',
    }),
  form: oneOf('form', FORM_IDS).default('major'),
  figure: oneOf('figure', FIGURES).default('scale'),
  octaves: whole('Octaves', 1, 4).default(1),
  start: z
    .string({ error: 'The lowest note is a sounding pitch such as A3.' })
    .refine((text) => parsePitch(text) !== undefined, {
      error: 'The lowest note is a sounding pitch with its octave, such as A3 or Bb2.',
    })
    .optional(),
  direction: oneOf('direction', DIRECTIONS).default('up-down'),
  /** Music somebody else wrote, to be played in place of a scale; the tonic and form then name the key it stands in. */
  music: Music.optional(),
  /** Melodic minor coming down: with its natural notes, or keeping those of the way up. */
  melodicDescent: oneOf('way the melodic minor comes down', MELODIC_DESCENTS).default('natural'),
};

/** The notes of a study: for whom, in what key and form, how far and which way. */
export const Ask = z.object({ ...playerFields, ...askFields });

export type Ask = z.output<typeof Ask>;
