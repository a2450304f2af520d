import type { Instrument } from '../../instruments/index.ts';
import type { Way } from '../../fingering/index.ts';
import type { Place, MusicFile } from '../../passage/index.ts';
import type { FingersWritten } from './fingers-written.ts';
import { withFingersInAbc } from './into-abc.ts';
import { withFingersInMei } from './into-mei.ts';
import { withFingers } from './into-musicxml.ts';

/**
 * A file of music with a fingering written into it, everything else as it was; nothing if its notes cannot be
 * told apart in it.
 *
 * @param places of the passage's notes in it.
 */
export function fingersInto(
  { format, text, letters }: MusicFile,
  places: readonly Place[],
  way: Way,
  instrument: Instrument,
  written: FingersWritten = 'all',
): string | undefined {
  const all = { text, letters, places, way, instrument, written };
  if (format === 'mei') return withFingersInMei(all);
  if (format === 'abc') return withFingersInAbc(all);
  return withFingers(text, places, way, instrument, written);
}
