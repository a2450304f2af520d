import type { RecipeInput } from '../src/core/recipe/index.ts';

/** One study of the demonstration studio. */
export interface DemoStudy {
  readonly name?: string;
  readonly recipe: RecipeInput;
}

/**
 * The invented studio of Oda Marrin at the Harbour Street strings room: four instruments, pupils
 * from their first scale to an audition. Nobody and nothing here exists.
 */
export const DEMO_STUDIO: readonly DemoStudy[] = [
  { name: 'Pella, first scale', recipe: { instrument: 'violin', tonic: 'D', start: 'D4' } },
  {
    name: 'Ivo, Thursday',
    recipe: { instrument: 'violin', tonic: 'G', octaves: 2, start: 'G3', bowing: { slur: 2, perBeat: 2 } },
  },
  {
    name: 'Sanne, audition',
    recipe: { instrument: 'violin', tonic: 'A', octaves: 3, start: 'A3', bowing: { slur: 3, perBeat: 3 } },
  },
  {
    recipe: {
      instrument: 'violin',
      tonic: 'G',
      form: 'major',
      figure: 'arpeggio',
      octaves: 3,
      start: 'G3',
      bowing: { slur: 3, perBeat: 3 },
    },
  },
  {
    name: 'Low fingers',
    recipe: { instrument: 'violin', tonic: 'F', form: 'harmonic-minor', start: 'F4', openStrings: 'up-only' },
  },
  { name: 'Wim, viola start', recipe: { instrument: 'viola', tonic: 'C', octaves: 2, start: 'C3' } },
  { recipe: { instrument: 'viola', tonic: 'Eb', form: 'major', octaves: 3, bowing: { slur: 3, perBeat: 3 } } },
  { name: 'Noor, closed hand', recipe: { instrument: 'cello', tonic: 'C', octaves: 2, start: 'C2' } },
  {
    recipe: {
      instrument: 'cello',
      tonic: 'A',
      form: 'melodic-minor',
      octaves: 2,
      start: 'A2',
      bowing: { slur: 4, perBeat: 2 },
    },
  },
  {
    name: 'Movable shape',
    recipe: {
      instrument: 'cello',
      tonic: 'Ab',
      octaves: 2,
      start: 'Ab2',
      openStrings: 'never',
      groups: ['124', '124', '124', '124', '134'],
    },
  },
  { name: 'Bram, half position', recipe: { instrument: 'bass', tonic: 'F', start: 'F1' } },
  {
    recipe: {
      instrument: 'bass',
      tonic: 'E',
      form: 'natural-minor',
      octaves: 2,
      start: 'E1',
      bowing: { slur: 2, perBeat: 2 },
    },
  },
  {
    name: 'Half steps',
    recipe: { instrument: 'bass', tonic: 'E', form: 'chromatic', start: 'E1', bowing: { slur: 3, perBeat: 3 } },
  },
];

/** Fingerings the invented studio's teacher has always taught. */
export const DEMO_BOOK = `Violin
B flat major, three octaves: G 234 D 1234 A 12–1234 E 12–12–1234–4
Viola
E flat major, two octaves: C 234 G 1234 D 1234 A 1234
Cello
F major, two octaves: C 124 G 124 D 124–124 A 134
Double bass
B flat major, one octave: A 14 D 014 G 024`;
