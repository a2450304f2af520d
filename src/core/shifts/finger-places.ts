import { fingerRank, type FingerPlace, type Frame, type StoppingFinger } from '../instruments/index.ts';

/** A hand on the fingerboard: the stop it stands at, and whether it lies in thumb position. */
export interface Hand {
  readonly hand: number;
  readonly thumb: boolean;
}

/**
 * The finger that falls on a stop from a hand. Gives `undefined` where no finger of that hand comes
 * to; a place a finger must reach for counts only where `reaching` says so.
 */
export function fingerAt(
  frames: readonly Frame[],
  hand: Hand,
  stop: number,
  reaching = false,
): StoppingFinger | undefined {
  return placeAt(frames, hand, stop, reaching)?.finger;
}

/** The same with how the finger lies there. */
export function placeAt(
  frames: readonly Frame[],
  { hand, thumb }: Hand,
  stop: number,
  reaching = false,
): FingerPlace | undefined {
  const offset = stop - hand;
  const places = frames
    .filter((frame) => !frame.chromaticOnly && (frame.region === 'thumb') === thumb)
    .filter((frame) => hand >= frame.hands[0] && hand <= frame.hands[1])
    .flatMap((frame) => frame.places)
    .filter((place) => place.offset === offset && (reaching || place.reach === 'none'));
  return places.sort((a, b) => strain(a) - strain(b))[0];
}

/** How far a place lies from where its finger falls by itself; between equals, the lower finger. */
function strain(place: FingerPlace): number {
  return (place.reach === 'none' ? 0 : 20) + (place.drawn ? 10 : 0) + fingerRank(place.finger);
}
