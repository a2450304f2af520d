import { LETTERS, printed, tonicName, type Pitch } from './pitch.ts';

/** How notes are named aloud: letters, syllables by letter (fixed), syllables by degree (movable), numbers of degrees. */
export const NOTE_NAMES = ['letters', 'fixed', 'movable', 'degrees'] as const;

export type NoteNames = (typeof NOTE_NAMES)[number];

const SYLLABLES = ['do', 're', 'mi', 'fa', 'sol', 'la', 'ti'] as const;
/** Degrees raised and lowered by a half step, as sung in movable do. Common practice, no source. */
const RAISED = ['di', 'ri', 'mi♯', 'fi', 'si', 'li', 'ti♯'] as const;
const LOWERED = ['do♭', 'ra', 'me', 'fa♭', 'se', 'le', 'te'] as const;
const MAJOR_STEPS = [0, 2, 4, 5, 7, 9, 11] as const;

/** The name of a pitch as it is said aloud, without its octave; `tonic` is do where do moves. */
export function noteName(pitch: Pitch, tonic: Pitch, names: NoteNames): string {
  if (names === 'letters') return printed(tonicName(pitch));
  if (names === 'fixed') {
    const syllable = SYLLABLES[LETTERS.indexOf(pitch.letter)] ?? '';
    return syllable + printed(tonicName(pitch)).slice(1);
  }
  const degree = (LETTERS.indexOf(pitch.letter) - LETTERS.indexOf(tonic.letter) + 7) % 7;
  if (names === 'degrees') return degree === 0 && pitch.midi > tonic.midi ? '8' : String(degree + 1);
  const above = (((pitch.midi - tonic.midi) % 12) + 12) % 12;
  const bent = ((above - (MAJOR_STEPS[degree] ?? 0) + 18) % 12) - 6;
  if (bent === 0) return SYLLABLES[degree] ?? '';
  if (bent === 1) return RAISED[degree] ?? '';
  if (bent === -1) return LOWERED[degree] ?? '';
  return (SYLLABLES[degree] ?? '') + (bent > 0 ? '𝄪' : '𝄫');
}
