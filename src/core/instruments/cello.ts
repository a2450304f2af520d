import { at, reaching, type Frame } from './frame.ts';
import type { Instrument } from './instrument.ts';
import { UPPER_STRING_POSITIONS } from './violin.ts';

const NECK_GAPS = { '1-2': 2, '2-3': 1, '3-4': 1, '2-4': 3, '1-3': 3 } as const;

/** Thumb position: the thumb across the strings at the hand, three fingers before it. */
export const THUMB_PLACES = [...at('T', 0), ...at(1, 1, 2), ...at(2, 2, 3, 4), ...at(3, 3, 4, 5, 6)] as const;

/** Offsets: common practice, no source. Hands at which one frame yields to the next are loose. */
const CELLO_FRAMES: readonly Frame[] = [
  {
    name: 'closed hand',
    posture: 'closed',
    region: 'neck',
    hands: [1, 9],
    places: [...at(1, 0), ...at(2, 1), ...at(3, 2), ...at(4, 3)],
    widestGap: NECK_GAPS,
  },
  {
    name: 'forward extension',
    posture: 'forward',
    region: 'neck',
    hands: [1, 9],
    places: [...at(1, 0), reaching(2, 2, 'forward'), reaching(3, 3, 'forward'), reaching(4, 4, 'forward')],
    widestGap: NECK_GAPS,
  },
  {
    name: 'back extension',
    posture: 'back',
    region: 'neck',
    hands: [2, 9],
    places: [reaching(1, -1, 'back'), ...at(2, 1), ...at(3, 2), ...at(4, 3)],
    widestGap: NECK_GAPS,
  },
  {
    name: 'three fingers above the neck',
    posture: 'closed',
    region: 'upper',
    hands: [8, 27],
    places: [...at(1, 0), ...at(2, 1, 2), ...at(3, 2, 3, 4)],
    widestGap: { '1-2': 2, '2-3': 2, '1-3': 4 },
  },
  {
    name: 'thumb position',
    posture: 'closed',
    region: 'thumb',
    hands: [7, 27],
    places: THUMB_PLACES,
    widestGap: { 'T-1': 2, '1-2': 3, '2-3': 2 },
  },
];

export const CELLO: Instrument = {
  id: 'cello',
  name: 'Cello',
  strings: [
    { name: 'C', open: 36, numeral: 'IV' },
    { name: 'G', open: 43, numeral: 'III' },
    { name: 'D', open: 50, numeral: 'II' },
    { name: 'A', open: 57, numeral: 'I' },
  ],
  highestStop: 31,
  sizes: [
    { name: '4/4', length: 690 },
    { name: '3/4', length: 620 },
    { name: '1/2', length: 560 },
  ],
  setUps: [{ name: 'five strings, high E', setUp: { tuning: ['C2', 'G2', 'D3', 'A3', 'E4'] } }],
  writtenAbove: 0,
  clefs: [
    { clef: 'bass', low: 0, high: 65 },
    { clef: 'tenor', low: 52, high: 74 },
    { clef: 'treble', low: 60, high: 127 },
  ],
  frames: CELLO_FRAMES,
  homeHand: 2,
  positions: UPPER_STRING_POSITIONS,
  fingerToEachStep: false,
  movable: 'groups of three',
  neckEnd: 9,
  thumbAtNeckEnd: {
    rising: 'The thumb comes round beside the neck as the elbow rises.',
    falling: 'The thumb goes back behind the neck as the elbow sinks.',
  },
  bow: { longest: 7, shortest: 0.085 },
  fastest: 12,
  programme: 42,
  weights: {
    'four-chromatic': 0.4,
    'high-on-low-string': 0.2,
    'slide-at-top': 1.4,
    'reach-forward': 0.3,
    'reach-back': 0.35,
    'slide-wide': 0.2,
    'up-from-4': 0,
    'finger-4': 0.12,
    'slide-chromatic': 1.4,
    'shift-chromatic': 0.8,
    'slide-down-on-1': 0.5,
    'same-finger-across': 0.5,
  },
};
