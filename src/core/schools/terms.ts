/**
 * The terms of a fingering's cost, each with a name and the sentence a musician can argue with.
 *
 * A term's amount is counted by the rules in `rules.ts`; its weight stands in the instrument's table in `cost-tables.ts`. `least` and
 * `most` bound the weight when it is fitted, so that a fit can't turn a fault into a reward.
 * All of it: common practice, no source.
 */
export const TERMS = {
  'finger-2': { noun: 'second fingers', why: 'The second finger is as good as the first.', least: 0, most: 0.2 },
  'finger-3': {
    noun: 'third fingers',
    why: 'The third finger is a little slower than the second.',
    least: 0,
    most: 0.6,
  },
  'finger-4': { noun: 'fourth fingers', why: 'The fourth finger is the weakest.', least: 0, most: 1.2 },
  thumb: {
    noun: 'the thumb on the string',
    why: 'The thumb on the string presses a wide, hard place.',
    least: 0,
    most: 2,
  },
  'low-thumb': {
    noun: 'thumb position low down',
    why: 'Thumb position is at home from the octave up; below it is a choice.',
    least: 0,
    most: 2,
  },
  'four-high': {
    noun: 'the fourth finger high up',
    why: 'High up the fourth finger has little strength and less room.',
    least: 0,
    most: 2,
  },
  'fourth-for-open': {
    noun: 'a fourth finger for an open string',
    why: 'A fourth finger where the open string would ring.',
    least: 0,
    most: 1.5,
  },
  'stopped-for-open': {
    noun: 'stopped notes for open strings',
    why: 'A stopped note where the next open string would ring.',
    least: 0,
    most: 1,
  },
  'reach-back': { noun: 'reaches back', why: 'A first finger that reaches back.', least: 0, most: 2 },
  'reach-forward': { noun: 'reaches forward', why: 'A finger that reaches forward.', least: 0, most: 3 },
  drawn: { noun: 'drawn-back fingers', why: 'A finger drawn back from where it falls.', least: 0, most: 1 },
  narrow: { noun: 'a narrow hand', why: 'A narrow hand, a finger to each half step.', least: 0, most: 1 },
  'half-position': {
    noun: 'half position',
    why: 'Half position crowds the hand against the nut.',
    least: 0,
    most: 1.5,
  },
  'second-position': {
    noun: 'second position',
    why: 'Second position has no landmark on the neck or in the ear.',
    least: 0,
    most: 1.5,
  },
  height: {
    noun: 'a hand away from home',
    why: 'A hand away from home is harder to place, the more the higher.',
    least: 0,
    most: 0.5,
  },
  'high-on-low-string': {
    noun: 'high stops on low strings',
    why: 'High stops on a low string sound dull and bend the elbow round.',
    least: 0,
    most: 0.6,
  },
  'start-away': {
    noun: 'a start away from home',
    why: 'A first hand away from home must be found without a note before it.',
    least: 0,
    most: 4,
  },
  'start-distance': {
    noun: 'how far from home it starts',
    why: 'Each half step the first hand stands from home.',
    least: 0,
    most: 1,
  },
  crossing: { noun: 'crossings', why: 'The bow crosses to the neighbouring string.', least: 0, most: 1.5 },
  'crossing-turning': {
    noun: 'crossings in a figure that turns back',
    why: 'In thirds and groups the line turns back, and every crossing is crossed again.',
    least: 0,
    most: 1.5,
  },
  'crossing-back': {
    noun: 'crossings against the line',
    why: 'The notes go one way and the bow crosses the other.',
    least: 0,
    most: 4,
  },
  'skipped-string': { noun: 'skipped strings', why: 'The bow jumps over a string.', least: 0.5, most: 6 },
  'same-finger-across': {
    noun: 'one finger across two strings',
    why: 'One finger hops or lies flat across two strings.',
    least: 0,
    most: 3,
  },
  'last-note-alone': {
    noun: 'crossings for a single note',
    why: 'A crossing for the last note alone.',
    least: 0,
    most: 1.5,
  },
  'open-high': {
    noun: 'open strings under a high hand',
    why: 'An open string stands out while the hand is high.',
    least: 0,
    most: 1,
  },
  'augmented-stretch': {
    noun: 'three half steps between neighbours',
    why: 'Three half steps between neighbouring fingers.',
    least: 0,
    most: 2,
  },
  'skipped-finger': {
    noun: 'skipped fingers',
    why: 'A finger is passed over where the next one would do.',
    least: 0,
    most: 2.5,
  },
  'opened-hand': {
    noun: 'opening and closing the hand',
    why: 'The hand opens or closes between two notes.',
    least: 0,
    most: 2,
  },
  'extended-hand': { noun: 'a hand placed extended', why: 'The hand is placed already extended.', least: 0, most: 2 },
  'shift-up': { noun: 'shifts up', why: 'The hand moves up.', least: 0.5, most: 6 },
  'shift-down': { noun: 'shifts down', why: 'The hand moves down.', least: 0.5, most: 6 },
  'shift-chromatic': {
    noun: 'shifts',
    why: 'The hand moves in a passage of half steps, where the next note lies beside the last.',
    least: 0.3,
    most: 6,
  },
  'shift-distance': { noun: 'the way the hand travels', why: 'Each half step the hand travels.', least: 0.02, most: 1 },
  'shift-far': {
    noun: 'long leaps of the hand',
    why: 'Going up, each half step beyond a fourth that the hand leaps at once.',
    least: 0,
    most: 3,
  },
  'shift-on-whole-step': {
    noun: 'shifts on wide steps',
    why: 'A shift on anything wider than a half step of pitch is harder to hear.',
    least: 0,
    most: 2,
  },
  'shift-with-crossing': {
    noun: 'shifts with a crossing',
    why: 'The hand moves and the bow crosses at once.',
    least: 0,
    most: 4,
  },
  'shift-over-open': {
    noun: 'shifts hidden by an open string',
    why: 'An open string sounds while the hand moves, and hides it.',
    least: -2,
    most: 0,
  },
  'shift-on-low-string': {
    noun: 'shifts on the lower strings',
    why: 'The hand moves on a string below the top one: some schools shift early, some late.',
    least: -1,
    most: 2,
  },
  'shift-in-slur': {
    noun: 'shifts inside a slur',
    why: 'The hand moves while the bow goes on, and the slide is heard; half as much on a beat.',
    least: 0,
    most: 3,
  },
  'shift-on-bow-change': {
    noun: 'shifts hidden by a bow change',
    why: 'The bow turns as the hand moves, and hides it.',
    least: -1,
    most: 0,
  },
  'up-onto-2': {
    noun: 'shifts up onto the second finger',
    why: 'Going up, the first finger should take over, not the second.',
    least: 0,
    most: 3,
  },
  'up-onto-3': {
    noun: 'shifts up onto the third finger',
    why: 'Going up, the first finger should take over, not the third.',
    least: 0,
    most: 4,
  },
  'up-onto-4': {
    noun: 'shifts up onto the fourth finger',
    why: 'Going up, the first finger should take over, not the fourth.',
    least: 0,
    most: 4,
  },
  'up-from-1': {
    noun: 'shifts up off the first finger',
    why: 'Going up off the first finger leaves a hand hardly used.',
    least: 0,
    most: 2,
  },
  'up-from-4': {
    noun: 'shifts up off the fourth finger',
    why: 'Going up off the fourth finger, the first has the whole hand to pass.',
    least: 0,
    most: 4,
  },
  'down-onto-1': {
    noun: 'shifts down onto the first finger',
    why: 'Coming down, a higher finger should take over, not the first.',
    least: 0,
    most: 4,
  },
  'down-onto-2': {
    noun: 'shifts down onto the second finger',
    why: 'Coming down onto the second finger leaves one finger below it.',
    least: 0,
    most: 3,
  },
  'down-from-high': {
    noun: 'shifts down off a high finger',
    why: 'Coming down off a high finger leaves a hand hardly used.',
    least: 0,
    most: 2,
  },
  'onto-thumb': { noun: 'arrivals on the thumb', why: 'The thumb is set down as the hand arrives.', least: 0, most: 3 },
  slide: { noun: 'half-step slides', why: 'One finger slides a half step.', least: 0.2, most: 4 },
  'slide-at-top': {
    noun: 'slides at the top',
    why: 'One finger slides a half step near the top note, where a slide is at home.',
    least: 0.1,
    most: 4,
  },
  'slide-chromatic': {
    noun: 'slides',
    why: 'One finger slides a half step in a chromatic passage.',
    least: 0.1,
    most: 3,
  },
  'four-chromatic': {
    noun: 'fourth fingers in half steps',
    why: 'In a long row of half steps the three strong fingers go round and the fourth is spared.',
    least: 0,
    most: 1,
  },
  'slide-on-1': {
    noun: 'slides on the first finger',
    why: 'First finger on first finger, the usual slide of a chromatic scale.',
    least: 0,
    most: 1,
  },
  'slide-in-hand': {
    noun: 'slides inside the hand',
    why: 'A finger slides a half step between its low and its high place while the hand stays.',
    least: 0,
    most: 1,
  },
  'slide-on-2': {
    noun: 'slides on the second finger',
    why: 'Second finger on second finger blurs a chromatic scale.',
    least: 0,
    most: 2,
  },
  'slide-on-3': {
    noun: 'slides on the third finger',
    why: 'Third finger on third finger blurs a chromatic scale.',
    least: 0,
    most: 3,
  },
  'slide-down-on-1': {
    noun: 'first-finger slides coming down',
    why: 'Coming down by half steps the last finger should lead from hand to hand, not the first.',
    least: 0,
    most: 3,
  },
  'slide-up-on-4': {
    noun: 'fourth-finger slides going up',
    why: 'Going up by half steps the first finger should lead from hand to hand, not the last.',
    least: 0,
    most: 3,
  },
  'slide-wide': { noun: 'wide slides', why: 'One finger slides further than a half step.', least: 0.5, most: 6 },
  visit: {
    noun: 'hands taken for one note',
    why: 'A hand taken for a single note, not merely slid into.',
    least: 0,
    most: 4,
  },
  'return-rule': {
    noun: 'a way back not asked for',
    why: 'The way down does not come back as the school asks.',
    least: 8,
    most: 8,
  },
  'way-back-differs': {
    noun: 'a way down of its own',
    why: 'The way down is not the way up read backwards, and is memorised apart.',
    least: 0,
    most: 8,
  },
  'parallel-differs': {
    noun: 'shifts other than the parallel major’s',
    why: 'The minor does not keep the strings and shifts of its parallel major, and is memorised apart.',
    least: 0,
    most: 4,
  },
} as const satisfies Record<string, { noun: string; why: string; least: number; most: number }>;

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
  /** The share of each amount that counts: less than 1 where there is time. */
  ease = 1;
  readonly weights: Float64Array;
  /** Amounts by term, unweighted. */
  readonly amounts: Float64Array | undefined;

  constructor(weights: Float64Array, itemised = false) {
    this.weights = weights;
    this.amounts = itemised ? new Float64Array(weights.length) : undefined;
  }

  /** Counts so much of the term with that index. */
  add(term: number, full: number): void {
    const amount = full * this.ease;
    this.cost += amount * (this.weights[term] as number);
    if (this.amounts !== undefined) this.amounts[term] = (this.amounts[term] as number) + amount;
  }
}
