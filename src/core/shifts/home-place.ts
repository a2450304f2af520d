import { type Finger, type StoppingFinger, framesOf, type HandSystem, type Instrument } from '../instruments/index.ts';

/** A place on a string as first position names it. */
export interface HomePlace {
  readonly finger: StoppingFinger;
  /** Low or high beside the finger's tape, where the hand has tapes. */
  readonly bend: 'low' | 'high' | undefined;
  /** Half steps the place lies above that finger; below it where negative; 0 when the finger plays it. */
  readonly apart: number;
}

/**
 * A stop told by the fingers of first position on the same string: by their tapes, a half step low
 * or high beside them, or so many half steps above the last finger. Never rounded.
 *
 * @example homePlace(VIOLIN, '1-2-4', 6) // { finger: 3, bend: 'high', apart: 0 }
 */
export function homePlace(instrument: Instrument, system: HandSystem, stop: number): HomePlace | undefined {
  const tapes = tapesOf(instrument, system);
  const own = tapes.find(([, tape]) => tape === stop);
  if (own) return { finger: own[0], bend: undefined, apart: 0 };
  if (stop < 1) return undefined;
  if (instrument.tapes) {
    // The second finger is the one that comes low; the third goes high below the fourth.
    const low = tapes.find(([finger, tape]) => tape - stop === 1 && finger <= 2);
    if (low) return { finger: low[0], bend: 'low', apart: 0 };
    const high = tapes.find(([finger, tape]) => stop - tape === 1 && finger === 3);
    if (high) return { finger: high[0], bend: 'high', apart: 0 };
  }
  const below = tapes.findLast(([, tape]) => tape < stop);
  const [first] = tapes;
  if (below) return { finger: below[0], bend: undefined, apart: stop - below[1] };
  return first && { finger: first[0], bend: undefined, apart: stop - first[1] };
}

/** Where each finger falls by itself in first position, lowest first. */
export function tapesOf(instrument: Instrument, system: HandSystem): [finger: 1 | 2 | 3 | 4, stop: number][] {
  const { homeHand } = instrument;
  const places = framesOf(instrument, system)
    .filter((frame) => frame.region === 'neck' && !frame.chromaticOnly && frame.posture === 'closed')
    .filter((frame) => frame.hands[0] <= homeHand && homeHand <= frame.hands[1])
    .flatMap((frame) => frame.places)
    .filter((place) => place.reach === 'none' && !place.drawn && place.finger !== 'T');
  const fingers = [...new Set(places.map((place) => place.finger as 1 | 2 | 3 | 4))].sort((a, b) => a - b);
  return fingers.map((finger) => {
    const offsets = places.filter((place) => place.finger === finger).map((place) => place.offset);
    return [finger, instrument.tapes?.[finger] ?? homeHand + Math.min(...offsets)];
  });
}

/** `low` or `high` where a finger of a hand stands beside its tape, as beginners say it; nothing on it or without tapes. */
export function bendOf(
  { tapes, homeHand }: Pick<Instrument, 'tapes' | 'homeHand'>,
  {
    finger,
    stop,
    hand,
    thumb,
  }: { readonly finger: Finger; readonly stop: number; readonly hand: number; readonly thumb: boolean },
): 'low' | 'high' | undefined {
  if (!tapes || thumb || finger === 0 || finger === 'T') return undefined;
  const beside = stop - hand - ((tapes[finger] ?? stop) - homeHand);
  return beside < 0 ? 'low' : beside > 0 ? 'high' : undefined;
}
