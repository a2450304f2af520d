import fc from 'fast-check';
import { Note, Scale } from 'tonal';
import { describe, expect, it } from 'vitest';
import { FORMS, formOf, SCALE_FORMS } from './form.ts';
import { parsePitch } from './pitch.ts';
import { degreeOf, enharmonicTwin, spellChord, spellScale, stackOctaves } from './spelling.ts';

const names = (tonic: string, form: Parameters<typeof spellScale>[1], heading: 'up' | 'down' = 'up'): string =>
  (spellScale(parsePitch(`${tonic}4`)!, form, heading) ?? []).map((note) => Note.pitchClass(note.name)).join(' ');

describe('spelling a scale', () => {
  it('gives every seven-note scale one letter a degree', () => {
    const sevens = SCALE_FORMS.filter((form) => {
      const scale = formOf(form).scale;
      return scale?.kind === 'degrees' && scale.up.length === 7;
    });
    fc.assert(
      fc.property(
        fc.constantFrom(...'CDEFGAB'),
        fc.constantFrom('', '#', 'b'),
        fc.constantFrom(...sevens),
        (letter, sign, form) => {
          const notes = spellScale(parsePitch(`${letter}${sign}4`)!, form, 'up');
          if (!notes) return;
          expect(new Set(notes.map((note) => note.letter)).size).toBe(7);
          expect(notes.map((note) => degreeOf(note, notes[0]!))).toEqual([1, 2, 3, 4, 5, 6, 7]);
          for (const note of notes) expect(Note.midi(note.name)).toBe(note.midi);
        },
      ),
    );
  });

  it('agrees with the scales of any theory book', () => {
    // Common theory; the same notes stand in every printed table of scales.
    expect(names('F#', 'major')).toBe('F# G# A# B C# D# E#');
    expect(names('G#', 'major')).toBe('G# A# B# C# D# E# F##');
    expect(names('Ab', 'natural-minor')).toBe('Ab Bb Cb Db Eb Fb Gb');
    expect(names('A', 'harmonic-minor')).toBe('A B C D E F G#');
    expect(names('A', 'melodic-minor', 'up')).toBe('A B C D E F# G#');
    expect(names('A', 'melodic-minor', 'down')).toBe('A B C D E F G');
    expect(names('D', 'mixolydian')).toBe('D E F# G A B C');
    expect(names('E', 'minor-pentatonic')).toBe('E G A B D');
  });

  it('sounds the same scales as an independent table of intervals', () => {
    // tonal's scale dictionary is kept apart from the forms here and spells by its own rules.
    const same: [Parameters<typeof spellScale>[1], string][] = [
      ['major', 'major'],
      ['natural-minor', 'aeolian'],
      ['harmonic-minor', 'harmonic minor'],
      ['dorian', 'dorian'],
      ['phrygian', 'phrygian'],
      ['lydian', 'lydian'],
      ['locrian', 'locrian'],
      ['whole-tone', 'whole tone'],
      ['octatonic-half-whole', 'half-whole diminished'],
      ['octatonic-whole-half', 'diminished'],
      ['major-pentatonic', 'major pentatonic'],
    ];
    for (const [form, dictionary] of same) {
      for (const tonic of ['C', 'Eb', 'F#', 'B']) {
        const chroma = (list: readonly string[]): number[] => list.map((name) => Note.chroma(name));
        expect(chroma(names(tonic, form).split(' ')), `${tonic} ${form}`).toEqual(
          chroma(Scale.get(`${tonic} ${dictionary}`).notes),
        );
      }
    }
  });

  // Common practice: sharps going up, flats coming down, natural notes natural, the tonic by its own name.
  it('writes chromatic scales with sharps going up and flats coming down', () => {
    expect(names('Eb', 'chromatic', 'up')).toBe('Eb E F F# G G# A A# B C C# D');
    expect(names('A', 'chromatic', 'down')).toBe('A Bb B C Db D Eb E F Gb G Ab');
    expect(names('F#', 'chromatic', 'down')).toBe('F# G Ab A Bb B C Db D Eb E F');
  });

  it('writes no chromatic note as a sharpened or flattened natural, whatever the tonic', () => {
    for (const tonic of [
      'C',
      'C#',
      'Db',
      'D',
      'D#',
      'Eb',
      'E',
      'F',
      'F#',
      'Gb',
      'G',
      'G#',
      'Ab',
      'A',
      'A#',
      'Bb',
      'B',
    ]) {
      for (const heading of ['up', 'down'] as const) {
        const spelled = names(tonic, 'chromatic', heading).split(' ');
        expect(spelled[0]).toBe(tonic);
        expect(
          spelled.filter((name) => /^(E#|B#|Fb|Cb|.(##|bb))$/.test(name)),
          `${tonic} ${heading}`,
        ).toEqual([]);
      }
    }
  });

  it('repeats no letter in a whole-tone scale, and one in an octatonic', () => {
    for (const tonic of ['C', 'Db', 'E', 'G', 'Bb']) {
      expect(
        new Set(
          names(tonic, 'whole-tone')
            .split(' ')
            .map((name) => name[0]),
        ).size,
      ).toBe(6);
      expect(
        new Set(
          names(tonic, 'octatonic-half-whole')
            .split(' ')
            .map((name) => name[0]),
        ).size,
      ).toBe(7);
    }
  });

  it('refuses triple sharps and offers the twin', () => {
    expect(spellScale(parsePitch('G##4')!, 'major', 'up')).toBeUndefined();
    expect(enharmonicTwin('G##', formOf('major'))).toBe('A');
    expect(enharmonicTwin('G#', formOf('major'))).toBe('Ab');
    expect(enharmonicTwin('D#', formOf('major'))).toBe('Eb');
  });
});

describe('spelling a chord', () => {
  it('spells the chords by thirds', () => {
    const chord = (tonic: string, form: Parameters<typeof spellChord>[1]): string =>
      (spellChord(parsePitch(`${tonic}4`)!, form) ?? []).map((note) => Note.pitchClass(note.name)).join(' ');
    expect(chord('C', 'dominant-7')).toBe('C E G Bb');
    expect(chord('B', 'diminished-7')).toBe('B D F Ab');
    expect(chord('F', 'minor')).toBe('F Ab C');
    expect(chord('Ab', 'augmented')).toBe('Ab C E');
  });
});

describe('a ladder of octaves', () => {
  it('has the form’s notes in every octave and closes with the tonic', () => {
    for (const form of FORMS) {
      const octave = form.scale
        ? spellScale(parsePitch('D3')!, form.id, 'up')!
        : spellChord(parsePitch('D3')!, form.id)!;
      const ladder = stackOctaves(octave, 3);
      expect(ladder.length).toBe(3 * octave.length + 1);
      expect(ladder.at(-1)!.name).toBe('D6');
      expect(ladder.map((note) => note.midi)).toEqual([...ladder.map((note) => note.midi)].sort((a, b) => a - b));
    }
  });
});
