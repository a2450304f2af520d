import type { FingeredNote } from '../fingering/index.ts';
import { type Frame, type Instrument, positionName } from '../instruments/index.ts';
import { placeAt } from '../shifts/index.ts';

/** How the note a shift arrives on is played before the shift. */
export interface OldPlace {
  /** In the hand that was, on the same string or a neighbouring one; or under the old finger, slid there. */
  readonly how: 'in the old hand' | 'on a neighbouring string' | 'the old finger slides';
  readonly finger: FingeredNote;
}

/** How far the hand is looked for from which a finger falls on a note, half steps. */
const AROUND = 8;

/**
 * The arrival note the old way: by the hand that stands before the shift where it reaches it, else under
 * the finger that played last, slid to it on the string of the arrival.
 */
export function oldPlaceOf(
  instrument: Instrument,
  frames: readonly Frame[],
  from: FingeredNote,
  to: FingeredNote,
): OldPlace {
  const open = openOf(instrument, to.string);
  const midi = open + to.stop;
  const neighbours = instrument.strings
    .filter((string) => string.name !== to.string)
    .sort((a, b) => Math.abs(a.open - open) - Math.abs(b.open - open));
  for (const string of [...instrument.strings.filter(({ name }) => name === to.string), ...neighbours]) {
    const stop = midi - string.open;
    const place = stop > 0 && placeAt(frames, from, stop, true);
    if (!place) continue;
    return {
      how: string.name === to.string ? 'in the old hand' : 'on a neighbouring string',
      finger: { ...from, at: to.at, string: string.name, stop, finger: place.finger, reach: place.reach },
    };
  }
  return { how: 'the old finger slides', finger: slid(instrument, frames, from, to) };
}

/** The old finger on the arrival, the hand carried along; the arriving hand itself where none has it so. */
function slid(instrument: Instrument, frames: readonly Frame[], from: FingeredNote, to: FingeredNote): FingeredNote {
  const hands = Array.from({ length: 2 * AROUND + 1 }, (_, k) => to.hand + (k % 2 === 0 ? k / 2 : -(k + 1) / 2));
  for (const thumb of [from.thumb, to.thumb]) {
    for (const hand of hands) {
      if (hand < 0 || placeAt(frames, { hand, thumb }, to.stop)?.finger !== from.finger) continue;
      const position = positionName(instrument, hand, thumb, 0);
      return { ...to, finger: from.finger, hand, thumb, position, reach: 'none' };
    }
  }
  return to;
}

/** The sounding pitch of an open string, MIDI. */
function openOf({ strings }: Instrument, name: string): number {
  return strings.find((string) => string.name === name)?.open ?? 0;
}
