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
  writtenAbove: 0,
  clefs: [
    { clef: 'alto', low: 0, high: 81 },
    { clef: 'treble', low: 60, high: 127 },
  ],
  frames: VIOLIN_FRAMES,
  homeHand: 2,
  positions: UPPER_STRING_POSITIONS,
};
