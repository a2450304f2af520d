import { INSTRUMENTS } from '../../instruments/index.ts';
import { ALL, SYLLABUS_VERSION, type Item, type Syllabus } from '../syllabus.ts';

/** What a year of a class plays together: the same key for all, one octave until the last year. */
const YEARS = [
  { name: 'Year 1', scales: ['D', 'G'], minors: [], octaves: 1, pace: [1, 60], slurs: [1] },
  { name: 'Year 2', scales: ['C', 'G', 'A'], minors: ['E', 'A'], octaves: 1, pace: [2, 50], slurs: [1, 2] },
  { name: 'Year 3', scales: ['F', 'Bb', 'D'], minors: ['D', 'G'], octaves: 1, pace: [2, 66], slurs: [1, 2] },
  { name: 'Year 4', scales: ['G', 'C', 'D', 'Bb'], minors: ['E', 'D'], octaves: 2, pace: [2, 60], slurs: [2, 4] },
] as const;

/** A school district's plan for mixed string classes. Invented. */
export const CLASS_PLAN: Syllabus = {
  kind: 'step-ladder-syllabus',
  version: SYLLABUS_VERSION,
  id: 'osterby-class-plan',
  name: 'Osterby School District, string class plan',
  notes: 'Invented for Step Ladder: no such district exists. Year by year, the same key for all four sections.',
  sections: INSTRUMENTS.map((instrument) => ({
    instrument,
    grades: YEARS.map(({ name, scales, minors, octaves, pace, slurs }, place) => {
      const how: Omit<Item, 'id' | 'figure' | 'forms' | 'tonics'> = {
        octaves: instrument === 'bass' ? 1 : octaves,
        slurs: [...slurs],
        tempo: { perBeat: pace[0], bpm: pace[1] },
        memory: false,
        direction: 'up-down',
        rhythm: 'even',
      };
      const minor: Item = {
        id: `y${place + 1}-minor`,
        figure: 'scale',
        forms: ['natural-minor'],
        tonics: [...minors],
        ...how,
      };
      return {
        id: `year-${place + 1}`,
        name,
        groups: [
          {
            id: `scales-${place + 1}`,
            name: 'Scales together',
            rule: ALL,
            items: [
              { id: `y${place + 1}-major`, figure: 'scale', forms: ['major'], tonics: [...scales], ...how },
              ...(minors.length > 0 ? [minor] : []),
            ],
          },
          {
            id: `chords-${place + 1}`,
            name: 'Arpeggios',
            rule: { kind: 'any', count: 1 },
            items: [
              {
                id: `y${place + 1}-arpeggio`,
                figure: 'arpeggio',
                forms: ['major'],
                tonics: [...scales],
                ...how,
                slurs: [1],
              },
            ],
          },
        ],
      };
    }),
  })),
};
