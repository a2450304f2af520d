import * as Note from '@tonaljs/note';

/** A pitch as a musician writes it: letter, accidentals and octave, with the key it sounds. */
export interface Pitch {
  /** Scientific name, the octave belonging to the letter: `F##4`, `Cb3`. */
  readonly name: string;
  /** MIDI number of the sounding key, C4 = 60. */
  readonly midi: number;
  readonly letter: Letter;
  /** Semitones the accidentals add to the letter: −2 to 2. */
  readonly alter: number;
  readonly octave: number;
}

export type Letter = 'C' | 'D' | 'E' | 'F' | 'G' | 'A' | 'B';

export const LETTERS: readonly Letter[] = ['C', 'D', 'E', 'F', 'G', 'A', 'B'];

const TONIC = /^[A-G](#{1,2}|b{1,2})?$/;

/** True for a note name without octave, with at most two sharps or two flats. */
export function isTonicName(text: string): boolean {
  return TONIC.test(text);
}

/**
 * Reads a scientific pitch name such as `Bb3`.
 * Gives `undefined` when the text is no pitch or needs more than two accidentals.
 */
export function parsePitch(text: string): Pitch | undefined {
  const note = Note.get(text);
  if (note.empty || note.oct === undefined || note.midi === null || note.midi === undefined) {
    return undefined;
  }
  if (Math.abs(note.alt) > 2) return undefined;
  return {
    name: note.name,
    midi: note.midi,
    letter: note.letter as Letter,
    alter: note.alt,
    octave: note.oct,
  };
}

/**
 * Transposes by a tonal interval name (`3M`, `-8P`) keeping the spelling.
 * Gives `undefined` when the result would need more than two accidentals.
 */
export function transposePitch(pitch: Pitch, interval: string): Pitch | undefined {
  return parsePitch(Note.transpose(pitch.name, interval));
}

/** Where a pitch is written, in steps of the staff above C of octave 0: `C4` and `C#4` at 28. */
export function staffPlace({ letter, octave }: Pick<Pitch, 'letter' | 'octave'>): number {
  return octave * 7 + LETTERS.indexOf(letter);
}

/** Moves a pitch by whole octaves, spelling unchanged. */
export function shiftOctaves(pitch: Pitch, octaves: number): Pitch {
  return {
    ...pitch,
    name: `${tonicName(pitch)}${pitch.octave + octaves}`,
    midi: pitch.midi + 12 * octaves,
    octave: pitch.octave + octaves,
  };
}

/** The name without its octave: `F##`. */
export function tonicName(pitch: Pitch): string {
  return pitch.letter + accidentalText(pitch.alter);
}

function accidentalText(alter: number): string {
  return alter < 0 ? 'b'.repeat(-alter) : '#'.repeat(alter);
}

const SIGNS: Record<string, string> = { '##': '𝄪', '#': '♯', bb: '𝄫', b: '♭' };

/** A note name as print shows it: `F♯`, `B♭`, `F𝄪`; an octave number is kept. */
export function printed(name: string): string {
  return name.replace(/^([A-G])(##|#|bb|b)/, (_, letter: string, sign: string) => letter + (SIGNS[sign] ?? sign));
}

/** The pitch class of a tonic name, 0 to 11 with C = 0. */
export function pitchClass(tonic: string): number {
  return Note.chroma(tonic);
}

/** The name of a sounding pitch (MIDI) outside every key: natural where it can be, otherwise by sharps (1) or flats (−1). */
export function nameLeaning(midi: number, leaning: 1 | -1): string {
  return leaning > 0 ? Note.fromMidiSharps(midi) : Note.fromMidi(midi);
}
