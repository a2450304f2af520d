import { INSTRUMENT_TABLE } from '../instruments/instrument.ts';
import type { Passage } from '../study/notes.ts';
import type { Recipe } from '../study/recipe.ts';
import type { FingeredNote, Way } from './fingering.ts';

const DEGREES = ['', 'tonic', 'second', 'third', 'fourth', 'fifth', 'sixth', 'seventh'];
const OCTAVES = ['', ' of the second octave', ' of the third octave', ' of the fourth octave'];

/**
 * A few words that tell a way from the others: `1st position, open strings`,
 * `3rd position from the octave`, `along the A string`.
 */
export function wayName(way: Way, passage: Passage, recipe: Recipe): string {
  const rising = way.fingers.slice(0, passage.top === 0 ? undefined : passage.top + 1);
  const opens = rising.some((note) => note.finger === 0);
  const first = rising.find((note) => note.finger !== 0);
  if (!first) return 'open strings only';
  const strings = [...new Set(way.fingers.map((note) => note.string))];
  if (strings.length === 1 && rising.length > 4) return `along the ${strings[0]} string`;
  const openWords = opens ? ', open strings' : ', no open strings';
  const shiftsUp = way.shifts.filter((shift) => shift.to <= passage.top || passage.top === 0);
  if (way.shifts.length === 0) return `${positionWords(first)}${openWords}`;
  const start = away(first, recipe) ? `from ${first.position}` : undefined;
  const main = shiftsUp[0];
  if (!main) return `${start ?? positionWords(first)}, shifts coming down`;
  const arrival = way.fingers[main.to];
  const where = arrival ? placeOf(arrival.at, passage) : '';
  const more = shiftsUp.length > 1 ? `, ${shiftsUp.length} shifts up` : '';
  return `${start ? `${start}, then ` : ''}${arrival ? positionWords(arrival) : ''} from ${where}${more}`;
}

function away(note: FingeredNote, recipe: Recipe): boolean {
  return note.hand !== INSTRUMENT_TABLE[recipe.instrument].homeHand;
}

function positionWords(note: FingeredNote): string {
  return note.thumb || note.position.startsWith('stop') ? note.position : `${note.position} position`;
}

function placeOf(at: number, passage: Passage): string {
  const note = passage.notes[at];
  if (!note) return '';
  const octave = Math.floor((note.pitch.midi - passage.tonic.midi) / 12);
  if (note.degree === 1 && octave >= 1)
    return ['', 'the octave', 'the second octave', 'the third octave', 'the fourth octave'][octave] ?? '';
  return `the ${DEGREES[note.degree] ?? ''}${OCTAVES[octave] ?? ''}`;
}

/** The fingering as text, string by string: `G 0123 D 0123`. A new hand begins a new group. */
export function fingeringText(fingers: readonly FingeredNote[]): string {
  let text = '';
  let last: FingeredNote | undefined;
  let hand: number | undefined;
  for (const note of fingers) {
    const newString = note.string !== last?.string;
    const newHand = note.finger !== 0 && hand !== undefined && note.hand !== hand;
    if (newString) text += `${text ? '  ' : ''}${note.string} `;
    else if (newHand) text += '–';
    text += note.finger;
    last = note;
    if (note.finger !== 0) hand = note.hand;
  }
  return text;
}

/** The highest hand of a way, and the position it stands in. */
export function highestPosition(fingers: readonly Pick<FingeredNote, 'hand' | 'position' | 'finger'>[]): string {
  const stopped = fingers.filter((note) => note.finger !== 0);
  const highest = stopped.reduce<(typeof stopped)[number] | undefined>(
    (best, note) => (!best || note.hand > best.hand ? note : best),
    undefined,
  );
  return highest?.position ?? 'open strings';
}
