export { FIGURES, FIGURE_NAMES, type FigureId, isSeries, rungsUp } from './figure.ts';
export { ARPEGGIO_SERIES, CHORD_FORMS, FORMS, type FormId, SCALE_FORMS, formOf, isMinor } from './form.ts';
export {
  CIRCLE,
  circleFor,
  fifthsBetween,
  keyOfSignature,
  keySignature,
  relativeKey,
  signatureOf,
} from './key-signature.ts';
export { type NoteNames, noteName } from './note-names.ts';
export { otherNames } from './other-names.ts';
export {
  LETTERS,
  type Letter,
  type Pitch,
  isTonicName,
  nameLeaning,
  parsePitch,
  pitchClass,
  printed,
  shiftOctaves,
  staffPlace,
  tonicName,
} from './pitch.ts';
export { type Heading, degreeOf, enharmonicTwin, spellChord, spellScale, stackOctaves } from './spelling.ts';
