import { LETTERS, type Pitch } from '../theory/index.ts';

/** How the notes of a key are tuned: equally, in pure fifths, or in pure thirds and fifths to a drone. */
export const TEMPERAMENTS = ['equal', 'pythagorean', 'just'] as const;

export type Temperament = (typeof TEMPERAMENTS)[number];

const A4 = 69;
const A_ON_FIFTHS = 3;
/** Places of the letters on the line of fifths, C = 0. */
const FIFTHS: Readonly<Record<Pitch['letter'], number>> = { F: -1, C: 0, G: 1, D: 2, A: 3, E: 4, B: 5 };
const FIFTH = 1200 * Math.log2(3 / 2);

/** A pitch's place on the line of fifths, C = 0, a sharp seven places on. */
export function placeOnFifths(pitch: Pick<Pitch, 'letter' | 'alter'>): number {
  return FIFTHS[pitch.letter] + 7 * pitch.alter;
}

/** Equal temperament: f = reference · 2^((m − 69)/12). Source: ISO 16 for the reference of 440 Hz. */
export function equalHz(midi: number, reference: number): number {
  return reference * 2 ** ((midi - A4) / 12);
}

/** Cents a pitch lies above its equal-tempered place when tuned in pure fifths from A. */
export function pythagoreanCents(pitch: Pitch): number {
  const fifths = placeOnFifths(pitch) - A_ON_FIFTHS;
  return fifths * (FIFTH - 700);
}

/**
 * Ratios of just intonation to the tonic, by steps of the scale and half steps.
 * Source: the five-limit ratios of any acoustics table, as in Helmholtz, On the Sensations of Tone.
 */
const JUST: Readonly<Record<string, number>> = {
  '0 0': 1,
  '0 1': 25 / 24,
  '1 1': 16 / 15,
  '1 2': 9 / 8,
  '1 3': 75 / 64,
  '2 2': 256 / 225,
  '2 3': 6 / 5,
  '2 4': 5 / 4,
  '3 4': 32 / 25,
  '3 5': 4 / 3,
  '3 6': 45 / 32,
  '4 6': 64 / 45,
  '4 7': 3 / 2,
  '4 8': 25 / 16,
  '5 8': 8 / 5,
  '5 9': 5 / 3,
  '5 10': 125 / 72,
  '6 9': 128 / 75,
  '6 10': 9 / 5,
  '6 11': 15 / 8,
};

/** Cents by which a pitch in just intonation to the drone lies wide of equal half steps from it; in pure fifths where no ratio is usual. */
function justCents(pitch: Pitch, drone: Pitch): number {
  const steps = (LETTERS.indexOf(pitch.letter) - LETTERS.indexOf(drone.letter) + 7) % 7;
  const halfSteps = (((pitch.midi - drone.midi) % 12) + 12) % 12;
  const ratio = JUST[`${steps} ${halfSteps}`];
  if (ratio !== undefined) return 1200 * Math.log2(ratio) - 100 * halfSteps;
  return pythagoreanCents(pitch) - pythagoreanCents(drone);
}

/** Cents a pitch lies above its equal-tempered place; the drone itself stands in pure fifths from A. */
export function centsFrom(pitch: Pitch, drone: Pitch, temperament: Temperament): number {
  if (temperament === 'equal') return 0;
  if (temperament === 'pythagorean') return pythagoreanCents(pitch);
  return pythagoreanCents(drone) + justCents(pitch, drone);
}

/** The frequency of a pitch, Hz. */
export function frequency(pitch: Pitch, drone: Pitch, temperament: Temperament, reference: number): number {
  return equalHz(pitch.midi, reference) * 2 ** (centsFrom(pitch, drone, temperament) / 1200);
}

/** Millimetres by which a finger moves for some cents at a stop of a string; towards the bridge is positive. */
export function millimetresOf(cents: number, stop: number, length: number): number {
  const sounding = length * 2 ** (-stop / 12);
  return sounding * (1 - 2 ** (-cents / 1200));
}
