import { at, drawn, reaching, type Frame } from './frame.ts';
import type { Instrument, PositionName } from './instrument.ts';

/**
 * Violin hand: fingers a half or a whole step apart, three half steps only where an augmented
 * second asks for it; up to fourth position first and third at most a major third apart, so that a
 * fourth lies between first and fourth. Offsets: common practice, no source.
 */
const HAND_PLACES = [
  reaching(1, -1, 'back'),
  ...at(1, 0),
  ...at(2, 1, 2),
  drawn(3, 2),
  ...at(3, 3, 4),
  drawn(4, 4),
  ...at(4, 5),
  reaching(4, 6, 'forward'),
];

export const VIOLIN_FRAMES: readonly Frame[] = [
  {
    name: 'hand',
    posture: 'closed',
    region: 'neck',
    hands: [1, 7],
    places: HAND_PLACES,
    widestGap: { '1-2': 3, '2-3': 3, '3-4': 3, '1-3': 4 },
  },
  {
    name: 'hand above fourth position, where the stops lie closer',
    posture: 'closed',
    region: 'neck',
    hands: [8, 25],
    places: HAND_PLACES,
    widestGap: { '1-2': 3, '2-3': 3, '3-4': 3 },
  },
  {
    name: 'narrow hand, a finger to each half step',
    posture: 'narrow',
    region: 'neck',
    hands: [1, 25],
    places: [...at(1, 0), ...at(2, 1), ...at(3, 2), ...at(4, 3)],
    widestGap: { '1-2': 1, '2-3': 1, '3-4': 1 },
    chromaticOnly: true,
  },
];

/** Position names by hand, for violin, viola and cello alike. Common practice; schools differ. */
export const UPPER_STRING_POSITIONS: Readonly<Record<number, PositionName>> = {
  1: 'half',
  2: '1st',
  3: 'lowered 2nd',
  4: '2nd',
  5: '3rd',
  6: { raised: 'raised 3rd', lowered: 'lowered 4th' },
  7: '4th',
  8: 'lowered 5th',
  9: '5th',
  10: '6th',
  11: { raised: 'raised 6th', lowered: 'lowered 7th' },
  12: '7th',
  13: '8th',
  14: '8th',
  15: '9th',
  16: '9th',
  17: '10th',
  18: '10th',
  19: '11th',
  20: '12th',
  21: '12th',
  22: '13th',
  23: '13th',
  24: '14th',
  25: '15th',
};

export const VIOLIN: Instrument = {
  id: 'violin',
  name: 'Violin',
  strings: [
    { name: 'G', open: 55, numeral: 'IV' },
    { name: 'D', open: 62, numeral: 'III' },
    { name: 'A', open: 69, numeral: 'II' },
    { name: 'E', open: 76, numeral: 'I' },
  ],
  highestStop: 29,
  sizes: [
    { name: '4/4', length: 328 },
    { name: '3/4', length: 310 },
    { name: '1/2', length: 285 },
    { name: '1/4', length: 260 },
    { name: '1/8', length: 235 },
  ],
  setUps: [{ name: 'five strings, low C', setUp: { tuning: ['C3', 'G3', 'D4', 'A4', 'E5'] } }],
  writtenAbove: 0,
  clefs: [{ clef: 'treble', low: 0, high: 127 }],
  frames: VIOLIN_FRAMES,
  homeHand: 2,
  positions: UPPER_STRING_POSITIONS,
  fingerToEachStep: true,
  slidesInHand: true,
  movable: 'octave on four fingers',
  tapes: { 1: 2, 2: 4, 3: 5, 4: 7 },
  neckEnd: 8,
  thumbAtNeckEnd: {
    rising: 'The thumb goes round under the neck as the elbow comes forward; wrist straight.',
    falling: 'The thumb leads back to the side of the neck, loose.',
  },
  bow: { longest: 8, shortest: 0.075 },
  fastest: 14,
  programme: 40,
  weights: {
    'four-high': 0.2,
    'augmented-stretch': 0.15,
    'slide-on-2': 0.05,
    'slide-on-3': 1.2,
    'finger-4': 0.25,
    'half-position': 0.3,
    'second-position': 0.2,
    'reach-forward': 0.7,
    'same-finger-across': 0.7,
  },
};
