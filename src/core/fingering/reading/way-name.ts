import { instrumentFor } from '../../instruments/instruments.ts';
import { positionWords } from '../../instruments/position.ts';
import type { Passage } from '../../passage/passage.ts';
import type { Recipe } from '../../recipe/recipe.ts';
import { printed } from '../../theory/pitch.ts';
import type { FingeredNote, Way } from '../fingering.ts';

/** How many shifts a way's name tells one by one. */
const TOLD = 2;

/**
 * A few words that tell a way from the others: `1st position, open strings`,
 * `3rd from G4, then 5th from B5`, `along the A string`.
 */
export function wayName(way: Way, passage: Passage, recipe: Recipe): string {
  const rising = passage.top === 0 ? way.fingers : way.fingers.slice(0, passage.top + 1);
  const first = rising.find((note) => note.finger !== 0);
  if (!first) return 'open strings only';
  const strings = new Set(way.fingers.map((note) => note.string));
  if (strings.size === 1 && rising.length > 4) return `along the ${first.string} string`;
  if (way.shifts.length === 0) return `${positionWords(first)}, ${openWords(rising, recipe)}`;
  const start =
    first.hand === instrumentFor(recipe.instrument, recipe.setUp).homeHand ? [] : [`from ${first.position}`];
  const arrivals = way.shifts
    .filter((shift) => shift.to < rising.length)
    .map((shift) => {
      const note = way.fingers[shift.to] as FingeredNote;
      return `${note.position} from ${printed(passage.notes[shift.to]?.pitch.name ?? '')}`;
    });
  if (arrivals.length === 0) return `${positionWords(first)}, shifts coming down`;
  const told = [...start, ...arrivals.slice(0, TOLD)].join(', ');
  const more = arrivals.length - TOLD;
  return more > 0 ? `${told} and ${more} more` : told;
}

/** What happens where an open string might sound: it does, or a finger stands in for it. */
function openWords(notes: readonly FingeredNote[], recipe: Recipe): string {
  const instrument = instrumentFor(recipe.instrument, recipe.setUp);
  const opens = notes.filter((note) => note.finger === 0);
  const stoppedInstead = notes.filter((note) => {
    const string = instrument.strings.find((one) => one.name === note.string);
    return note.finger !== 0 && instrument.strings.some((one) => string && one.open === string.open + note.stop);
  });
  if (opens.length === 0) return 'no open strings';
  const instead = stoppedInstead[0];
  return instead ? `finger ${instead.finger} for an open string` : 'open strings';
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
