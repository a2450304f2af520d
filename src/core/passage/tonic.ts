import { type FormId, keySignature, parsePitch, type Pitch } from '../theory/index.ts';

/** Whether a key leans to sharps (1) or to flats (−1). */
export function leaningOf({ tonic, form }: { readonly tonic: string; readonly form: FormId }): 1 | -1 {
  return keySignature(tonic, form).fifths < 0 || tonic.includes('b') ? -1 : 1;
}

/** The lowest sounding tonic at or above `low` (MIDI). */
export function lowestTonic(tonic: string, low: number): Pitch {
  for (let octave = -1; octave < 9; octave += 1) {
    const pitch = parsePitch(`${tonic}${octave}`);
    if (pitch && pitch.midi >= low) return pitch;
  }
  throw new Error(`No pitch ${tonic} above ${low}.`);
}
