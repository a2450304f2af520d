import type { Instrument } from '../../instruments/index.ts';
import { groupNotes, type GroupNote, type Climb, type Piece } from '../../schools/index.ts';
import { playsGroupNote, type Candidate } from '../search/candidate.ts';
import type { Plan, PlannedPlace } from '../search/plan.ts';

/** The most notes one hand takes on a string. */
const LONGEST_HAND = 5;

/** What a climb asks of one note of its way up. */
interface Asked {
  /** Index of the string, lowest 0. */
  readonly string: number;
  readonly fingers?: GroupNote;
  /** Ordinals of the lowest and highest position. */
  readonly position?: readonly [low: number, high: number];
  readonly bound?: true;
}

/**
 * The plans a climb has for so many rising notes: one for every number of repeats and every length
 * of its open pieces that comes out even; `rising` are the places of the notes.
 */
export function climbPlans(climb: Climb, rising: readonly number[], instrument: Instrument): Plan[] {
  const last = climb.pieces.at(-1)?.fill.kind;
  if (last === 'any' && climb.pieces.length === 1) return [alongOneString(climb, rising, instrument)];
  // Without a lead the pieces are the whole way up; a lead takes a note at least.
  const most = climb.lead === undefined ? rising.length : rising.length - 1;
  const spreads = lengths(climb.pieces, most).filter((spread) => climb.lead !== undefined || sum(spread) === most);
  return locations(climb.pieces, instrument.strings.length)
    .flatMap((pieces) => spreads.map((spread) => pieces.flatMap((piece, k) => filled(piece, spread[k] as number))))
    .map((tail) => {
      const before = rising.length - tail.length;
      const places = new Map<number, PlannedPlace>();
      const bound = new Set<number>();
      rising.slice(0, before).forEach((at) => {
        if (climb.lead === 'home')
          places.set(at, { allows: (one) => isHome(one, instrument) && one.string <= (tail[0]?.string ?? 0) });
      });
      tail.forEach((asked, k) => {
        const at = rising[before + k] as number;
        places.set(at, {
          allows: (one) => suits(one, asked, instrument) && standsIn(one, asked.position, instrument),
        });
        if (asked.bound && (k > 0 || before > 0)) bound.add(at);
      });
      return { places, bound };
    });
}

function isHome(candidate: Candidate, { homeHand }: Instrument): boolean {
  return candidate.rank === 0 || candidate.hand === homeHand;
}

function suits(candidate: Candidate, { string, fingers }: Asked, instrument: Instrument): boolean {
  return candidate.string === string && (fingers === undefined || playsGroupNote(candidate, fingers, instrument));
}

/** True when a hand stands between two positions, by the number in its name. */
function standsIn({ hand, rank }: Candidate, position: Asked['position'], { positions }: Instrument): boolean {
  if (!position) return true;
  const name = positions[hand];
  if (rank === 0 || name === undefined) return false;
  const ordinals = (typeof name === 'string' ? [name] : [name.raised, name.lowered]).map((one) =>
    Number.parseInt(one.replace(/^\D+/, ''), 10),
  );
  return ordinals.some((ordinal) => ordinal >= position[0] && ordinal <= position[1]);
}

/** One string left to itself, and the lead below it. */
function alongOneString(climb: Climb, rising: readonly number[], instrument: Instrument): Plan {
  const string = instrument.strings.length - (climb.pieces[0]?.string ?? 1);
  const allows = (one: Candidate): boolean =>
    one.string === string || (one.string < string && (climb.lead !== 'home' || isHome(one, instrument)));
  return { places: new Map(rising.map((at) => [at, { allows }])), bound: new Set() };
}

/** A piece, and the index of the string it lies on. */
interface Located {
  readonly piece: Piece;
  readonly string: number;
}

/** The strings the pieces lie on: where they name none, begun on any and crossing as they say. */
function locations(pieces: readonly Piece[], strings: number): Located[][] {
  const named = pieces[0]?.string;
  const begins = named === undefined ? Array.from({ length: strings }, (_, string) => string) : [strings - named];
  return begins.flatMap((begun) => {
    let string = begun;
    const located = pieces.map((piece, place) => {
      if (place > 0 && piece.join !== 'new hand') string += 1;
      if (piece.string !== undefined) string = strings - piece.string;
      return { piece, string };
    });
    return located.every((one) => one.string < strings) ? [located] : [];
  });
}

/** Every way so many notes at most can be spread over the pieces, as the length of each. */
function lengths([piece, ...rest]: readonly Piece[], most: number): number[][] {
  if (!piece) return [[]];
  return lengthsOf(piece, most).flatMap((length) => lengths(rest, most - length).map((after) => [length, ...after]));
}

/** How many notes a piece may have, shortest first. */
function lengthsOf({ fill }: Piece, most: number): number[] {
  const multiples = (unit: number, count: number): number[] =>
    Array.from({ length: Math.min(count, Math.floor(most / unit)) }, (_, times) => unit * (times + 1));
  if (fill.kind === 'group') return multiples(groupNotes(fill.group).length, fill.repeats ? most : 1);
  return multiples(1, fill.kind === 'hand' ? LONGEST_HAND : most);
}

function sum(numbers: readonly number[]): number {
  return numbers.reduce((before, number) => before + number, 0);
}

/** What a piece of so many notes asks of each. */
function filled({ piece, string }: Located, length: number): Asked[] {
  const onString = { string };
  const position = piece.position ? { position: piece.position } : {};
  const first: Asked = { ...onString, ...position, ...(piece.join === 'next string' ? { bound: true as const } : {}) };
  const inHand: Asked = { ...onString, bound: true };
  const { fill } = piece;
  if (fill.kind !== 'group') {
    return Array.from({ length }, (_, k) => (k === 0 ? first : fill.kind === 'hand' ? inHand : onString));
  }
  const notes = groupNotes(fill.group);
  return Array.from({ length }, (_, at) => {
    const k = at % notes.length;
    // A finger that comes twice slides on: its note may leave the hand.
    const slid = k > 0 && notes[k - 1]?.fingers.join() === notes[k]?.fingers.join();
    // An open string holds no hand yet.
    const loose = slid || notes.slice(0, k).every((before) => before.fingers.includes(0));
    const start = at === 0 ? first : onString;
    return { ...(k === 0 ? start : loose ? onString : inHand), fingers: notes[k] as GroupNote };
  });
}
