import type { Instrument } from '../../instruments/instrument.ts';
import { groupNotes, type GroupNote } from '../../schools/finger-groups.ts';
import type { Climb, Piece } from '../../schools/climb.ts';
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
  return locations(climb.pieces, instrument.strings.length)
    .flatMap((pieces) => tails(pieces, rising.length))
    .flatMap((tail) => {
      const before = rising.length - tail.length;
      if (climb.lead === undefined ? before !== 0 : before < 1) return [];
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
      return [{ places, bound }];
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

/** Every way the pieces can be filled with at most `most` notes. */
function tails(pieces: readonly Located[], most: number): Asked[][] {
  const [piece, ...rest] = pieces;
  if (!piece) return [[]];
  return fillings(piece, most).flatMap((filled) =>
    tails(rest, most - filled.length).map((after) => [...filled, ...after]),
  );
}

function fillings({ piece, string }: Located, most: number): Asked[][] {
  const onString = { string };
  const position = piece.position ? { position: piece.position } : {};
  const first: Asked = { ...onString, ...position, ...(piece.join === 'next string' ? { bound: true as const } : {}) };
  const inHand: Asked = { ...onString, bound: true };
  const { fill } = piece;
  if (fill.kind === 'group') {
    const notes = groupNotes(fill.group);
    const hand = (start: Asked): Asked[] =>
      notes.map((fingers, k) => {
        // A finger that comes twice slides on: its note may leave the hand.
        const slid = k > 0 && notes[k - 1]?.fingers.join() === fingers.fingers.join();
        // An open string holds no hand yet.
        const loose = slid || notes.slice(0, k).every((before) => before.fingers.includes(0));
        return { ...(k === 0 ? start : loose ? onString : inHand), fingers };
      });
    const repeats = fill.repeats ? Math.floor(most / notes.length) : 1;
    return Array.from({ length: repeats }, (_, times) =>
      Array.from({ length: times + 1 }, (_, k) => hand(k === 0 ? first : onString)).flat(),
    ).filter((notesAsked) => notesAsked.length <= most);
  }
  const longest = fill.kind === 'hand' ? Math.min(LONGEST_HAND, most) : most;
  return Array.from({ length: longest }, (_, k) =>
    Array.from({ length: k + 1 }, (_, note): Asked => (note === 0 ? first : fill.kind === 'hand' ? inHand : onString)),
  );
}
