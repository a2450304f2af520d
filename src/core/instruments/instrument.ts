import type { Frame } from './frame.ts';
import { BASS } from './bass.ts';
import { CELLO } from './cello.ts';
import { VIOLA } from './viola.ts';
import { VIOLIN } from './violin.ts';

export const INSTRUMENTS = ['violin', 'viola', 'cello', 'bass'] as const;

export type InstrumentId = (typeof INSTRUMENTS)[number];

/** Ways a bass hand spreads its fingers in the neck positions, by the fingers it uses. */
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

export interface Instrument {
  readonly id: InstrumentId;
  readonly name: string;
  /** Lowest string first. */
  readonly strings: readonly InstrumentString[];
  /** The highest stop on any string, semitones above the open string. */
  readonly highestStop: number;
  /** Full size first. */
  readonly sizes: readonly InstrumentSize[];
  /** Written pitch less sounding pitch, semitones. */
  readonly writtenAbove: number;
  /** In the order they are tried, the home clef first. */
  readonly clefs: readonly ClefRange[];
  /** Frames the hand can take, or one list for each hand system. */
  readonly frames: readonly Frame[] | Readonly<Record<HandSystem, readonly Frame[]>>;
  /** The hand a player takes up first: the stop under the first finger in first position. */
  readonly homeHand: number;
  /** Position names by hand; two names where the spelling of the note decides. */
  readonly positions: Readonly<Record<number, PositionName>>;
}

/** A position's name; `raised` serves when the note under the first finger is written with a sharp. */
export type PositionName = string | { readonly raised: string; readonly lowered: string };

export const INSTRUMENT_TABLE: Readonly<Record<InstrumentId, Instrument>> = {
  violin: VIOLIN,
  viola: VIOLA,
  cello: CELLO,
  bass: BASS,
};

/** The bass's hand system; other instruments have one hand and take the default. */
export function handSystemOf({ handSystem }: { readonly handSystem?: HandSystem | undefined }): HandSystem {
  return handSystem ?? '1-2-4';
}

/** The frames an instrument offers; `system` matters to the bass alone. */
export function framesOf(instrument: Instrument, system: HandSystem): readonly Frame[] {
  const frames = instrument.frames;
  return '1-2-4' in frames ? frames[system] : frames;
}

/** The lowest sounding pitch, MIDI. */
export function lowestPitch(instrument: Instrument): number {
  return Math.min(...instrument.strings.map(lowestOn));
}

/** The highest sounding pitch, MIDI: the highest stop of the highest string. */
export function highestPitch(instrument: Instrument): number {
  return Math.max(...instrument.strings.map((string) => string.open)) + instrument.highestStop;
}
