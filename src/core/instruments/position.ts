import type { Instrument } from './instrument.ts';

/** Of every hand beyond the numbered ones. */
const HIGH = 'high position';

/**
 * The name of the position a hand stands in.
 *
 * `alter` is the accidental (semitones) of the note under the first finger; it decides between a
 * raised and a lowered name. Hands beyond the named ones, on the bass those above the octave, have no
 * number in common practice and share one name, as the thumb's do; the thumb has a
 * name of its own on the octave, where the harmonic helps to find it.
 */
export function positionName(instrument: Instrument, hand: number, thumb: boolean, alter: number): string {
  if (thumb) return hand === 12 ? 'thumb at the octave' : 'thumb position';
  const name = instrument.positions[hand];
  if (name === undefined) return HIGH;
  if (typeof name === 'string') return name;
  return alter > 0 ? name.raised : name.lowered;
}

const ORDINALS = [
  'first',
  'second',
  'third',
  'fourth',
  'fifth',
  'sixth',
  'seventh',
  'eighth',
  'ninth',
  'tenth',
  'eleventh',
  'twelfth',
  'thirteenth',
  'fourteenth',
  'fifteenth',
];
const NUMERALS = ['I', 'II', 'III', 'IV', 'V', 'VI', 'VII', 'VIII', 'IX', 'X'];

/**
 * A position's name as it is said: `first`, `raised third`, `between third and fourth`.
 *
 * @example spokenPosition('III½') // 'between third and fourth'
 */
export function spokenPosition(position: string): string {
  const numeral = NUMERALS.indexOf(position.replace('½', ''));
  if (numeral >= 0) {
    return position.endsWith('½')
      ? `between ${ORDINALS[numeral]} and ${ORDINALS[numeral + 1]}`
      : `${ORDINALS[numeral]}`;
  }
  return position.replace(/(\d+)(?:st|nd|rd|th)/, (whole, number: string) => ORDINALS[Number(number) - 1] ?? whole);
}

/** A position's name as it stands in a sentence: `third position`, `thumb at the octave`. */
export function positionWords({ position, thumb }: { readonly position: string; readonly thumb: boolean }): string {
  return thumb || position === HIGH ? position : `${spokenPosition(position)} position`;
}
