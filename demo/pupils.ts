import type { Pupil } from '../src/core/practice/index.ts';

/** An invented pupil: when they practise and what is set to them. */
export interface DemoPupil {
  readonly pupil: Pick<Pupil, 'id' | 'name' | 'instrument' | 'ladder' | 'notes'> &
    Partial<Pick<Pupil, 'setUp' | 'smallHand' | 'grade' | 'lessonDay'>>;
  readonly minutes: number;
  readonly restDays: readonly number[];
  /** Days from now to the exam. */
  readonly examIn?: number;
  /** Studies of the demonstration, by their place, and so many weeks ago they were set. */
  readonly set: readonly {
    readonly study: number;
    readonly weeksAgo: number;
    readonly bpm: number;
    readonly words?: string;
  }[];
  /** Lessons held: so many weeks before the last day of their lesson, 0 for that day. */
  readonly heard: readonly number[];
}

/** The invented syllabus they work for. */
const EIGHT = 'lindenfeld-board';

/** The pupils of Oda Marrin, from a first scale to an audition. Nobody here exists. */
export const DEMO_PUPILS: readonly DemoPupil[] = [
  {
    pupil: {
      id: 'demo-pella',
      name: 'Pella',
      instrument: 'violin',
      ladder: 'first-scales',
      setUp: { size: '3/4' },
      smallHand: true,
      grade: { syllabus: EIGHT, grade: 'grade-1' },
      lessonDay: 2,
      notes: 'Sings everything first. Left wrist falls in when she is tired.',
    },
    minutes: 15,
    restDays: [0, 6],
    set: [{ study: 0, weeksAgo: 6, bpm: 60, words: 'Third finger waits over A before the open E ends.' }],
    heard: [0, 1, 2, 3, 4],
  },
  {
    pupil: {
      id: 'demo-ivo',
      name: 'Ivo',
      instrument: 'violin',
      ladder: 'usual',
      grade: { syllabus: EIGHT, grade: 'grade-2' },
      lessonDay: 4,
      notes: '',
    },
    minutes: 25,
    restDays: [0],
    examIn: 40,
    set: [
      { study: 1, weeksAgo: 7, bpm: 66, words: 'Bow changes you cannot hear.' },
      { study: 4, weeksAgo: 3, bpm: 60 },
    ],
    heard: [0, 1, 3, 4, 5],
  },
  {
    pupil: {
      id: 'demo-sanne',
      name: 'Sanne Oudekerk-van der Velde',
      instrument: 'violin',
      ladder: 'audition',
      lessonDay: 1,
      notes: 'Audition pieces on Mondays, scales first.',
    },
    minutes: 45,
    restDays: [0],
    examIn: 24,
    set: [
      { study: 2, weeksAgo: 8, bpm: 92, words: 'The last shift comes from the arm.' },
      { study: 3, weeksAgo: 8, bpm: 80 },
    ],
    heard: [0, 1, 2, 3, 4, 5, 6],
  },
  {
    pupil: {
      id: 'demo-wim',
      name: 'Wim',
      instrument: 'viola',
      ladder: 'usual',
      lessonDay: 3,
      notes: 'Came from the violin in the spring: reads alto clef slowly.',
    },
    minutes: 20,
    restDays: [0, 3],
    set: [{ study: 5, weeksAgo: 5, bpm: 60 }],
    heard: [2, 3],
  },
  {
    pupil: {
      id: 'demo-noor',
      name: 'Noor',
      instrument: 'cello',
      ladder: 'usual',
      smallHand: true,
      grade: { syllabus: EIGHT, grade: 'grade-3' },
      lessonDay: 4,
      notes: '',
    },
    minutes: 20,
    // Every day, so that on every day of the week there is a practice room to look at.
    restDays: [],
    set: [
      { study: 7, weeksAgo: 6, bpm: 60, words: 'Hand stays closed; the thumb comes along.' },
      { study: 8, weeksAgo: 2, bpm: 54 },
    ],
    heard: [0, 1, 2],
  },
  {
    pupil: {
      id: 'demo-bram',
      name: 'Bram',
      instrument: 'bass',
      ladder: 'first-scales',
      lessonDay: 5,
      notes: 'School bass, lesson after orchestra: arms are tired.',
    },
    minutes: 15,
    restDays: [0, 6],
    set: [{ study: 10, weeksAgo: 4, bpm: 54, words: 'Half position: the first finger touches the nut’s side.' }],
    heard: [0, 1],
  },
];
