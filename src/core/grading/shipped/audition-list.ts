import { INSTRUMENTS } from '../../instruments/index.ts';
import { ALL, SYLLABUS_VERSION, type Item, type Syllabus } from '../syllabus.ts';

const CHAIRS = [
  { id: 'junior', name: 'Junior strings', majors: ['G', 'D', 'C'], minors: ['G', 'D'], octaves: 2, bass: 1, bpm: 60 },
  {
    id: 'intermediate',
    name: 'Intermediate orchestra',
    majors: ['A', 'Bb', 'F'],
    minors: ['A', 'E'],
    octaves: 2,
    bass: 2,
    bpm: 84,
  },
  {
    id: 'senior',
    name: 'Senior orchestra',
    majors: ['G', 'A', 'Bb', 'C'],
    minors: ['G', 'A'],
    octaves: 3,
    bass: 2,
    bpm: 92,
  },
] as const;

/** A youth orchestra's list for auditions: two of the majors, one minor, a chromatic. Invented. */
export const AUDITION_LIST: Syllabus = {
  kind: 'step-ladder-syllabus',
  version: SYLLABUS_VERSION,
  id: 'seven-bridges-auditions',
  name: 'Seven Bridges Youth Orchestra, audition scales',
  notes:
    'Invented for Step Ladder: no such orchestra exists. Any two of the majors and a minor of the candidate’s choice.',
  sections: INSTRUMENTS.map((instrument) => ({
    instrument,
    grades: CHAIRS.map(({ id, name, majors, minors, octaves, bass, bpm }) => {
      const how: Omit<Item, 'id' | 'figure' | 'forms' | 'tonics'> = {
        octaves: instrument === 'bass' ? bass : octaves,
        slurs: [1, 4],
        tempo: { perBeat: 2, bpm },
        memory: true,
        direction: 'up-down',
        rhythm: 'even',
      };
      return {
        id,
        name,
        groups: [
          {
            id: `${id}-majors`,
            name: 'Major scales',
            rule: { kind: 'any', count: 2 },
            items: [{ id: `${id}-major`, figure: 'scale', forms: ['major'], tonics: [...majors], ...how }],
          },
          {
            id: `${id}-minors`,
            name: 'A minor scale',
            rule: { kind: 'choice' },
            items: [
              {
                id: `${id}-minor`,
                figure: 'scale',
                forms: ['harmonic-minor', 'melodic-minor'],
                tonics: [...minors],
                ...how,
              },
            ],
          },
          {
            id: `${id}-chromatic`,
            name: 'Chromatic',
            rule: ALL,
            items: [
              {
                id: `${id}-chromatic-1`,
                figure: 'scale',
                forms: ['chromatic'],
                tonics: [majors[0]],
                ...how,
                octaves: Math.max(1, how.octaves - 1),
              },
            ],
          },
        ],
      };
    }),
  })),
};
