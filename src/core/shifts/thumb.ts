import type { InstrumentId } from '../instruments/instrument.ts';
import type { FingeredNote } from '../fingering/fingering.ts';

/** Hands from which the thumb no longer lies behind the neck. Common practice, no source. */
export const NECK_ENDS: Readonly<Record<InstrumentId, number>> = { violin: 8, viola: 7, cello: 9, bass: 10 };

/** What the thumb does in a shift, in a sentence. Common practice, no source. */
export function thumbSentence(instrument: InstrumentId, from: FingeredNote, to: FingeredNote): string {
  if (to.thumb && !from.thumb) return 'The thumb comes out from behind the neck and lies across the strings.';
  if (from.thumb && !to.thumb) return 'The thumb goes back behind the neck, under the second finger.';
  if (to.thumb) return 'The thumb stays across the strings and moves with the hand.';
  const end = NECK_ENDS[instrument];
  const rises = from.hand < end && to.hand >= end;
  const falls = from.hand >= end && to.hand < end;
  if (instrument === 'violin' || instrument === 'viola') {
    if (rises) return 'The thumb goes round under the neck as the elbow comes forward; wrist straight.';
    if (falls) return 'The thumb leads back to the side of the neck, loose.';
  } else {
    if (rises) return 'The thumb comes round beside the neck as the elbow rises.';
    if (falls) return 'The thumb goes back behind the neck as the elbow sinks.';
  }
  return 'The thumb travels with the hand, loose, neither before it nor after it.';
}
