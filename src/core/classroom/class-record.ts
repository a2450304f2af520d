import { z } from 'zod';
import { titleOf } from '../recipe/index.ts';
import { ClassAsk } from './class-ask.ts';

/** A class as it is kept: what it plays, and who sits in it. */
export const ClassRecord = ClassAsk.extend({
  id: z.string().regex(/^[a-z0-9-]{6,64}$/, { error: 'A class is known by 6 to 64 small letters, digits and dashes.' }),
  name: z.string().trim().min(1, { error: 'Give the class a name.' }).max(80),
});

export type ClassRecord = z.output<typeof ClassRecord>;

/** A class to begin with: the usual sections of a string class, all in first position. From memory. */
export function newClass(id: string, name: string): ClassRecord {
  return ClassRecord.parse({
    id,
    name,
    tonic: 'D',
    octaves: 2,
    bowing: { slur: 1, perBeat: 1, bpm: 72 },
    sections: [
      { instrument: 'violin', players: 8, level: 'third' },
      { instrument: 'viola', players: 4, level: 'first' },
      { instrument: 'cello', players: 4, level: 'first' },
      { instrument: 'bass', players: 2, level: 'third' },
    ],
  });
}

/** What a class plays, in a line: `D major, two octaves`. */
export function classWords(record: ClassRecord): string {
  return titleOf(record);
}
