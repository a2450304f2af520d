export { bentFinger, fingerWords } from './finger-words.ts';
export {
  type Finger,
  type FingerPlace,
  type Frame,
  type Posture,
  type Reach,
  type StoppingFinger,
  fingerRank,
} from './frame.ts';
export {
  type ClefId,
  HAND_SYSTEMS,
  type HandSystem,
  type Instrument,
  type InstrumentString,
  framesOf,
  handSystemOf,
  highestPitch,
  lowestOn,
  lowestPitch,
} from './instrument.ts';
export {
  INSTRUMENTS,
  INSTRUMENT_TABLE,
  type InstrumentId,
  hasSize,
  instrumentCalled,
  instrumentFor,
  isInstrument,
  setUpsFor,
  stringLength,
} from './instruments.ts';
export { positionName, positionWords } from './position.ts';
export { SetUp } from './set-up.ts';
export { stopDistance, stopSpan } from './stop.ts';
