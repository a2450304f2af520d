/** A left-hand finger; 0 is the open string, T the thumb laid across the strings. */
export type Finger = 0 | 1 | 2 | 3 | 4 | 'T';

/** A finger that stops a string. */
export type StoppingFinger = Exclude<Finger, 0>;

/** How a finger leaves the unextended hand: a drawn-back finger counts as `none`. */
export type Reach = 'none' | 'back' | 'forward';

/**
 * How wide the hand is held. Two notes of one hand may differ in posture (a hand that opens
 * midway), but a hand never reaches forward and back at once.
 */
export type Posture = 'closed' | 'forward' | 'back' | 'narrow';

/** One place a finger of a frame may stop, in semitones from the hand. */
export interface FingerPlace {
  readonly finger: StoppingFinger;
  readonly offset: number;
  readonly reach: Reach;
  /** True when the finger is drawn towards the nut from where it falls by itself. */
  readonly drawn?: true;
}

/**
 * Which stops the fingers cover from a hand. The hand is the stop under the unextended first
 * finger, or under the thumb in thumb position.
 */
export interface Frame {
  readonly name: string;
  readonly posture: Posture;
  /** `thumb` frames count from the thumb, `neck` and `upper` frames from the first finger. */
  readonly region: 'neck' | 'upper' | 'thumb';
  /** Lowest and highest hand at which the frame is used. */
  readonly hands: readonly [low: number, high: number];
  readonly places: readonly FingerPlace[];
  /** Widest gap, in semitones, between neighbouring fingers stopping one string. */
  readonly widestGap: Readonly<Partial<Record<`${StoppingFinger}-${StoppingFinger}`, number>>>;
  /** True when the frame is taken only in passages that move by half steps throughout. */
  readonly chromaticOnly?: true;
}

/** Fingers in the order they lie on the string, from the nut towards the bridge. */
export function fingerRank(finger: Finger): number {
  return finger === 'T' ? 0.5 : finger;
}

/** Places without reach for a finger, one for each offset. */
export function at(finger: StoppingFinger, ...offsets: readonly number[]): FingerPlace[] {
  return offsets.map((offset) => ({ finger, offset, reach: 'none' }));
}

/** A place a finger reaches for. */
export function reaching(finger: StoppingFinger, offset: number, reach: 'back' | 'forward'): FingerPlace {
  return { finger, offset, reach };
}

/** A place a finger is drawn back to. */
export function drawn(finger: StoppingFinger, offset: number): FingerPlace {
  return { finger, offset, reach: 'none', drawn: true };
}
