export { bowPlaces } from './bow-places.ts';
export { type BowDirection, type BowStroke, bowStrokes } from './bow.ts';
export { evennessOf, isTaken, remedied, remediesFor, stepsOf } from './coming-out-even.ts';
export { evenSentence, remedySentence } from './even-sentences.ts';
export { slurWords } from './group-words.ts';
export { loudnessOf } from './loudness.ts';
export type { Metre } from './metre.ts';
export {
  type NoteValue,
  TICKS_PER_BEAT,
  type TimedNote,
  type WrittenPiece,
  beatsToANote,
  divisionOf,
  metreOf,
  timeNotes,
  writtenPieces,
} from './rhythm.ts';
export { paceOf } from './tempo.ts';
export { VARIATIONS, type Variation, varied } from './variations.ts';
