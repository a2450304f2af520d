import type { RecipeInput } from '../../recipe/index.ts';
import { readTokens, type ReferenceCase, type StringFinger } from './case.ts';

/**
 * What any teacher fingers without a book, in many keys and on all strings; common practice, no published
 * source. A line each: instrument, lowest tonic, form, figure, octaves (`stopped`: no open string), the
 * way up, and whether it comes first or is among those offered. The weights are not fitted to these.
 */
const LINES = `
violin A3 dominant-7 arpeggio 1 | G:13 D:13 A:0 | offered
violin A3 major arpeggio 1 | G:13 D:1 A:0 | first
violin A3 major arpeggio 2 | G:13 D:1 A:02 E:03 | first
violin A3 harmonic-minor scale 1 | G:123 D:0123 A:0 | offered
violin A3 harmonic-minor scale 2 | G:123 D:0123 A:0123 E:0123 | first
violin A3 major scale 1 stopped | G:1234 D:1234 | first
violin A4 major scale 1 | A:0123 E:0123 | first
violin A4 major scale 1 | D:1234 A:1234 | offered
violin A3 major scale 3 | G:123 D:0123 A:012 A:1234 E:12 E:12 E:1234 | offered
violin A3 melodic-minor scale 2 | G:123 D:0123 A:0123 E:0123 | first
violin A3 melodic-minor scale 3 | G:123 D:0123 A:012 A:1234 E:12 E:12 E:1234 | offered
violin A3 mixolydian scale 1 | G:123 D:0123 A:0 | first
violin A3 natural-minor scale 1 | G:123 D:0123 A:0 | first
violin A3 natural-minor scale 2 | G:123 D:0123 A:0123 E:0123 | first
violin Ab3 major arpeggio 1 | G:13 D:14 | first
violin Ab3 major scale 2 | G:1234 D:1234 A:1234 E:123 | first
violin Ab3 major scale 3 | G:1234 D:1234 A:12 A:1234 E:12 E:12 E:1234 | offered
violin Ab3 melodic-minor scale 2 | G:1234 D:1234 A:1234 E:123 | first
violin B3 minor arpeggio 1 | G:2 D:02 A:1 | first
violin B3 minor arpeggio 2 | G:2 D:02 A:13 E:14 | first
violin B3 major scale 2 | G:234 D:1234 A:1234 E:1234 | offered
violin B3 melodic-minor scale 2 | G:234 D:1234 A:1234 E:1234 | offered
violin B3 melodic-minor scale 3 | G:234 D:1234 A:12 A:1234 E:12 E:12 E:12344 | offered
violin B3 natural-minor scale 1 | G:23 D:0123 A:01 | first
violin B3 natural-minor scale 2 | G:23 D:0123 A:0123 E:01234 | offered
violin B3 natural-minor scale 2 | G:234 D:1234 A:1234 E:1234 | offered
violin Bb3 major arpeggio 1 | G:2 D:02 A:1 | first
violin Bb3 major arpeggio 2 | G:2 D:02 A:13 E:14 | first
violin Bb3 harmonic-minor scale 2 | G:234 D:1234 A:1234 E:1234 | offered
violin Bb3 major scale 1 stopped | G:234 D:1234 A:1 | first
violin Bb3 major scale 1 | G:23 D:0123 A:01 | first
violin Bb3 major scale 2 | G:23 D:0123 A:01234 E:1234 | offered
violin Bb3 major scale 2 | G:234 D:1234 A:1234 E:1234 | offered
violin Bb3 major scale 3 | G:234 D:1234 A:12 A:1234 E:12 E:12 E:12344 | offered
violin Bb3 major scale 3 | G:234 D:1234 A:12 A:1234 E:123 E:123 E:123 | offered
violin Bb3 melodic-minor scale 2 | G:234 D:1234 A:1234 E:1234 | offered
violin C4 major arpeggio 2 | G:3 D:13 A:2 E:024 | offered
violin C4 minor arpeggio 1 | G:3 D:13 A:2 | first
violin C4 dorian scale 1 | G:3 D:0123 A:012 | first
violin C4 major scale 1 stopped | G:34 D:1234 A:12 | first
violin C4 major scale 1 | G:3 D:0123 A:012 | first
violin C4 melodic-minor scale 3 | G:234 D:1234 A:12 A:1234 E:12 E:12 E:12344 | offered
violin D4 diminished-7 arpeggio 1 | D:023 A:13 | offered
violin D4 dominant-7 arpeggio 1 | D:02 A:023 | first
violin D4 major arpeggio 1 | D:02 A:03 | first
violin D4 major arpeggio 2 | D:02 A:0 A:13 E:14 | offered
violin D4 major arpeggio 2 | D:02 A:03 E:1 E:14 | offered
violin D4 minor arpeggio 2 | D:02 A:0 A:13 E:14 | offered
violin D4 dorian scale 1 | D:0123 A:0123 | first
violin D4 harmonic-minor scale 1 | D:0123 A:0123 | first
violin D4 major scale 1 | D:0123 A:0123 | first
violin D5 major scale 1 | A:1234 E:1234 | offered
violin D4 major scale 2 | D:0123 A:012 A:1234 E:1234 | offered
violin D4 major scale 2 | D:0123 A:0123 E:012 E:1234 | offered
violin D4 major scale 3 | G:234 D:1234 A:12 A:1234 E:12 E:12 E:12344 | offered
violin D4 melodic-minor scale 2 | D:0123 A:012 A:1234 E:1234 | offered
violin Db4 major scale 1 | G:4 D:1234 A:123 | offered
violin Db4 major scale 3 | G:234 D:1234 A:12 A:1234 E:12 E:12 E:12344 | offered
violin E4 major arpeggio 1 | D:13 A:1 E:0 | first
violin E4 major arpeggio 1 | D:13 A:14 | offered
violin E4 major arpeggio 2 | D:13 A:1 E:02 E:14 | offered
violin E4 minor arpeggio 1 | D:13 A:1 E:0 | first
violin E4 harmonic-minor scale 1 | D:123 A:0123 E:0 | first
violin E4 harmonic-minor scale 2 | D:123 A:0123 E:0123 E:1234 | offered
violin E4 major scale 1 | D:123 A:0123 E:0 | first
violin E4 major scale 1 | D:1234 A:1234 | offered
violin E4 major scale 2 | D:123 A:0123 A:1234 E:1234 | offered
violin E4 major scale 2 | D:123 A:0123 E:0123 E:1234 | offered
violin E4 melodic-minor scale 1 | D:123 A:0123 E:0 | first
violin E4 natural-minor scale 1 | D:123 A:0123 E:0 | first
violin Eb4 major arpeggio 2 | D:13 A:1 A:13 E:14 | offered
violin Eb4 major scale 1 | D:1234 A:1234 | first
violin Eb4 major scale 2 | D:1234 A:123 A:1234 E:1234 | offered
violin Eb4 major scale 2 | D:1234 A:1234 E:123 E:1234 | offered
violin F4 major arpeggio 1 | D:13 A:14 | offered
violin F4 major arpeggio 1 | D:2 A:02 E:1 | first
violin F4 major scale 1 | D:23 A:0123 E:01 | first
violin F4 major scale 2 | D:23 A:0123 E:012 E:12 E:1234 | offered
violin F4 melodic-minor scale 2 | D:234 A:123 E:012 E:12 E:1234 | offered
violin G3 dominant-7 arpeggio 1 | G:02 D:023 | first
violin G3 major arpeggio 1 | G:02 D:03 | first
violin G4 major arpeggio 1 | D:13 A:14 | offered
violin G3 minor arpeggio 2 | G:02 D:03 A:13 E:2 | first
violin G3 chromatic scale 1 | G:0112234 D:011223 | offered
violin G3 harmonic-minor scale 1 | G:0123 D:0123 | first
violin G3 harmonic-minor scale 2 | G:0123 D:0123 A:01234 E:12 | first
violin G4 major scale 1 | D:1234 A:1234 | offered
violin G4 major scale 1 | D:3 A:0123 E:012 | first
violin G3 melodic-minor scale 1 | G:0123 D:0123 | first
violin G3 melodic-minor scale 2 | G:0123 D:0123 A:0123 E:012 | first
violin G3 melodic-minor scale 3 | G:0123 D:0123 A:012 A:1234 E:12 E:12344 | offered
violin G3 mixolydian scale 1 | G:0123 D:0123 | first
violin G3 natural-minor scale 2 | G:0123 D:0123 A:01234 E:12 | offered
viola A3 major scale 1 | G:123 D:0123 A:0 | first
viola Ab3 major scale 1 | G:1234 D:1234 | offered
viola Bb3 major arpeggio 1 | G:2 D:02 A:1 | first
viola Bb3 major scale 1 | G:23 D:0123 A:01 | first
viola C3 major arpeggio 2 | C:02 G:03 D:13 A:2 | first
viola C3 harmonic-minor scale 1 | C:0123 G:0123 | first
viola C3 harmonic-minor scale 2 | C:0123 G:0123 D:01234 A:12 | first
viola C3 major scale 3 | C:0123 G:0123 D:012 D:1234 A:12 A:12344 | offered
viola C3 melodic-minor scale 2 | C:0123 G:0123 D:0123 A:012 | first
viola C3 natural-minor scale 1 | C:0123 G:0123 | first
viola D3 major arpeggio 2 | C:13 G:1 D:02 A:03 | first
viola D3 minor arpeggio 2 | C:13 G:1 D:02 A:03 | first
viola D3 harmonic-minor scale 2 | C:123 G:0123 D:0123 A:0123 | first
viola D3 major scale 1 | C:123 G:0123 D:0 | first
viola D3 major scale 2 | C:123 G:0123 D:0123 A:0123 | first
viola D3 melodic-minor scale 2 | C:123 G:0123 D:0123 A:0123 | first
viola Db3 major arpeggio 1 | C:13 G:14 | first
viola Db3 major scale 2 | C:1234 G:1234 D:1234 A:123 | first
viola E3 major scale 1 | C:1234 G:1234 | offered
viola E3 major scale 2 | C:234 G:1234 D:1234 A:1234 | offered
viola E3 major scale 3 | C:234 G:1234 D:12 D:1234 A:123 A:123 A:123 | offered
viola Eb3 major arpeggio 2 | C:2 G:02 D:13 A:14 | first
viola Eb3 major scale 1 | C:23 G:0123 D:01 | first
viola Eb3 major scale 2 | C:23 G:0123 D:01234 A:1234 | offered
viola Eb3 major scale 2 | C:234 G:1234 D:1234 A:1234 | offered
viola Eb3 major scale 3 | C:234 G:1234 D:12 D:1234 A:12 A:12 A:12344 | offered
viola F3 major scale 1 | C:3 G:0123 D:012 | first
viola F3 major scale 3 | C:234 G:1234 D:12 D:1234 A:12 A:12 A:12344 | offered
viola F3 major scale 3 | C:3 G:0123 D:012 D:1234 A:12 A:12 A:12 A:1234 | offered
viola G3 major arpeggio 2 | G:02 D:0 D:13 A:14 | offered
viola G3 major scale 1 | C:1234 G:1234 | offered
viola G3 major scale 1 | G:0123 D:0123 | first
viola G3 major scale 2 | G:0123 D:012 D:1234 A:1234 | offered
viola G3 major scale 2 | G:0123 D:0123 A:012 A:1234 | offered
cello A2 major arpeggio 1 | G:14 D:1 A:0 | first
cello A2 major arpeggio 2 | G:14 D:1 A:0 A:14 A:3 | offered
cello A2 minor arpeggio 1 | G:14 D:1 A:0 | first
cello A2 major scale 1 | G:124 D:0124 A:0 | first
cello Ab2 major scale 1 | G:124 G:124 D:12 | offered
cello B2 major scale 1 | G:124 D:124 A:12 | offered
cello Bb2 major arpeggio 1 | G:2 D:02 A:1 | first
cello Bb2 major scale 1 | G:24 D:0124 A:01 | first
cello C2 major arpeggio 2 | C:03 G:04 D:14 A:2 | first
cello C2 chromatic scale 1 | C:0123123 G:012312 | offered
cello C2 harmonic-minor scale 1 | C:0124 G:0134 | first
cello C2 major scale 3 | C:0134 G:0134 D:0124 A:012 A:12 A:12 A:123 | offered
cello C2 melodic-minor scale 1 | C:0124 G:0134 | first
cello C2 natural-minor scale 1 | C:0124 G:0124 | first
cello D3 major arpeggio 1 | D:03 A:04 | first
cello D2 major arpeggio 2 | C:14 G:1 D:03 A:04 | first
cello D3 minor arpeggio 1 | D:02 A:04 | first
cello D3 chromatic scale 1 | D:0123 D:123 A:0123 A:12 | offered
cello D3 harmonic-minor scale 1 | D:0124 A:0134 | first
cello D3 major scale 1 | D:0134 A:0134 | first
cello D3 melodic-minor scale 1 | D:0124 A:0134 | first
cello D3 natural-minor scale 1 | D:0124 A:0124 | first
cello E2 minor arpeggio 1 | C:3 G:03 D:1 | first
cello E2 major scale 1 | C:124 G:124 D:12 | offered
cello Eb2 major scale 1 | C:24 G:0124 D:01 | first
cello F2 major arpeggio 1 | C:4 G:14 D:2 | first
cello F2 major scale 1 | C:4 G:0124 D:012 | first
cello G2 major arpeggio 1 | G:03 D:04 | first
cello G2 harmonic-minor scale 1 | G:0124 D:0134 | first
cello G2 major scale 1 | G:0134 D:0134 | first
cello G2 major scale 2 | G:0134 D:0134 A:0124 A:134 | offered
cello G2 natural-minor scale 1 | G:0124 D:0124 | first
bass A1 minor arpeggio 1 | A:02 D:1 G:1 | first
bass A1 chromatic scale 1 | A:01124 D:01124 G:012 | first
bass A1 dorian scale 1 | A:012 D:014 G:01 | first
bass A1 harmonic-minor scale 1 | A:012 D:012 D:24 | offered
bass A1 major scale 1 | A:014 D:014 G:12 | offered
bass A1 melodic-minor scale 1 | A:012 D:014 G:12 | offered
bass A1 mixolydian scale 1 | A:014 D:014 G:01 | first
bass Ab1 major arpeggio 1 | E:2 A:14 D:4 | offered
bass Ab1 major scale 1 | E:14 A:12 D:14 D:24 | offered
bass Bb1 major scale 1 | A:14 D:014 G:024 | first
bass C2 major arpeggio 1 | A:2 D:1 G:0 G:4 | first
bass C2 major arpeggio 1 | A:2 D:14 G:4 | offered
bass C2 major scale 1 | A:2 D:012 G:01 G:24 | first
bass D2 major arpeggio 1 | D:04 G:14 | offered
bass D2 minor arpeggio 1 | D:02 G:14 | offered
bass D2 major scale 1 | D:014 G:014 G:24 | offered
bass D2 melodic-minor scale 1 | D:012 G:014 G:24 | offered
bass D2 natural-minor scale 1 | D:012 G:012 G:14 | first
bass Db2 major scale 1 | A:14 D:12 G:14 G:24 | offered
bass E1 minor arpeggio 1 | E:02 A:1 D:1 | first
bass E1 harmonic-minor scale 1 | E:012 A:012 A:24 | offered
bass E1 mixolydian scale 1 | E:014 A:014 D:01 | first
bass E1 natural-minor scale 1 | E:012 A:012 D:01 | first
bass G1 major arpeggio 1 | E:2 A:1 D:0 G:0 | first
bass G1 mixolydian scale 1 | E:2 A:012 D:012 G:0 | first
`;

/** A fingering of the list: what is asked, and its way up. */
export interface FamiliarFingering {
  readonly asked: string;
  readonly recipe: RecipeInput;
  readonly up: readonly StringFinger[];
  readonly rank: ReferenceCase['rank'];
}

/** The lines, read. */
export const IN_OTHER_KEYS: readonly FamiliarFingering[] = LINES.trim().split('\n').map(readLine);

function readLine(line: string): FamiliarFingering {
  const [asked = '', up = '', rank] = line.split(' | ');
  const [instrument, start = '', form, figure, octaves, stopped] = asked.split(' ');
  return {
    asked,
    recipe: {
      instrument: instrument as RecipeInput['instrument'],
      tonic: start.slice(0, -1),
      start,
      form: form as RecipeInput['form'],
      figure: figure as RecipeInput['figure'],
      octaves: Number(octaves),
      ...(stopped ? { openStrings: 'never' } : {}),
    },
    up: readTokens(up),
    rank: rank === 'first' ? 'first' : 'offered',
  };
}
