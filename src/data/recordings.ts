import { inTime } from '../core/base/index.ts';
import { z } from 'zod';
import { attempt } from './database.ts';

/** A performance kept as sound with a pupil's study, because somebody asked for it. */
export const Recording = z.strictObject({
  id: z.string().min(1).max(64),
  pupil: z.string().min(1).max(64),
  /** The kept study it is of. */
  study: z.string().min(1).max(64),
  /** What was played, as it is called. */
  title: z.string().max(300),
  /** ISO day. */
  date: z.iso.date(),
  seconds: z.number().min(0),
  /** A WAVE file. */
  sound: z.instanceof(Blob),
});

export type Recording = z.infer<typeof Recording>;

/** A pupil's recordings, the newest first; the sound itself is read when it is played. */
export async function readRecordings(pupil: string): Promise<readonly Recording[]> {
  const records = await attempt((db) => db.getAllFromIndex('recordings', 'pupil', pupil));
  return records
    .flatMap((one) => Recording.safeParse(one).data ?? [])
    .toSorted((a, b) => inTime(b.date, a.date) || inTime(b.id, a.id));
}
