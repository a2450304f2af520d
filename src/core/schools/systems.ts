import type { z } from 'zod';
import type { System } from './system.ts';

const UPPER: ('violin' | 'viola')[] = ['violin', 'viola'];

/** What a row leaves out, as `System` would fill it in; every page begins with these rows, so they are not read through it. */
const USUAL = { why: '', climbs: [], inOrder: false, groupsBySteps: false } satisfies Partial<System>;
const USUAL_FITS = { figures: ['scale'], chromatic: false, octaves: [1, 4] } satisfies System['fits'];

/**
 * The systems the application comes with, in the order they are offered. All of them: common
 * practice, no source. How a line is read: `climb.ts`.
 */
const SHIPPED: readonly z.input<typeof System>[] = [
  {
    id: 'octave-shape',
    name: 'the shape, four fingers and four',
    why: 'One shape on two strings, no open string: learnt once, carried anywhere.',
    instruments: UPPER,
    fits: { octaves: [1, 1], figures: ['scale'] },
    climbs: ['1234 next 1234'],
  },
  {
    id: 'arpeggio-shape',
    name: 'the shape, one three and one four',
    why: 'The octave between the first finger and the fourth on the next string: the same in every key.',
    instruments: UPPER,
    fits: { octaves: [1, 1], figures: ['arpeggio'], chord: 'triad' },
    climbs: ['1[23] next 14'],
  },
  {
    id: 'new-octave-on-1',
    name: 'new octave on the first finger',
    why: 'The second octave has the shape that serves in every key.',
    instruments: UPPER,
    fits: { octaves: [2, 2], figures: ['scale'] },
    climbs: ['home 3rd-4th 1234 next 1234'],
  },
  {
    id: 'arpeggio-new-octave-on-1',
    name: 'new octave on the first finger',
    why: 'The first finger on the tonic, and the hand stays.',
    instruments: UPPER,
    fits: { octaves: [2, 2], figures: ['arpeggio'], chord: 'triad' },
    climbs: ['home 3rd-4th 1[23] next 14'],
  },
  {
    id: 'second-finger-start',
    name: 'begun on the second finger',
    why: 'One recipe for every key from here up: only the hand stands higher.',
    instruments: UPPER,
    fits: { octaves: [2, 3] },
    climbs: [
      '1st-15th IV 234 next 1234 next 12 1234 next 12 12 12344',
      '1st-15th IV 234 next 1234 next 12 1234 next 12 12 12 1234',
      'IV 234 next 1234 next 1234 next 1234',
    ],
  },
  {
    id: 'second-finger-start-threes',
    name: 'begun on the second finger, by threes',
    why: 'The same recipe with fewer shifts on the top string.',
    instruments: UPPER,
    fits: { octaves: [3, 3] },
    climbs: ['1st-15th IV 234 next 1234 next 12 1234 next 123 123 123'],
  },
  {
    id: 'third-position-then-pairs',
    name: 'third position on the second string, then by pairs',
    why: 'The hand goes up before the top string and climbs there two by two.',
    instruments: UPPER,
    fits: { octaves: [3, 3] },
    climbs: ['home 3rd II 1234 next 12+ 1234', 'home 3rd II 1234 next 12+ 12344'],
    inOrder: true,
  },
  {
    id: 'third-position-then-threes',
    name: 'third position on the second string, then by threes',
    why: 'The hand goes up before the top string and climbs there three by three.',
    instruments: UPPER,
    fits: { octaves: [3, 3] },
    climbs: ['home 3rd II 1234 next 123+ 1234', 'home 3rd II 1234 next 123+ 123'],
  },
  {
    id: 'pairs-on-top',
    name: 'home, then by pairs on the top string',
    why: 'First position as far as it goes; on the top string small shifts, each the same.',
    instruments: UPPER,
    fits: { octaves: [2, 4] },
    climbs: ['home I 12+ 1234', 'home I 12+ 12344'],
    inOrder: true,
  },
  {
    id: 'threes-on-top',
    name: 'home, then by threes on the top string',
    why: 'First position as far as it goes; on the top string fewer shifts, each a little wider.',
    instruments: UPPER,
    fits: { octaves: [2, 4] },
    // An augmented second near the top lies between the first finger and the third.
    climbs: ['home I 123+ 1234', 'home I 123+ 1[23][34]'],
  },
  {
    id: 'home-then-top',
    name: 'home, then along the top string',
    why: 'First position as far as it goes, every shift on the string where it sounds best.',
    instruments: UPPER,
    fits: { octaves: [2, 4] },
    climbs: ['home I any'],
  },
  {
    id: 'arpeggio-home-then-top',
    name: 'home, then along the top string',
    why: 'First position as far as it goes, every shift on the string where it sounds best.',
    instruments: UPPER,
    fits: { octaves: [2, 2], figures: ['arpeggio'], chord: 'triad' },
    climbs: ['home I 1[23] 14', 'home I 1 14', 'home I 01 14', 'home I 02 14', 'home I 03 14'],
  },
  {
    id: 'cello-pairs-on-top',
    name: 'home, then by pairs on the top string',
    why: 'The hand walks up the top string one two, one two: small shifts, each the same.',
    instruments: ['cello'],
    fits: { octaves: [2, 3] },
    climbs: ['home I 12+ 123'],
  },
  {
    id: 'groups-of-three',
    name: 'groups of three',
    why: 'Every group is begun by the first finger; only strings and shifts change with the key.',
    instruments: ['cello'],
    fits: { octaves: [1, 3] },
    groupsBySteps: true,
  },
  {
    id: 'home-and-a-hand-to-a-string',
    name: 'home, then one hand to a string',
    why: 'Open strings where the key has them; then one hand on each string, never far up a lower one.',
    instruments: ['cello'],
    fits: { octaves: [1, 2] },
    climbs: ['home I hand', 'home II hand | I hand'],
  },
  {
    id: 'home-then-12-134',
    name: 'home, then one two and one three four',
    why: 'The last five notes of the scale have one shape in every key.',
    instruments: ['cello'],
    fits: { octaves: [1, 2] },
    climbs: ['home II 12 | I 134'],
  },
  {
    id: 'group-to-a-string',
    name: 'a group to a string',
    why: 'One hand on each string, the first finger leading every one.',
    instruments: ['cello'],
    fits: { octaves: [1, 1] },
    climbs: ['IV 12 | 124 | 134', 'III 12 | 124 | 134', 'IV 12 | 124 | 124', 'III 12 | 124 | 124'],
  },
  {
    id: 'finger-to-a-half-step',
    name: 'a finger to each half step',
    why: 'One two three, one two three: no finger slides, and every string is fingered alike.',
    instruments: [...UPPER, 'cello'],
    fits: { octaves: [1, 1], chromatic: true },
    climbs: ['0123 123 | 0123 12', '0123 123 | 0123 123'],
  },
  {
    id: 'pivot-arpeggio',
    name: 'the pivot: two one, a half step up, four four',
    why: 'One small shift and one shape for every stopped major arpeggio.',
    instruments: ['bass'],
    fits: { octaves: [1, 1], figures: ['arpeggio'], chord: 'major' },
    climbs: ['[23] next 1 4 next 4'],
  },
  {
    id: 'half-position',
    name: 'half position',
    why: 'As much as lies in half position: the hand learns the place beside the nut.',
    instruments: ['bass', 'cello'],
    fits: { octaves: [1, 2], figures: ['scale', 'arpeggio'] },
    hands: [1, 1],
  },
  {
    id: 'low-positions',
    name: 'half and first position only',
    why: 'The hand never goes further than from the nut to its neighbour.',
    instruments: ['bass'],
    fits: { octaves: [1, 2], figures: ['scale', 'arpeggio'] },
    hands: [1, 2],
  },
  {
    id: 'open-up-fourth-down',
    name: 'open strings up, fourth finger down',
    why: 'The open string frees the hand going up; coming down the fourth finger is ready before it is needed.',
    instruments: UPPER,
    fits: { octaves: [1, 2], figures: ['scale', 'arpeggio'] },
    openStrings: 'up',
  },
  {
    id: 'fourth-up-open-down',
    name: 'fourth finger up, open strings down',
    why: 'The fourth finger is trained going up; coming down the open string rings and frees the hand.',
    instruments: UPPER,
    fits: { octaves: [1, 2] },
    openStrings: 'down',
  },
  {
    id: 'return-by-four',
    name: 'back by the fourth finger',
    why: 'One bigger shift coming down puts the whole hand under the notes that follow.',
    instruments: [...UPPER, 'cello'],
    fits: { octaves: [2, 4], figures: ['scale', 'arpeggio'] },
    return: 'fourth',
  },
  {
    id: 'return-by-three',
    name: 'back by the third finger',
    why: 'From very high the third finger is surer than the fourth.',
    instruments: [...UPPER, 'cello'],
    fits: { octaves: [2, 4], figures: ['scale', 'arpeggio'] },
    return: 'third',
  },
  {
    id: 'return-along-the-top',
    name: 'back along the top string',
    why: 'The colour stays until the hand is home.',
    fits: { octaves: [1, 4], figures: ['scale', 'arpeggio'] },
    return: 'top-string',
  },
];

export const SYSTEMS: readonly System[] = SHIPPED.map(
  ({ fits, ...system }): System => ({ ...USUAL, ...system, fits: { ...USUAL_FITS, ...fits } }),
);
