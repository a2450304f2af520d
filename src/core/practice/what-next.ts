import { listed, spelled } from '../base/index.ts';
import { bentFinger, instrumentFor, positionWords } from '../instruments/index.ts';
import { octaveWords } from '../recipe/index.ts';
import type { ScoredStudy } from '../score/index.ts';
import { bendOf } from '../shifts/index.ts';
import { FIGURE_NAMES, formOf, keySignature } from '../theory/index.ts';

/** Something a study asks that a pupil may or may not know yet, in words. */
export interface Thing {
  readonly key: string;
  readonly words: string;
  /** How much it asks to learn it: a new finger place is 1. From memory. */
  readonly weight: number;
}

const WEIGHTS = { place: 1, sign: 1, position: 3, shift: 1, octave: 3, form: 2, figure: 2, string: 0.5 } as const;

/** Everything a study asks: finger places at home, positions, ways of shifting, signs, octaves, form and figure. */
export function thingsIn({ recipe, way, passage }: ScoredStudy): Thing[] {
  const instrument = instrumentFor(recipe.instrument, recipe.setUp);
  const things = new Map<string, Thing>();
  const add = (key: string, words: string, weight: number): void => void things.set(key, { key, words, weight });
  for (const note of way.fingers) {
    if (note.finger === 0) add(`string ${note.string}`, `the open ${note.string}`, WEIGHTS.string);
    else if (note.hand === instrument.homeHand && !note.thumb) {
      const bend = bendOf(instrument, note);
      const reach = note.reach === 'none' || bend ? '' : ` reaching ${note.reach}`;
      const words = `${bentFinger(note.finger, bend).replace('the ', '')} on ${note.string}${reach}`;
      add(`place ${note.string} ${note.stop} ${note.finger}`, words, WEIGHTS.place);
    } else add(`position ${note.position}`, positionWords(note), WEIGHTS.position);
  }
  for (const shift of way.shifts) {
    const [from, to] = [way.fingers[shift.from], way.fingers[shift.to]];
    if (!from || !to) continue;
    const up = shift.semitones > 0 ? 'up' : 'down';
    const across = from.string === to.string ? `on ${to.string}` : `from ${from.string} to ${to.string}`;
    add(
      `shift ${up} ${from.finger} ${to.finger} ${across}`,
      `a shift ${up}, ${from.finger} to ${to.finger}, ${across}`,
      WEIGHTS.shift,
    );
  }
  const { fifths } = keySignature(recipe.tonic, recipe.form);
  for (let sign = 1; sign <= Math.abs(fifths); sign += 1) {
    const kind = fifths > 0 ? 'sharp' : 'flat';
    add(`${kind} ${sign}`, sign === 1 ? `the first ${kind}` : `${spelled(sign)} ${kind}s`, WEIGHTS.sign);
  }
  const highest = Math.round((Math.max(...passage.notes.map(({ pitch }) => pitch.midi)) - passage.tonic.midi) / 12);
  for (let octave = 2; octave <= highest; octave += 1) add(`octave ${octave}`, octaveWords(octave), WEIGHTS.octave);
  add(`form ${recipe.form}`, formWords(recipe), WEIGHTS.form);
  if (recipe.figure !== 'scale') add(`figure ${recipe.figure}`, FIGURE_NAMES[recipe.figure], WEIGHTS.figure);
  return [...things.values()];
}

/** `the major scale`, `the octatonic scale, half step first`, `the dominant seventh chord`. */
function formWords({ form, figure }: ScoredStudy['recipe']): string {
  const { name, scale } = formOf(form);
  const [first = name, ...more] = name.split(', ');
  return [`the ${first} ${scale && figure !== 'arpeggio' ? 'scale' : 'chord'}`, ...more].join(', ');
}

/** A study a pupil might learn next, and what would be new in it. */
export interface Next<Study> {
  readonly study: Study;
  readonly fresh: readonly Thing[];
  /** `One thing new: low second finger on E.` */
  readonly words: string;
}

/**
 * Candidates in the order in which they are best learnt: the least that is new first, and of two alike the one that
 * comes first in the list, which is the one asked sooner.
 */
export function whatNext<Study extends ScoredStudy>(
  known: readonly ScoredStudy[],
  candidates: readonly Study[],
): Next<Study>[] {
  const held = new Set(known.flatMap((study) => thingsIn(study).map(({ key }) => key)));
  return candidates
    .map((study): Next<Study> => {
      const fresh = thingsIn(study).filter(({ key }) => !held.has(key));
      return { study, fresh, words: newWords(fresh) };
    })
    .sort((a, b) => weightOf(a.fresh) - weightOf(b.fresh));
}

function weightOf(things: readonly Thing[]): number {
  return things.reduce((sum, { weight }) => sum + weight, 0);
}

/** How many new things are named one by one. */
const NAMED = 3;

/** What is new, the weightiest first: `One thing new: low second finger on E.` */
export function newWords(fresh: readonly Thing[]): string {
  if (fresh.length === 0) return 'Nothing new: the same fingers in another order.';
  const words = fresh.toSorted((a, b) => b.weight - a.weight).map((thing) => thing.words);
  if (words.length === 1) return `One thing new: ${words[0] ?? ''}.`;
  const rest = words.length - NAMED;
  return `New: ${listed(rest > 0 ? [...words.slice(0, NAMED), `${rest} more`] : words)}.`;
}
