import { z } from 'zod';
import { parsePitch } from '../theory/index.ts';
import { whole } from './fields.ts';

const PITCH = 'A note of a passage is a sounding pitch such as Bb3.';

const Sounding = z.string({ error: PITCH }).refine((text) => parsePitch(text) !== undefined, { error: PITCH });

const quarters = (what: string) => z.number({ error: `${what} is a number of quarter notes, 0 or more.` }).min(0);

/** One note to be played: its time in quarter notes from the beginning of the passage. */
export const MusicNote = z.strictObject({
  pitch: Sounding,
  onset: quarters('When a note begins'),
  /** Ties included; zero for a grace note. */
  length: quarters('How long a note lasts'),
  /** Which of the bars it begins in, counted from 0. */
  bar: whole('The bar of a note', 0, 5000),
  /** What sounds with it, lower on the instrument. */
  chord: z.array(Sounding).min(1).max(3).optional(),
  /** The bow it begins; left out where the bow that plays goes on. */
  bow: z.enum(['down', 'up']).optional(),
});

export type MusicNote = z.output<typeof MusicNote>;

/** One bar as it stands in the file. */
export const MusicBar = z.strictObject({
  /** As numbered there. */
  number: z.string().max(12),
  onset: quarters('Where a bar begins'),
  length: quarters('How long a bar lasts'),
  /** Metre, where it is set or changed: so many beats of such a note value. */
  metre: z
    .strictObject({ beats: whole('Beats to a bar', 1, 64), unit: whole('The value of a beat', 1, 64) })
    .optional(),
  /** Sharps (above zero) or flats of the signature, where it is set or changed. */
  fifths: whole('Signs of a signature', -7, 7).optional(),
});

export type MusicBar = z.output<typeof MusicBar>;

/** Music that somebody else wrote: notes with times of their own, in bars, under bows. */
export const Music = z
  .strictObject({
    title: z.string().trim().min(1).max(200),
    bars: z.array(MusicBar).min(1).max(5000, { error: 'A passage has at most 5000 bars.' }),
    notes: z
      .array(MusicNote)
      .min(2, { error: 'A passage has at least two notes.' })
      .max(4000, { error: 'A passage has at most 4,000 notes. Choose fewer bars.' }),
  })
  .superRefine(({ bars, notes }, context) => {
    const fail = (path: (string | number)[], message: string): void =>
      context.addIssue({ code: 'custom', path, message });
    notes.forEach(({ bar, onset }, at) => {
      const before = notes[at - 1];
      if (before && onset < before.onset - 1e-6)
        fail(['notes', at, 'onset'], 'Notes stand in the order they are played.');
      if (bar >= bars.length) fail(['notes', at, 'bar'], `The passage has ${bars.length} bars, counted from 0.`);
    });
  });

export type Music = z.output<typeof Music>;
