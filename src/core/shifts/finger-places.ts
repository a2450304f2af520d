import { fingerRank, type FingerPlace, type Frame, type StoppingFinger } from '../instruments/frame.ts';

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
  { hand, thumb }: Hand,
  stop: number,
  reaching = false,
): StoppingFinger | undefined {
  const offset = stop - hand;
  const places = frames
    .filter((frame) => !frame.chromaticOnly && (frame.region === 'thumb') === thumb)
    .filter((frame) => hand >= frame.hands[0] && hand <= frame.hands[1])
    .flatMap((frame) => frame.places)
    .filter((place) => place.offset === offset && (reaching || place.reach === 'none'));
  return places.sort((a, b) => strain(a) - strain(b))[0]?.finger;
}

/** How far a place lies from where its finger falls by itself; between equals, the lower finger. */
function strain(place: FingerPlace): number {
  return (place.reach === 'none' ? 0 : 20) + (place.drawn ? 10 : 0) + fingerRank(place.finger);
}

/** The finger that plays a stop in first position, and how many half steps beyond its place the stop lies. */
export interface FromHome {
  readonly finger: StoppingFinger;
  /** Half steps above that finger's own place; 0 when the finger plays the stop. */
  readonly above: number;
}

/** A stop told by the fingers of first position on the same string; the highest of them where none reaches. */
export function fromHome(frames: readonly Frame[], homeHand: number, stop: number): FromHome | undefined {
  for (let above = 0; stop - above > 0; above += 1) {
    const finger = fingerAt(frames, { hand: homeHand, thumb: false }, stop - above, true);
    if (finger !== undefined) return { finger, above };
  }
  return undefined;
}
