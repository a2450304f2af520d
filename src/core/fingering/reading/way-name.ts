import { fingerWords, instrumentFor, positionWords } from '../../instruments/index.ts';
import { partNames, type Passage, type PassageNote } from '../../passage/index.ts';
import type { Recipe } from '../../recipe/index.ts';
import { printed } from '../../theory/index.ts';
import type { FingeredNote, Way } from '../fingering.ts';
import { differingNotes } from './comparison.ts';

/** What a name is read from besides the way itself. */
type Study = { readonly passage: Passage; readonly recipe: Recipe };

/**
 * A name for each way of a study, in a lesson's words and no two alike: the system it is a form of,
 * or where the hand stays, or goes as in none of the others: `stays in first position, open strings`,
 * `fifth position on E`. Of ways that would be called alike the first is called so, and the others by the
 * first note they finger otherwise, too: `fifth position on E, third finger on C6`.
 */
export function wayNames(ways: readonly Way[], study: Study): string[] {
  const names = ways.map((way) => nameAmong(way, ways, study));
  for (;;) {
    const told = groupsOf(names).flatMap(([first, ...others]) =>
      others.flatMap((place) => {
        const words = difference(ways[first as number] as Way, ways[place] as Way, study);
        return words === undefined ? [] : [{ place, words }];
      }),
    );
    if (told.length === 0) return names;
    // Two that part from the first at one note are alike once more: they are told apart further on.
    for (const { place, words } of told) names[place] = `${names[place]}, ${words}`;
  }
}

/** The name a way has among the ways of its study; a name of its own if it is not among them. */
export function wayName(way: Way, ways: readonly Way[], study: Study): string {
  const place = ways.findIndex((other) => differingNotes(other, way).length === 0);
  return place < 0 ? nameAmong(way, [], study) : (wayNames(ways, study)[place] as string);
}

function groupsOf(names: readonly string[]): number[][] {
  const places = new Map<string, number[]>();
  names.forEach((name, place) => places.set(name, [...(places.get(name) ?? []), place]));
  return [...places.values()];
}

/**
 * The first note a way fingers otherwise than another: `third finger on C6`, `open A for A4`, `B4 on D, coming down`;
 * in a study of several parts, `arpeggio: third finger on C4`.
 */
function difference(one: Way, way: Way, { passage, recipe }: Study): string | undefined {
  const [at] = differingNotes(one, way);
  if (at === undefined) return undefined;
  const before = one.fingers[at] as FingeredNote;
  const { finger, string } = way.fingers[at] as FingeredNote;
  const { pitch, heading } = passage.notes[at] as PassageNote;
  const note = printed(pitch.name);
  const how =
    finger === 0
      ? `open ${string} for ${note}`
      : string === before.string
        ? `${fingerWords(finger).replace('the ', '')} on ${note}`
        : `${note} on ${string}`;
  const part = partNames(recipe)[passage.parts.findLastIndex((begins) => begins <= at)]?.toLowerCase();
  // A line that goes there and back has most notes twice.
  const back = passage.course === 'up-down' && heading === 'down';
  return `${part === undefined ? '' : `${part}: `}${how}${back ? ', coming down' : ''}`;
}

function nameAmong(way: Way, ways: readonly Way[], study: Study): string {
  const [system] = way.systems;
  if (system !== undefined) return system;
  const { passage, recipe } = study;
  const rising = risingOf(way, passage);
  const first = rising.find((note) => note.finger !== 0);
  if (!first) return 'open strings only';
  const strings = new Set(way.fingers.map((note) => note.string));
  if (strings.size === 1 && rising.length > 4) return `along the ${first.string} string`;
  if (way.shifts.length === 0) return `stays in ${positionWords(first)}, ${openWords(rising, recipe)}`;
  const { homeHand } = instrumentFor(recipe.instrument, recipe.setUp);
  const start = first.hand === homeHand ? [] : [`from ${positionWords(first)}`];
  const places = placesOf(way, passage);
  if (places.length === 0) return `stays in ${positionWords(first)} going up`;
  // Where the hand goes as in no other way that has no name of its own; else where it goes first.
  const others = ways.filter((other) => other !== way && other.systems.length === 0);
  const elsewhere = new Set(others.flatMap((other) => placesOf(other, passage)));
  const telling = places.find((place) => !elsewhere.has(place));
  return inARow([...start, ...(telling === undefined ? places.slice(0, start.length > 0 ? 1 : 2) : [telling])]);
}

/** Places one after the other, the word said once: `lowered fourth position on D, fifth on E`. */
function inARow([first = '', ...others]: readonly string[]): string {
  const said = / position\b/.test(first);
  return [
    first,
    ...others.map((place) => (said && !UNNUMBERED.test(place) ? place.replace(' position', '') : place)),
  ].join(', ');
}

/** Positions that without the word would be something else. */
const UNNUMBERED = /^(thumb|high)/;

/** The notes a way is called by: those going up, all of a line that comes down or goes as it will. */
function risingOf(way: Way, passage: Passage): readonly FingeredNote[] {
  return passage.top === 0 || passage.course === 'free' ? way.fingers : way.fingers.slice(0, passage.top + 1);
}

/** Where the hand arrives going up, in order: `third position on A`. */
function placesOf(way: Way, passage: Passage): string[] {
  const last = risingOf(way, passage).length;
  return way.shifts
    .filter((shift) => shift.to < last)
    .map((shift) => way.fingers[shift.to] as FingeredNote)
    .map((note) => `${positionWords(note)} on ${note.string}`);
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
  return instead ? `${fingerWords(instead.finger)} for an open string` : 'open strings';
}
