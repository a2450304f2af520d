import { type Outcome, type OnProgress, choices } from '../base/index.ts';
import { chordFits, EngineMemory } from '../fingering/index.ts';
import { instrumentFor, type InstrumentId } from '../instruments/index.ts';
import { choose, type Choice, type Chosen, type LeftOut, type ReadMusic } from '../passage/index.ts';
import { readRecipe, type Recipe } from '../recipe/index.ts';
import { keyOfSignature, parsePitch, printed, type Pitch } from '../theory/index.ts';
import { buildStudy, type BuiltStudy } from './build.ts';

/** What the hand is told of a passage besides its notes: the hand's fields of a recipe. */
export type PassageRules = Partial<Omit<Recipe, 'instrument' | 'tonic' | 'form' | 'music'>>;

/** A passage somebody else wrote as a study: what was chosen, and the ways to finger it. */
export interface PassageStudy {
  readonly chosen: Chosen;
  readonly study: BuiltStudy;
  /** What cannot be fingered, the notes of chords no hand takes together among them. */
  readonly leftOut: readonly LeftOut[];
}

/** What is read out of a file, and for whom. */
export interface PassageAsk {
  readonly instrument: InstrumentId;
  readonly choice: Choice;
  readonly title: string;
  readonly rules: PassageRules;
  /** Fingers and strings that stand in the file are kept. */
  readonly keepFingers: boolean;
}

/** Fingers a passage out of a file. Refuses what the file does not have and rules no hand can follow. */
export function passageStudy(
  read: ReadMusic,
  ask: PassageAsk,
  memory: EngineMemory = new EngineMemory(),
  onProgress?: OnProgress,
): Outcome<PassageStudy> {
  const recipe = passageRecipe(read, ask);
  if (!recipe.ok) return recipe;
  const study = buildStudy(recipe.value.recipe, memory, onProgress);
  if (!study.ok) return study;
  const { chosen, leftOut } = recipe.value;
  return { ok: true, value: { chosen, leftOut, study: study.value } };
}

/** The recipe of a passage out of a file, and what of the file it leaves out. */
export function passageRecipe(
  read: ReadMusic,
  { instrument, choice, title, rules, keepFingers }: PassageAsk,
): Outcome<{ readonly recipe: Recipe; readonly chosen: Chosen; readonly leftOut: readonly LeftOut[] }> {
  const asked = readRecipe({ ...rules, instrument, tonic: 'C' });
  if (!asked.ok) return asked;
  const player = instrumentFor(instrument, asked.value.setUp);
  const found = choose(read, player, choice, title);
  if (!found.ok) return found;
  const { chosen, leftOut } = withoutWideChords(found.value, asked.value);
  const own = keepFingers ? chosen.pins.filter(({ at }) => !asked.value.pins.some((pin) => pin.at === at)) : [];
  const { tonic, mode } = keyOfSignature(chosen.key.fifths, chosen.key.minor ? 'minor' : 'major');
  const recipe = readRecipe({
    ...rules,
    instrument,
    tonic,
    form: mode === 'minor' ? 'natural-minor' : 'major',
    music: chosen.music,
    pins: [...asked.value.pins, ...own],
  });
  return recipe.ok ? { ok: true, value: { recipe: recipe.value, chosen, leftOut } } : recipe;
}

/** Leaves the lower notes of a chord out where no hand takes them with the highest, and says so. */
function withoutWideChords(chosen: Chosen, recipe: Recipe): { chosen: Chosen; leftOut: LeftOut[] } {
  // The same few chords come back again and again.
  const known = new Map<string, boolean>();
  const fits = (names: readonly string[]): boolean => {
    const key = names.join();
    const answer =
      known.get(key) ??
      chordFits(
        names.map((name) => parsePitch(name) as Pitch),
        recipe,
      );
    known.set(key, answer);
    return answer;
  };
  const leftOut = [...chosen.leftOut];
  const notes = chosen.music.notes.map((note, at) => {
    if (!note.chord) return note;
    if (fits([note.pitch, ...note.chord])) return note;
    const { measure, beat } = chosen.places[at] ?? { measure: '', beat: 1 };
    const names = choices([note.pitch, ...note.chord].map(printed));
    const message = `Bar ${measure}, beat ${beat}: no hand takes ${names} together. The highest is fingered, the rest left out.`;
    leftOut.push({ measure, beat, message });
    const { chord: _, ...alone } = note;
    return alone;
  });
  return { chosen: { ...chosen, music: { ...chosen.music, notes } }, leftOut };
}
