import { formOf, type Form, type FormId } from './form.ts';
import {
  LETTERS,
  parsePitch,
  shiftOctaves,
  staffPlace,
  tonicName,
  transposePitch,
  type Letter,
  type Pitch,
} from './pitch.ts';

export type Heading = 'up' | 'down';

const NATURAL: Record<Letter, number> = { C: 0, D: 2, E: 4, F: 5, G: 7, A: 9, B: 11 };

/**
 * The notes of one octave of a scale from its tonic, lowest first, the upper tonic left out.
 *
 * Seven-note scales take one letter a degree; chromatic scales take sharps going up and flats coming
 * down, natural notes staying natural; symmetrical scales take the fewest accidentals, letters
 * repeated as little as possible.
 * Gives `undefined` when a note would need three sharps or three flats, or the form is no scale.
 */
export function spellScale(tonic: Pitch, formId: FormId, heading: Heading): Pitch[] | undefined {
  const scale = formOf(formId).scale;
  if (!scale) return undefined;
  switch (scale.kind) {
    case 'degrees':
      return spellDegrees(tonic, heading === 'down' ? (scale.down ?? scale.up) : scale.up);
    case 'chromatic':
      return spellChromatic(tonic, heading);
    case 'steps':
      return spellSteps(tonic, scale.semitones);
  }
}

/** The notes of one octave of a chord, as `spellScale` does for a scale. */
export function spellChord(tonic: Pitch, formId: FormId): Pitch[] | undefined {
  const chord = formOf(formId).chord;
  return chord && spellDegrees(tonic, chord);
}

/** The degree a pitch has by its letter, 1 to 7: `E` is the third degree of every key on `C`. */
export function degreeOf(pitch: Pitch, tonic: Pitch): number {
  return ((LETTERS.indexOf(pitch.letter) - LETTERS.indexOf(tonic.letter) + 7) % 7) + 1;
}

/**
 * The same sounding tonic under another letter with a simpler spelling, such as `Ab` for `G#`.
 * Gives `undefined` when no other spelling of the form stays within double accidentals.
 */
export function enharmonicTwin(tonic: string, form: Form): string | undefined {
  const here = parsePitch(`${tonic}4`);
  if (!here) return undefined;
  const twins = respellings(here)
    .filter((pitch) => pitch.letter !== here.letter)
    .map((pitch) => ({ name: tonicName(pitch), weight: accidentalWeight(pitch, form) }))
    .filter((twin) => Number.isFinite(twin.weight))
    .sort((a, b) => a.weight - b.weight);
  return twins[0]?.name;
}

function accidentalWeight(tonic: Pitch, form: Form): number {
  const notes = form.scale ? spellScale(tonic, form.id, 'up') : spellChord(tonic, form.id);
  if (!notes) return Number.POSITIVE_INFINITY;
  return notes.reduce((sum, note) => sum + note.alter * note.alter, 0);
}

function spellDegrees(tonic: Pitch, intervals: readonly string[]): Pitch[] | undefined {
  return complete(intervals.map((interval) => transposePitch(tonic, interval)));
}

/** Sharps going up, flats coming down, natural notes natural; the tonic keeps its own name. Common practice, no source. */
function spellChromatic(tonic: Pitch, heading: Heading): Pitch[] | undefined {
  const rising = Array.from({ length: 11 }, (_, k) => plainest(shiftSounding(tonic, k + 1), heading));
  return complete([tonic, ...rising]);
}

function plainest(pitch: Pitch, heading: Heading): Pitch | undefined {
  const spellings = respellings(pitch);
  const leaning = heading === 'up' ? 1 : -1;
  return spellings.find((one) => one.alter === 0) ?? spellings.find((one) => one.alter === leaning);
}

/**
 * Spells given semitone steps by trying every single-accidental spelling of each note. Fewest
 * repeated letters first, then fewest accidentals, then no mixing of sharps and flats.
 */
function spellSteps(tonic: Pitch, semitones: readonly number[]): Pitch[] | undefined {
  let best: { weight: number; notes: Pitch[] } | undefined;
  const visit = (at: number, notes: Pitch[], weight: number): void => {
    if (best && weight >= best.weight) return;
    const semitone = semitones[at];
    if (semitone === undefined) {
      const mixed = notes.some((note) => note.alter > 0) && notes.some((note) => note.alter < 0);
      const total = weight + (mixed ? 0.5 : 0);
      if (!best || total < best.weight) best = { weight: total, notes };
      return;
    }
    for (const choice of respellings(shiftSounding(tonic, semitone))) {
      const previous = notes[notes.length - 1];
      if (previous && staffPlace(choice) < staffPlace(previous)) continue;
      const repeated = notes.some((note) => note.letter === choice.letter) ? 10 : 0;
      visit(at + 1, [...notes, choice], weight + repeated + Math.abs(choice.alter) ** 1.5);
    }
  };
  visit(1, [tonic], 0);
  return best?.notes;
}

function shiftSounding(pitch: Pitch, semitones: number): Pitch {
  return { ...pitch, midi: pitch.midi + semitones };
}

function respellings(sounding: Pitch): Pitch[] {
  return LETTERS.flatMap((letter) => {
    const natural = sounding.midi - 12 - NATURAL[letter];
    const octave = Math.round(natural / 12);
    const alter = natural - octave * 12;
    if (Math.abs(alter) > 2) return [];
    const sign = alter < 0 ? 'b'.repeat(-alter) : '#'.repeat(alter);
    const pitch = parsePitch(`${letter}${sign}${octave}`);
    return pitch ? [pitch] : [];
  });
}

function complete(notes: readonly (Pitch | undefined)[]): Pitch[] | undefined {
  return notes.every((note) => note !== undefined) ? (notes as Pitch[]) : undefined;
}

/**
 * One octave repeated to a ladder of several, closed by the top tonic.
 * A ladder of n octaves over k notes has n·k + 1 rungs, lowest first.
 */
export function stackOctaves(octave: readonly Pitch[], octaves: number): Pitch[] {
  const ladder: Pitch[] = [];
  for (let turn = 0; turn < octaves; turn += 1) {
    for (const note of octave) ladder.push(shiftOctaves(note, turn));
  }
  const tonic = octave[0];
  if (tonic) ladder.push(shiftOctaves(tonic, octaves));
  return ladder;
}
