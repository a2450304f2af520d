import type { Instrument } from './instrument.ts';
import { UPPER_STRING_POSITIONS, VIOLIN_FRAMES } from './violin.ts';

export const VIOLA: Instrument = {
  id: 'viola',
  name: 'Viola',
  strings: [
    { name: 'C', open: 48, numeral: 'IV' },
    { name: 'G', open: 55, numeral: 'III' },
    { name: 'D', open: 62, numeral: 'II' },
    { name: 'A', open: 69, numeral: 'I' },
  ],
  highestStop: 27,
  sizes: [
    { name: '16″', length: 370 },
    { name: '16½″', length: 380 },
    { name: '15″', length: 355 },
    { name: '14″', length: 330 },
  ],
  setUps: [],
  writtenAbove: 0,
  clefs: [
    { clef: 'alto', low: 0, high: 81 },
    { clef: 'treble', low: 60, high: 127 },
  ],
  frames: VIOLIN_FRAMES,
  homeHand: 2,
  positions: UPPER_STRING_POSITIONS,
  fingerToEachStep: true,
  slidesInHand: true,
  movable: 'octave on four fingers',
  tapes: { 1: 2, 2: 4, 3: 5, 4: 7 },
  neckEnd: 7,
  thumbAtNeckEnd: {
    rising: 'The thumb goes round under the neck as the elbow comes forward; wrist straight.',
    falling: 'The thumb leads back to the side of the neck, loose.',
  },
  bow: { longest: 8, shortest: 0.08 },
  fastest: 13,
  programme: 41,
  weights: {
    'four-high': 0.2,
    'augmented-stretch': 0.15,
    'slide-on-2': 0.05,
    'slide-on-3': 1.2,
    'finger-4': 0.3,
    'half-position': 0.3,
    'second-position': 0.2,
    'reach-forward': 0.8,
    'same-finger-across': 0.7,
  },
};
