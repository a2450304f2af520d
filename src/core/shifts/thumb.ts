import type { FingeredNote } from '../fingering/index.ts';
import type { Instrument } from '../instruments/index.ts';

/** What the thumb does in a shift, in a sentence, where it is more than to travel with the hand, as it always does. Common practice, no source. */
export function thumbSentence(
  { neckEnd, thumbAtNeckEnd }: Pick<Instrument, 'neckEnd' | 'thumbAtNeckEnd'>,
  from: FingeredNote,
  to: FingeredNote,
): string | undefined {
  if (to.thumb && !from.thumb) return 'The thumb comes out from behind the neck and lies across the strings.';
  if (from.thumb && !to.thumb) return 'The thumb goes back behind the neck, under the second finger.';
  if (to.thumb) return 'The thumb stays across the strings and moves with the hand.';
  if (from.hand < neckEnd && to.hand >= neckEnd) return thumbAtNeckEnd.rising;
  if (from.hand >= neckEnd && to.hand < neckEnd) return thumbAtNeckEnd.falling;
  return undefined;
}
