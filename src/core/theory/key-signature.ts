import * as Note from '@tonaljs/note';
import { formOf, isMinor, type FormId } from './form.ts';
import { pitchClass } from './pitch.ts';

export interface KeySignature {
  /** Sharps above zero, flats below: −7 to 7. */
  readonly fifths: number;
  /** Letters with their sign, in the order of the signature: `F#`, `C#` … */
  readonly altered: readonly string[];
  /** Letters the signature leaves plain. */
  readonly plain: readonly string[];
  /** False where the key would need more than seven signs; the accidentals are then written out. */
  readonly standard: boolean;
}

const SHARPS = ['F', 'C', 'G', 'D', 'A', 'E', 'B'] as const;

/**
 * The signature written for a tonic and a form.
 * Modes take the signature of their parent major; symmetrical scales take none.
 */
export function keySignature(tonic: string, formId: FormId): KeySignature {
  const interval = formOf(formId).signature;
  if (interval === 'none') return signatureOf(0, true);
  const parent = Note.transpose(tonic, interval);
  // tonal gives a note's place on the line of fifths, C = 0: for a major key, its signature.
  const fifths = Note.get(parent).coord?.[0] ?? 99;
  return Math.abs(fifths) > 7 ? signatureOf(0, false) : signatureOf(fifths, true);
}

/** The signature of so many sharps, or flats below zero. */
export function signatureOf(fifths: number, standard = true): KeySignature {
  const letters = fifths >= 0 ? SHARPS.slice(0, fifths) : [...SHARPS].reverse().slice(0, -fifths);
  const sign = fifths >= 0 ? '#' : 'b';
  return {
    fifths,
    altered: letters.map((letter) => letter + sign),
    plain: [...SHARPS].filter((letter) => !letters.includes(letter)).sort(),
    standard,
  };
}

/** A key as a signature is read: its tonic, and major or minor. */
export interface NamedKey {
  readonly tonic: string;
  readonly mode: 'major' | 'minor';
}

/** The key of the same signature: the minor a third below a major, the major a third above a minor. */
export function relativeKey(key: NamedKey): NamedKey {
  return key.mode === 'major'
    ? { tonic: Note.transpose(key.tonic, '-3m'), mode: 'minor' }
    : { tonic: Note.transpose(key.tonic, '3m'), mode: 'major' };
}

/** The key on the same tonic in the other mode. */
export function parallelKey(key: NamedKey): NamedKey {
  return { tonic: key.tonic, mode: key.mode === 'major' ? 'minor' : 'major' };
}

/**
 * How far a key's tonic lies from another round the circle of fifths, 0 to 6 steps.
 * Useful to sort keys by kinship.
 */
export function fifthsBetween(a: string, b: string): number {
  const steps = ((((pitchClass(b) - pitchClass(a)) * 7) % 12) + 12) % 12;
  return Math.min(steps, 12 - steps);
}

/** The twelve usual major tonics and the twelve usual minor tonics, round the circle of fifths. */
export const CIRCLE = {
  major: ['C', 'G', 'D', 'A', 'E', 'B', 'F#', 'Db', 'Ab', 'Eb', 'Bb', 'F'],
  minor: ['A', 'E', 'B', 'F#', 'C#', 'G#', 'D#', 'Bb', 'F', 'C', 'G', 'D'],
} as const;

/** The keys of the circle of fifths as a form writes them. */
export function circleFor(form: FormId): readonly string[] {
  return isMinor(form) ? CIRCLE.minor : CIRCLE.major;
}

/**
 * The key a signature stands for.
 * @example keyOfSignature(-3, 'minor') // { tonic: 'C', mode: 'minor' }
 */
export function keyOfSignature(fifths: number, mode: NamedKey['mode']): NamedKey {
  const major: NamedKey = { tonic: Note.transposeFifths('C', fifths), mode: 'major' };
  return mode === 'major' ? major : relativeKey(major);
}
