import { fingerWords } from '../../instruments/finger-words.ts';
import { instrumentFor } from '../../instruments/instruments.ts';
import { positionWords } from '../../instruments/position.ts';
import type { Passage } from '../../passage/passage.ts';
import type { Recipe } from '../../recipe/recipe.ts';
import { printed } from '../../theory/pitch.ts';
import type { FingeredNote, Way } from '../fingering.ts';
import { differingNotes } from './comparison.ts';

/** What a name is read from besides the way itself. */
type Study = { readonly passage: Passage; readonly recipe: Recipe };

/**
 * A name for each way of a study, in a lesson's words and no two alike: the system it is a form of,
 * or where the hand stays, or goes as in none of the others: `stays in first position, open strings`,
 * `fifth position on E`. Ways that would be called alike are told apart by the
 * first note they finger otherwise.
 */
export function wayNames(ways: readonly Way[], study: Study): string[] {
  const names = ways.map((way) => nameAmong(way, ways, study));
  for (;;) {
    const alike = groupsOf(names).find((places) => places.length > 1);
    if (!alike) return names;
    // Ways told apart by a note before and still alike finger it alike: the next one is further on.
    const at = firstDifference(alike.map((place) => ways[place] as Way));
    if (!Number.isFinite(at)) return names;
    for (const place of alike) {
      const { finger, string } = (ways[place] as Way).fingers[at] as FingeredNote;
      const note = printed(study.passage.notes[at]?.pitch.name ?? '');
      const how = finger === 0 ? `open ${string}` : `${fingerWords(finger)} on ${string}`;
      names[place] = `${names[place]}, ${how} for ${note}`;
    }
  }
}

/** The name a way has among the ways of its study; of its own where it is none of them. */
export function wayName(way: Way, ways: readonly Way[], study: Study): string {
  const place = ways.findIndex((other) => differingNotes(other, way).length === 0);
  return place < 0 ? nameAmong(way, [], study) : (wayNames(ways, study)[place] as string);
}

function groupsOf(names: readonly string[]): number[][] {
  const places = new Map<string, number[]>();
  names.forEach((name, place) => places.set(name, [...(places.get(name) ?? []), place]));
  return [...places.values()];
}

/** The first note that some of the ways finger otherwise than the first of them. */
function firstDifference([one, ...others]: readonly Way[]): number {
  return Math.min(...(one ? others.flatMap((other) => differingNotes(one, other)) : []));
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
  return [...start, ...(telling === undefined ? places.slice(0, start.length > 0 ? 1 : 2) : [telling])].join(', ');
}

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
