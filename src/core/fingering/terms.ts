/**
 * The terms of a fingering's cost, each with the sentence a musician can argue with.
 *
 * A term's amount is counted by the rules in `note-rules.ts`, `string-rules.ts` and
 * `hand-rules.ts`; its weight stands in the instrument's table in `cost-tables.ts`. `least` and
 * `most` bound the weight when it is fitted, so that a fit can't turn a fault into a reward.
 * All of it: common practice, no source.
 */
export const TERMS = {
  'finger-2': { why: 'The second finger is as good as the first.', least: 0, most: 0.2 },
  'finger-3': { why: 'The third finger is a little slower than the second.', least: 0, most: 0.6 },
  'finger-4': { why: 'The fourth finger is the weakest.', least: 0, most: 1.2 },
  thumb: { why: 'The thumb on the string presses a wide, hard place.', least: 0, most: 2 },
  'low-thumb': { why: 'Thumb position is at home from the octave up; below it is a choice.', least: 0, most: 2 },
  'four-high': { why: 'High up the fourth finger has little strength and less room.', least: 0, most: 2 },
  'fourth-for-open': { why: 'A fourth finger where the open string would ring.', least: 0, most: 1.5 },
  'stopped-for-open': { why: 'A stopped note where the next open string would ring.', least: 0, most: 1 },
  'reach-back': { why: 'A first finger that reaches back.', least: 0, most: 2 },
  'reach-forward': { why: 'A finger that reaches forward.', least: 0, most: 3 },
  drawn: { why: 'A finger drawn back from where it falls.', least: 0, most: 1 },
  narrow: { why: 'A narrow hand, a finger to each half step.', least: 0, most: 1 },
  'half-position': { why: 'Half position crowds the hand against the nut.', least: 0, most: 1.5 },
  'second-position': { why: 'Second position has no landmark on the neck or in the ear.', least: 0, most: 1.5 },
  height: { why: 'A hand away from home is harder to place, the more the higher.', least: 0, most: 0.5 },
  'high-on-low-string': { why: 'High stops on a low string sound dull and bend the elbow round.', least: 0, most: 0.6 },
  'start-away': { why: 'A first hand away from home must be found without a note before it.', least: 0, most: 4 },
  'start-distance': { why: 'Each half step the first hand stands from home.', least: 0, most: 1 },
  crossing: { why: 'The bow crosses to the neighbouring string.', least: 0, most: 1.5 },
  'crossing-back': { why: 'The notes go one way and the bow crosses the other.', least: 0, most: 4 },
  'skipped-string': { why: 'The bow jumps over a string.', least: 0.5, most: 6 },
  'same-finger-across': { why: 'One finger hops or lies flat across two strings.', least: 0, most: 3 },
  'last-note-alone': { why: 'A crossing for the last note alone.', least: 0, most: 1.5 },
  'open-high': { why: 'An open string stands out while the hand is high.', least: 0, most: 1 },
  'augmented-stretch': { why: 'Three half steps between neighbouring fingers.', least: 0, most: 2 },
  'skipped-finger': { why: 'A finger is passed over where the next one would do.', least: 0, most: 2.5 },
  'opened-hand': { why: 'The hand opens or closes between two notes.', least: 0, most: 2 },
  'extended-hand': { why: 'The hand is placed already extended.', least: 0, most: 2 },
  'shift-up': { why: 'The hand moves up.', least: 0.5, most: 6 },
  'shift-down': { why: 'The hand moves down.', least: 0.5, most: 6 },
  'shift-chromatic': {
    why: 'The hand moves in a passage of half steps, where the next note lies beside the last.',
    least: 0.3,
    most: 6,
  },
  'shift-distance': { why: 'Each half step the hand travels.', least: 0.02, most: 1 },
  'shift-far': { why: 'Going up, each half step beyond a fourth that the hand leaps at once.', least: 0, most: 3 },
  'shift-on-whole-step': {
    why: 'A shift on anything wider than a half step of pitch is harder to hear.',
    least: 0,
    most: 2,
  },
  'shift-with-crossing': { why: 'The hand moves and the bow crosses at once.', least: 0, most: 4 },
  'shift-over-open': { why: 'An open string sounds while the hand moves, and hides it.', least: -2, most: 0 },
  'shift-on-low-string': {
    why: 'The hand moves on a string below the top one: some schools shift early, some late.',
    least: -1,
    most: 2,
  },
  'up-onto-2': { why: 'Going up, the first finger should take over, not the second.', least: 0, most: 3 },
  'up-onto-3': { why: 'Going up, the first finger should take over, not the third.', least: 0, most: 4 },
  'up-onto-4': { why: 'Going up, the first finger should take over, not the fourth.', least: 0, most: 4 },
  'up-from-1': { why: 'Going up off the first finger leaves a hand hardly used.', least: 0, most: 2 },
  'up-from-4': { why: 'Going up off the fourth finger, the first has the whole hand to pass.', least: 0, most: 4 },
  'down-onto-1': { why: 'Coming down, a higher finger should take over, not the first.', least: 0, most: 4 },
  'down-onto-2': { why: 'Coming down onto the second finger leaves one finger below it.', least: 0, most: 3 },
  'down-from-high': { why: 'Coming down off a high finger leaves a hand hardly used.', least: 0, most: 2 },
  'onto-thumb': { why: 'The thumb is set down as the hand arrives.', least: 0, most: 3 },
  slide: { why: 'One finger slides a half step.', least: 0.2, most: 4 },
  'slide-at-top': {
    why: 'One finger slides a half step near the top note, where a slide is at home.',
    least: 0.1,
    most: 4,
  },
  'slide-chromatic': { why: 'One finger slides a half step in a chromatic passage.', least: 0.1, most: 3 },
  'four-chromatic': {
    why: 'In a long row of half steps the three strong fingers go round and the fourth is spared.',
    least: 0,
    most: 1,
  },
  'slide-on-1': { why: 'First finger on first finger, the usual slide of a chromatic scale.', least: 0, most: 1 },
  'slide-astray': {
    why: 'On violin and viola a finger slides between its own low and high place in first position, nowhere else.',
    least: 0,
    most: 1,
  },
  'slide-on-2': { why: 'Second finger on second finger blurs a chromatic scale.', least: 0, most: 2 },
  'slide-on-3': { why: 'Third finger on third finger blurs a chromatic scale.', least: 0, most: 3 },
  'slide-down-on-1': {
    why: 'Coming down by half steps the last finger should lead from hand to hand, not the first.',
    least: 0,
    most: 3,
  },
  'slide-up-on-4': {
    why: 'Going up by half steps the first finger should lead from hand to hand, not the last.',
    least: 0,
    most: 3,
  },
  'slide-wide': { why: 'One finger slides further than a half step.', least: 0.5, most: 6 },
  visit: { why: 'A hand taken for a single note, not merely slid into.', least: 0, most: 4 },
  'return-rule': { why: 'The way down does not come back as the school asks.', least: 8, most: 8 },
  'way-back-differs': {
    why: 'The way down is not the way up read backwards, and is memorised apart.',
    least: 0,
    most: 8,
  },
  'parallel-differs': {
    why: 'The minor does not keep the strings and shifts of its parallel major, and is memorised apart.',
    least: 0,
    most: 4,
  },
} as const satisfies Record<string, { why: string; least: number; most: number }>;

export type TermId = keyof typeof TERMS;

export const TERM_IDS = Object.keys(TERMS) as TermId[];

/** Index of each term in a tally's arrays. */
export const TERM: Readonly<Record<TermId, number>> = Object.fromEntries(
  TERM_IDS.map((id, index) => [id, index]),
) as Record<TermId, number>;

/** A weight for every term. */
export type CostTable = Readonly<Record<TermId, number>>;

/** The weights as a flat array in the order of `TERM_IDS`. */
export function weightsOf(table: CostTable): Float64Array {
  return Float64Array.from(TERM_IDS, (id) => table[id]);
}

/** Adds up a cost while rules run; `itemised` keeps how much of each term went into it as well. */
export class Tally {
  cost = 0;
  readonly weights: Float64Array;
  /** Amounts by term, unweighted. */
  readonly amounts: Float64Array | undefined;

  constructor(weights: Float64Array, itemised = false) {
    this.weights = weights;
    this.amounts = itemised ? new Float64Array(weights.length) : undefined;
  }

  /** Counts `amount` of the term with that index. */
  add(term: number, amount: number): void {
    this.cost += amount * (this.weights[term] as number);
    if (this.amounts !== undefined) this.amounts[term] = (this.amounts[term] as number) + amount;
  }
}
