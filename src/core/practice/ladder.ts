import { z } from 'zod';
import { RUNGS, type RungId } from './rung.ts';

const RUNG_IDS = RUNGS.map(({ id }) => id) as [RungId, ...RungId[]];

/** An order of rungs, by name: what a teacher has climbed. Made for a study by leaving out what does not apply. */
export const Ladder = z.object({
  id: z.string().regex(/^[a-z0-9-]{2,64}$/, { error: 'A ladder is known by small letters, digits and dashes.' }),
  name: z.string().trim().min(1, { error: 'Give the ladder a name.' }).max(80),
  rungs: z
    .array(z.enum(RUNG_IDS, { error: `A rung is one of: ${RUNG_IDS.join(', ')}.` }))
    .min(1, { error: 'A ladder has at least one rung.' })
    .max(60),
});

export type Ladder = z.infer<typeof Ladder>;

/** The ladders that come with Step Ladder. Common practice, no source. */
export const LADDERS: readonly Ladder[] = [
  {
    id: 'usual',
    name: 'The usual ladder',
    rungs: [
      'names',
      'plucked',
      'before-shift',
      'shift',
      'crossing',
      'first-octave',
      'turn',
      'way-down',
      'whole-drone',
      'ones',
      'slur-2',
      'tempo',
      'memory',
    ],
  },
  {
    id: 'first-scales',
    name: 'First scales',
    rungs: ['names', 'silent', 'plucked', 'first-octave', 'crossing', 'fours', 'twos', 'ones', 'memory'],
  },
  { id: 'whole', name: 'Every rung', rungs: RUNG_IDS },
  {
    id: 'audition',
    name: 'For an audition',
    rungs: [
      'shift',
      'turn',
      'way-down',
      'joined',
      'whole-drone',
      'slur-4',
      'slur-octave',
      'arpeggio',
      'tempo',
      'memory',
    ],
  },
  { id: 'kept', name: 'To keep what is known', rungs: ['whole-drone', 'tempo'] },
];

/** The ladder climbed where none is chosen. */
export const USUAL_LADDER = LADDERS[0] as Ladder;
