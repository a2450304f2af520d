import type { School } from './school.ts';

/** What a row leaves out, as `School` would fill it in; every page begins with these rows, so they are not read through it. */
const USUAL = { why: '', rules: {}, factors: {}, weights: {}, systems: [] } satisfies Partial<School>;

/**
 * The schools the application comes with. All of them: common practice, no source; how much each
 * term is moved: from memory.
 */
const SHIPPED: readonly (Pick<School, 'id' | 'name' | 'why'> & Partial<School>)[] = [
  {
    id: 'open-up-fourth-down',
    name: 'Open strings up, fourth finger down',
    why: 'The open string frees the hand going up; coming down the fourth finger is ready before it is needed.',
    rules: { openStrings: 'up-only' },
    factors: { 'fourth-for-open': 0, 'stopped-for-open': 0 },
  },
  {
    id: 'no-open-strings',
    name: 'No open strings',
    why: 'Every note has the same colour, can be shaken and moved to another key.',
    rules: { openStrings: 'never' },
    factors: { 'fourth-for-open': 0, 'stopped-for-open': 0 },
  },
  {
    id: 'early-shifts',
    name: 'Shift early',
    why: 'The hand climbs on the lower strings and comes to the top string already high: fewer moves where it is hardest.',
    weights: { 'shift-on-low-string': -0.6 },
    instruments: ['violin', 'viola', 'cello'],
    factors: { 'high-on-low-string': 0.3, height: 0, 'second-position': 0, 'open-high': 2 },
  },
  {
    id: 'late-shifts',
    name: 'Shift late',
    why: 'First position as far as it goes; the shifts lie on the top string, where they sound best.',
    weights: { 'shift-on-low-string': 0.9 },
    factors: { 'high-on-low-string': 2, height: 3, 'start-away': 1.5 },
  },
  {
    id: 'small-hand',
    name: 'Small hand',
    why: 'No reach where a shift will do, and the fourth finger spared: for small hands and long strings.',
    factors: {
      'reach-back': 8,
      'reach-forward': 8,
      'extended-hand': 8,
      'opened-hand': 8,
      'augmented-stretch': 3,
      'finger-4': 2,
      'shift-distance': 0.8,
    },
  },
  {
    id: 'movable',
    name: 'Movable pattern',
    why: 'The same fingers in every key: learnt once, carried anywhere.',
    rules: { openStrings: 'never', movable: true },
    instruments: ['violin', 'viola', 'cello'],
  },
  {
    id: 'same-way-back',
    name: 'The same way back',
    why: 'The way down is the way up read backwards, and is memorised once.',
    rules: { return: 'mirror' },
  },
  {
    id: 'fourth-finger-back',
    name: 'Come back onto the fourth finger',
    why: 'One bigger shift coming down puts the whole hand under the notes that follow.',
    rules: { return: 'fourth' },
    instruments: ['violin', 'viola', 'cello'],
  },
  {
    id: 'third-finger-back',
    name: 'Come back onto the third finger',
    why: 'From very high the third finger is surer than the fourth.',
    rules: { return: 'third' },
    instruments: ['violin', 'viola', 'cello'],
  },
  {
    id: 'top-string-back',
    name: 'Come back along the top string',
    why: 'The colour stays until the hand is home.',
    rules: { return: 'top-string' },
  },
  {
    id: 'bass-1-3-4',
    name: 'Bass hand 1 3 4',
    why: 'The third finger carries the middle of the hand, with the second beside it.',
    rules: { handSystem: '1-3-4' },
    instruments: ['bass'],
  },
  {
    id: 'bass-1-2-3-4',
    name: 'Bass hand 1 2 3 4',
    why: 'A finger to each half step: fewer shifts, a wider hand.',
    rules: { handSystem: '1-2-3-4' },
    instruments: ['bass'],
  },
];

export const SCHOOLS: readonly School[] = SHIPPED.map((school): School => ({ ...USUAL, ...school }));

export const SCHOOL_IDS = SCHOOLS.map((school) => school.id) as [string, ...string[]];

/** The shipped school of that id. */
export function schoolNamed(id: string): School | undefined {
  return SCHOOLS.find((school) => school.id === id);
}

/** The school a recipe follows, if any: a shipped one by its id, or one of the teacher's own. */
export function schoolOf({ school }: { readonly school?: string | School | undefined }): School | undefined {
  return typeof school === 'string' ? schoolNamed(school) : school;
}
