import { THUMB_PLACES } from './cello.ts';
import { at, type FingerPlace, type Frame } from './frame.ts';
import type { Instrument } from './instrument.ts';
import { UPPER_STRING_POSITIONS } from './violin.ts';

/** Above the neck the ring finger takes over from the little finger. Common practice, no source. */
const HIGH_FRAMES: readonly Frame[] = [
  {
    name: 'three fingers above the neck',
    posture: 'closed',
    region: 'upper',
    hands: [10, 23],
    places: [...at(1, 0), ...at(2, 1, 2), ...at(3, 2, 3)],
    widestGap: { '1-2': 2, '2-3': 2, '1-3': 3 },
  },
  {
    name: 'thumb position',
    posture: 'closed',
    region: 'thumb',
    hands: [12, 23],
    places: THUMB_PLACES,
    widestGap: { 'T-1': 2, '1-2': 3, '2-3': 2 },
  },
];

function neck(name: string, places: readonly FingerPlace[]): Frame {
  return { name, posture: 'closed', region: 'neck', hands: [1, 10], places, widestGap: {} };
}

export const BASS: Instrument = {
  id: 'bass',
  name: 'Double bass',
  strings: [
    { name: 'E', open: 28, numeral: 'IV' },
    { name: 'A', open: 33, numeral: 'III' },
    { name: 'D', open: 38, numeral: 'II' },
    { name: 'G', open: 43, numeral: 'I' },
  ],
  highestStop: 26,
  sizes: [
    { name: '4/4', length: 1100 },
    { name: '3/4', length: 1050 },
    { name: '1/2', length: 950 },
  ],
  setUps: [
    { name: 'five strings, low B', setUp: { tuning: ['B0', 'E1', 'A1', 'D2', 'G2'] } },
    { name: 'five strings, high C', setUp: { tuning: ['E1', 'A1', 'D2', 'G2', 'C3'] } },
    { name: 'low C extension', setUp: { extension: 4 } },
    { name: 'a whole step higher', setUp: { tuning: ['F#1', 'B1', 'E2', 'A2'] } },
  ],
  writtenAbove: 12,
  clefs: [
    { clef: 'bass', low: 0, high: 53 },
    { clef: 'tenor', low: 40, high: 62 },
    { clef: 'treble', low: 48, high: 127 },
  ],
  frames: [],
  handSystems: {
    '1-2-4': [neck('hand of 1, 2 and 4', [...at(1, 0), ...at(2, 1), ...at(4, 2)]), ...HIGH_FRAMES],
    '1-3-4': [neck('hand of 1, 3 and 4', [...at(1, 0), ...at(3, 1), ...at(4, 2)]), ...HIGH_FRAMES],
    '1-2-3-4': [neck('hand of four fingers', [...at(1, 0), ...at(2, 1), ...at(3, 2), ...at(4, 3)]), ...HIGH_FRAMES],
  },
  homeHand: 2,
  positions: {
    1: 'half',
    2: 'I',
    3: 'II',
    4: 'II½',
    5: 'III',
    6: 'III½',
    7: 'IV',
    8: 'V',
    9: 'V½',
    10: 'VI',
    11: 'VI½',
    12: 'VII',
  },
  positionsByStep: UPPER_STRING_POSITIONS,
  fingerToEachStep: false,
  neckEnd: 10,
  thumbAtNeckEnd: {
    rising: 'The thumb comes round beside the neck as the elbow rises.',
    falling: 'The thumb goes back behind the neck as the elbow sinks.',
  },
  bow: { longest: 5, shortest: 0.11 },
  fastest: 10,
  programme: 43,
  weights: {
    'shift-chromatic': 2,
    'high-on-low-string': 0.2,
    'slide-on-2': 1.2,
    'slide-down-on-1': 2.2,
    'slide-up-on-4': 2.2,
    'up-from-4': 0,
    'up-onto-2': 0.1,
    'up-onto-4': 0.3,
    'slide-wide': 0,
    'shift-distance': 0.35,
    'down-onto-1': 0.8,
    'last-note-alone': 0.6,
    'finger-4': 0,
    'same-finger-across': 0.15,
    'half-position': 0.06,
  },
};
