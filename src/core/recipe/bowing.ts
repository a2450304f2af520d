import { z } from 'zod';
import { choices } from '../base/index.ts';
import { BOW_PARTS } from './bow-part.ts';
import { oneOf, whole } from './fields.ts';
import { RHYTHM_NAMES } from './rhythm-cell.ts';
import { TEMPO_UNITS } from './tempo-unit.ts';

export const TURNS = ['none', 'two', 'three'] as const;
export const TOPS = ['once', 'twice', 'long'] as const;

/** Everything a study asks of the bow: groups, turns, rhythm, repetitions, tempo. */
export const Bowing = z
  .strictObject({
    slur: whole('Notes to a bow', 1, 64).default(1),
    perBeat: whole('Notes to a beat', 1, 16).default(2),
    /** Beats to a note, where even notes come one to a beat and one to a stroke: long notes. */
    beatsPerNote: z
      .union([z.literal(1), z.literal(2), z.literal(4)], { error: 'A long note lasts two or four beats.' })
      .default(1),
    opening: oneOf('opening turn', TURNS).default('none'),
    top: oneOf('top note', TOPS).default('once'),
    closing: oneOf('closing turn', TURNS).default('none'),
    /** Bows of unlike length in turn, such as one and three; stands in place of `slur`. */
    pattern: z
      .array(whole('Each bow of a pattern', 1, 64), { error: 'A pattern of bows is a list such as [1, 3].' })
      .min(2, { error: 'A pattern of bows has at least two; for one length give notes to a bow.' })
      .max(16)
      .optional(),
    /** Notes the first tonic is held for beyond its own. */
    longTonic: whole('What the first tonic is held for', 0, 16).default(0),
    /** Notes a long top is held for beyond its own; to the end of its beat when left out. */
    longTop: whole('What the top note is held for', 1, 16).optional(),
    /** Bow strokes to each note. */
    repeats: z
      .union([z.literal(1), z.literal(2), z.literal(4)], { error: 'A note is played once, twice or four times.' })
      .default(1),
    rhythm: z
      .union(
        [
          z.enum(RHYTHM_NAMES),
          z
            .array(whole('Each length of a rhythm', 1, 16))
            .min(2)
            .max(12),
        ],
        {
          error: `A rhythm is one of: ${choices(RHYTHM_NAMES)}; or two to twelve lengths in quarters of a beat, such as [3, 1].`,
        },
      )
      .default('even'),
    start: oneOf('first bow', ['down', 'up']).default('down'),
    /** An accent on every so many notes; 0 for none. */
    accents: whole('Notes from accent to accent', 0, 12).default(0),
    /** Slurred notes separated in one bow. */
    hooked: z.boolean({ error: 'Hooked is true or false.' }).default(false),
    part: oneOf('part of the bow', BOW_PARTS).default('none'),
    dynamics: oneOf('shape', ['none', 'rise-and-fall']).default('none'),
    /** Notes before the first bar line. */
    pickup: whole('Notes before the first bar', 0, 15).default(0),
    /** Tempo: so many of the unit a minute. */
    bpm: whole('The tempo, in beats a minute,', 20, 400).default(60),
    /** What the tempo counts. */
    unit: oneOf('unit of the tempo', TEMPO_UNITS).default('beat'),
  })
  .superRefine((bowing, context) => {
    const fail = (path: string, message: string): void => context.addIssue({ code: 'custom', path: [path], message });
    if (bowing.repeats > 1 && bowing.rhythm !== 'even') {
      fail('repeats', 'Repeated notes are even. Take one stroke to a note, or the rhythm even.');
    }
    if (bowing.repeats * bowing.perBeat > 16 && bowing.rhythm === 'even') {
      const most = Math.floor(16 / bowing.repeats);
      fail(
        'repeats',
        `That is more than 16 strokes to a beat. Take at most ${most} notes to a beat, or fewer strokes.`,
      );
    }
  });

export type Bowing = z.infer<typeof Bowing>;
