import { instrumentFor, stringLength, framesOf, handSystemOf, stopSpan } from '../instruments/index.ts';
import { bowStrokes, TICKS_PER_BEAT, timeNotes } from '../bowing/index.ts';
import type { FingeredNote, Shift, Way } from '../fingering/index.ts';
import type { Passage } from '../passage/index.ts';
import type { Recipe } from '../recipe/index.ts';
import { checkOf, neighbourCheckOf, ringing, type Check, type NeighbourCheck } from './check.ts';
import { homePlace, type HomePlace } from './home-place.ts';
import { guideOf, replacementOf, type Guide, type Replacement } from './guide.ts';
import { thumbSentence } from './thumb.ts';

/** How a note is found and heard to be right. */
export interface Finding {
  /** Where first position plays the same pitch, when it does and elsewhere. */
  readonly inFirstPosition: { readonly string: string; readonly place: HomePlace | 'open' } | undefined;
  /** The place told by the fingers of first position on its own string. */
  readonly fromHome: HomePlace | undefined;
  readonly check: Check | undefined;
  /** Only where the note has no check of its own. */
  readonly neighbour: NeighbourCheck | undefined;
  /** Open strings that ring by themselves when it is in tune. */
  readonly rings: readonly string[];
}

/** All there is to know of one shift. */
export interface ShiftCard extends Finding {
  readonly shift: Shift;
  readonly from: FingeredNote;
  readonly to: FingeredNote;
  /** Half steps the hand travels, positive upwards. */
  readonly halfSteps: number;
  /** Millimetres the first finger travels on this player's instrument. */
  readonly millimetres: number;
  readonly guide: Guide | undefined;
  readonly replacement: Replacement | undefined;
  /** Open string that sounds while the hand moves. */
  readonly overOpen: boolean;
  /** The bow crosses between the two notes. */
  readonly crosses: boolean;
  /** What the thumb does, where it is more than to travel along. */
  readonly thumb: string | undefined;
  /** Where the arrival falls in the bow: with its change, inside a slur; separate where every note has its own. */
  readonly bow: 'separate' | 'change' | 'slur';
  /** The arrival falls on a beat. */
  readonly onBeat: boolean;
}

/** A card for every shift of a way, in playing order. */
export function shiftCards(way: Way, passage: Passage, recipe: Recipe): ShiftCard[] {
  const instrument = instrumentFor(recipe.instrument, recipe.setUp);
  const frames = framesOf(instrument, handSystemOf(recipe));
  const length = stringLength(recipe.instrument, recipe.setUp);
  const strokes = bowStrokes(passage, recipe.bowing);
  const separate = strokes.every((stroke) => stroke.from === stroke.to);
  const begins = new Set(strokes.map((stroke) => stroke.from));
  const onsets = new Map(
    timeNotes(passage, recipe.bowing, recipe.form === 'chromatic')
      .filter((note) => note.again === 0)
      .map((note) => [note.at, note.onset]),
  );
  return way.shifts.map((shift) => {
    const from = way.fingers[shift.from] as FingeredNote;
    const to = way.fingers[shift.to] as FingeredNote;
    return {
      shift,
      from,
      to,
      halfSteps: shift.semitones,
      millimetres: stopSpan(length, from.hand, to.hand),
      guide: guideOf(frames, from, to),
      replacement: replacementOf(frames, from, to),
      overOpen: shift.to - shift.from > 1,
      crosses: from.string !== to.string,
      thumb: thumbSentence(instrument, from, to),
      bow: separate ? 'separate' : begins.has(to.at) ? 'change' : 'slur',
      onBeat: (onsets.get(to.at) ?? 0) % TICKS_PER_BEAT === 0,
      ...findingOf(to, passage, recipe),
    };
  });
}

/** How one stopped note of a fingering is found and checked. */
export function findingOf(note: FingeredNote, passage: Passage, recipe: Recipe): Finding {
  const instrument = instrumentFor(recipe.instrument, recipe.setUp);
  const system = handSystemOf(recipe);
  const midi = passage.notes[note.at]?.pitch.midi ?? 0;
  const elsewhere = instrument.strings
    .filter((string) => string.name !== note.string && midi >= string.open)
    .map((string) => ({
      string: string.name,
      place: midi === string.open ? ('open' as const) : homePlace(instrument, system, midi - string.open),
    }))
    .find(({ place }) => place === 'open' || place?.apart === 0);
  const check = checkOf(instrument, midi, note.string);
  return {
    inFirstPosition: elsewhere?.place && { string: elsewhere.string, place: elsewhere.place },
    fromHome: homePlace(instrument, system, note.stop),
    check,
    neighbour: check
      ? undefined
      : neighbourCheckOf(
          instrument,
          midi,
          note.string,
          passage.notes.map((one) => one.pitch.midi),
        ),
    rings: ringing(instrument, midi, note.string),
  };
}

/** How the first note of a study is found when the hand does not begin at home; `undefined` when it does. */
export function startCard(
  way: Way,
  passage: Passage,
  recipe: Recipe,
): ({ readonly first: FingeredNote; readonly millimetres: number } & Finding) | undefined {
  const first = way.fingers.find((note) => note.finger !== 0);
  const { homeHand } = instrumentFor(recipe.instrument, recipe.setUp);
  if (!first || first.hand === homeHand) return undefined;
  const length = stringLength(recipe.instrument, recipe.setUp);
  return { first, millimetres: stopSpan(length, homeHand, first.hand), ...findingOf(first, passage, recipe) };
}
