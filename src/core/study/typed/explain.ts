import { passageOf, type Passage } from '../../passage/index.ts';
import type { Pin, Recipe } from '../../recipe/index.ts';
import { instrumentFor } from '../../instruments/index.ts';
import { buildStudy } from '../build.ts';
import { refused, type Outcome } from '../../base/index.ts';
import { printed } from '../../theory/index.ts';
import { EngineMemory, type Way, decidingSentence, whatDecides, type Reason } from '../../fingering/index.ts';
import { parseFingering, type TypedNote } from './parse.ts';

/** What is wrong with one note of a typed fingering. */
export interface TypedFault {
  /** The note, counted from 0; absent where the line itself can't be read. */
  readonly at?: number;
  /** Place in the text, counted from 0. */
  readonly column: number;
  readonly message: string;
}

/** A typed fingering worked through: its way beside the engine's own, or all its faults. */
export type Typed =
  | { readonly ok: false; readonly faults: readonly TypedFault[] }
  | {
      readonly ok: true;
      readonly way: Way;
      readonly best: Way;
      /** True when the two are the same throughout. */
      readonly same: boolean;
      readonly reasons: readonly Reason[];
      readonly sentence: string;
    };

/**
 * Checks a teacher's own fingering note by note, costs it as the engine costs its own and compares
 * the two. A line as long as the way up alone is read backwards for the way down.
 */
export function explainTyped(recipe: Recipe, text: string, memory: EngineMemory = new EngineMemory()): Outcome<Typed> {
  const passage = passageOf(recipe);
  if (!passage.ok) return passage;
  const best = buildStudy({ ...recipe, pins: [], groups: undefined, ways: 1 }, memory);
  if (!best.ok) return best;
  const instrument = instrumentFor(recipe.instrument, recipe.setUp);
  const parsed = parseFingering(text, instrument);
  if (!parsed.ok) return faulty([{ column: parsed.column, message: parsed.message }]);
  const placed = place(parsed.notes, passage.value, text.length);
  if (!placed.ok) return faulty([placed.fault]);
  const asked: Recipe = { ...recipe, groups: undefined, ways: 1 };
  const faults = placed.notes.flatMap(({ note, at }) => faultOf(note, at, asked, memory));
  const once = faults.filter((fault, k) => faults.findIndex((other) => other.column === fault.column) === k);
  if (once.length > 0) return faulty(once);
  const pins = placed.notes.map(({ note, at }) => pinOf(note, at));
  const own = buildStudy({ ...asked, pins }, memory);
  if (!own.ok) return faulty([breakOf(pins, placed.notes, asked, passage.value, memory)]);
  const [way] = own.value.ways;
  const [engines] = best.value.ways;
  if (!way || !engines) return refused('nothing-to-compare', 'text', {});
  const same = way.fingers.every(
    (one, at) => one.string === engines.fingers[at]?.string && one.finger === engines.fingers[at]?.finger,
  );
  return {
    ok: true,
    value: {
      ok: true,
      way,
      best: engines,
      same,
      reasons: whatDecides(engines, way),
      sentence: same
        ? 'This is the engine’s own first choice.'
        : decidingSentence(engines, way, ['the engine’s way', 'yours']),
    },
  };
}

function faulty(faults: readonly TypedFault[]): Outcome<Typed> {
  return { ok: true, value: { ok: false, faults } };
}

interface Placed {
  readonly note: TypedNote;
  readonly at: number;
}

/** Lays the typed notes on the study's: as many as it has, or as its way up has. */
function place(
  typed: readonly TypedNote[],
  { notes, top }: Passage,
  end: number,
): { readonly ok: true; readonly notes: Placed[] } | { readonly ok: false; readonly fault: TypedFault } {
  const up = top + 1;
  if (typed.length === notes.length) return { ok: true, notes: typed.map((note, at) => ({ note, at })) };
  if (typed.length === up && top > 0) {
    const down = notes.slice(up).flatMap(({ at, pitch }) => {
      const twin = notes.slice(0, up).findLast((one) => one.pitch.midi === pitch.midi);
      const note = twin && typed[twin.at];
      return note ? [{ note, at }] : [];
    });
    return { ok: true, notes: [...typed.map((note, at) => ({ note, at })), ...down] };
  }
  const wanted = top > 0 && top < notes.length - 1 ? `${notes.length}, or ${up} for the way up alone` : notes.length;
  const beyond = typed.length > notes.length ? typed[notes.length]?.column : undefined;
  return {
    ok: false,
    fault: { column: beyond ?? end, message: `There are ${typed.length} fingers; the study has ${wanted}.` },
  };
}

function pinOf(note: TypedNote, at: number): Pin {
  return note.string === undefined ? { at, finger: note.finger } : { at, finger: note.finger, string: note.string };
}

/** A note that can't be played like this by itself, whatever comes before and after. */
function faultOf(note: TypedNote, at: number, recipe: Recipe, memory: EngineMemory): TypedFault[] {
  const alone = buildStudy({ ...recipe, pins: [pinOf(note, at)] }, memory);
  return alone.ok ? [] : [{ at, column: note.column, message: alone.refusal.message }];
}

/** The first note at which a fingering whose notes are each possible can't go on. */
function breakOf(
  pins: readonly Pin[],
  placed: readonly Placed[],
  recipe: Recipe,
  { notes }: Passage,
  memory: EngineMemory,
): TypedFault {
  let playable = 1;
  let broken = pins.length;
  while (broken - playable > 1) {
    const middle = (broken + playable) >> 1;
    if (buildStudy({ ...recipe, pins: pins.slice(0, middle) }, memory).ok) playable = middle;
    else broken = middle;
  }
  const last = placed[broken - 1] as Placed;
  const name = (at: number): string => printed(notes[at]?.pitch.name ?? '');
  const before = placed[broken - 2];
  return {
    at: last.at,
    column: last.note.column,
    message: `No hand can go from ${name(before?.at ?? last.at)} (${before?.note.finger ?? ''}) to ${name(last.at)} (${last.note.finger}) like this. A higher note on one string in one hand needs a higher finger; change one of the two.`,
  };
}
