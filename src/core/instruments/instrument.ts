import type { Frame, StoppingFinger } from './frame.ts';
import type { KnownSetUp } from './set-up.ts';

/** Ways a hand spreads its fingers in the neck positions, by the fingers it uses. */
export const HAND_SYSTEMS = ['1-2-4', '1-3-4', '1-2-3-4'] as const;

export type HandSystem = (typeof HAND_SYSTEMS)[number];

export interface InstrumentString {
  /** The letter of the open pitch, which names the string. */
  readonly name: string;
  /** Sounding pitch of the open string, MIDI number. */
  readonly open: number;
  /** Roman numeral printed in scores, I the highest string. */
  readonly numeral: string;
  /** Half steps the string reaches below its open pitch by a mechanism at the scroll, no finger needed. */
  readonly extension?: number;
}

/** The lowest pitch a string sounds, MIDI. */
export function lowestOn(string: InstrumentString): number {
  return string.open - (string.extension ?? 0);
}

export interface InstrumentSize {
  readonly name: string;
  /** Vibrating length from nut to bridge, millimetres. From memory; luthiers' measures vary. */
  readonly length: number;
}

export type ClefId = 'treble' | 'alto' | 'tenor' | 'bass';

/** A clef, and the sounding notes (MIDI) it reads without more than about three ledger lines. */
export interface ClefRange {
  readonly clef: ClefId;
  readonly low: number;
  readonly high: number;
}

/**
 * All that tells one instrument from another. A new one is a file of such fields and its line in
 * `instruments.ts`; nothing else asks which instrument it is.
 */
export interface Instrument {
  readonly id: string;
  readonly name: string;
  /** Lowest string first. */
  readonly strings: readonly InstrumentString[];
  /** The highest stop on any string, semitones above the open string. */
  readonly highestStop: number;
  /** Full size first. */
  readonly sizes: readonly InstrumentSize[];
  /** Tunings and extensions teachers meet, to choose from. */
  readonly setUps: readonly KnownSetUp[];
  /** Written pitch less sounding pitch, semitones. */
  readonly writtenAbove: number;
  /** In the order they are tried, the home clef first. */
  readonly clefs: readonly ClefRange[];
  /** Frames the hand can take. */
  readonly frames: readonly Frame[];
  /** Where schools differ in how the hand spreads: the frames of each, in place of `frames`. */
  readonly handSystems?: Readonly<Record<HandSystem, readonly Frame[]>>;
  /** The hand a player takes up first: the stop under the first finger in first position. */
  readonly homeHand: number;
  /** Position names by hand; two names where the spelling of the note decides. */
  readonly positions: Readonly<Record<number, PositionName>>;
  /** The same hands numbered by steps of the scale, where a school numbers them so and another by half steps. */
  readonly positionsByStep?: Readonly<Record<number, PositionName>>;
  /** Neighbouring steps of a scale want neighbouring fingers, a half or a whole step apart. */
  readonly fingerToEachStep: boolean;
  /** A finger may slide a half step between two of its places while the hand stays where it is. */
  readonly slidesInHand?: true;
  /** The movable pattern of its scales: `schools/movable-groups.ts`. */
  readonly movable?: 'octave on four fingers' | 'groups of three';
  /** Where the finger tapes of the major keys lie in first position, stops by finger, for beginners' words. */
  readonly tapes?: Readonly<Partial<Record<StoppingFinger, number>>>;
  /** The hand from which the thumb no longer lies behind the neck. */
  readonly neckEnd: number;
  /** What the thumb does as the hand passes the end of the neck, going up and coming down. */
  readonly thumbAtNeckEnd: { readonly rising: string; readonly falling: string };
  /** Longest bow that still sounds, and shortest stroke that still speaks, seconds. From memory. */
  readonly bow: { readonly longest: number; readonly shortest: number };
  /** Fastest left hand that is asked of anyone, notes a second. From memory. */
  readonly fastest: number;
  /** General MIDI programme, counted from 0 (General MIDI Level 1 sound set). */
  readonly programme: number;
  /** Weights of terms (`schools/terms.ts`) in place of those all instruments share. Common practice, no source. */
  readonly weights: Readonly<Record<string, number>>;
}

/** A position's name; `raised` serves when the note under the first finger is written with a sharp. */
export type PositionName = string | { readonly raised: string; readonly lowered: string };

/** The hand system followed where none is asked for; only some instruments have more than one. */
export function handSystemOf({ handSystem }: { readonly handSystem?: HandSystem | undefined }): HandSystem {
  return handSystem ?? HAND_SYSTEMS[0];
}

/** The frames an instrument offers under a hand system. */
export function framesOf(instrument: Instrument, system: HandSystem): readonly Frame[] {
  return instrument.handSystems?.[system] ?? instrument.frames;
}

/** The lowest sounding pitch, MIDI. */
export function lowestPitch(instrument: Instrument): number {
  return Math.min(...instrument.strings.map(lowestOn));
}

/** No pitch lies above this one (MIDI 1.0): a string tuned very high ends there. */
const HIGHEST_MIDI = 127;

/** The highest sounding pitch, MIDI: the highest stop of the highest string. */
export function highestPitch(instrument: Instrument): number {
  return Math.min(HIGHEST_MIDI, Math.max(...instrument.strings.map((string) => string.open)) + instrument.highestStop);
}
