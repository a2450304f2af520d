import { ClassRecord } from '../src/core/classroom/index.ts';

/** The class of the invented studio: a school's string room on Fridays. Nobody here exists. */
export const DEMO_CLASSES: readonly ClassRecord[] = [
  ClassRecord.parse({
    id: 'demo-friday-strings',
    name: 'Friday strings, Merlow School',
    tonic: 'D',
    octaves: 2,
    bowing: { slur: 2, perBeat: 2, bpm: 66 },
    sections: [
      { instrument: 'violin', name: 'Violin 1', players: 6, level: 'third', octaves: 2 },
      { instrument: 'violin', name: 'Violin 2', players: 8, level: 'first', after: 'repeat' },
      { instrument: 'viola', players: 5, level: 'first' },
      { instrument: 'cello', players: 5, level: 'first' },
      { instrument: 'bass', players: 2, level: 'third', after: 'rest' },
    ],
  }),
];
