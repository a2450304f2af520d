import { INSTRUMENTS, type InstrumentId } from '../../instruments/index.ts';
import { ALL, SYLLABUS_VERSION, type Group, type Rule, type Syllabus } from '../syllabus.ts';
import { PLAN, type Line } from './eight-grades-plan.ts';

/** A fifth lower, as the fingers stay on viola and cello. */
const FIFTH_LOWER: Readonly<Record<string, string>> = {
  C: 'F',
  Db: 'Gb',
  D: 'G',
  Eb: 'Ab',
  E: 'A',
  F: 'Bb',
  'F#': 'B',
  G: 'C',
  Ab: 'Db',
  A: 'D',
  Bb: 'Eb',
  B: 'E',
  'C#': 'F#',
};

/** Beats a minute on the longer strings, beside the violin's. From memory. */
const PACE: Readonly<Record<InstrumentId, number>> = { violin: 1, viola: 0.96, cello: 0.92, bass: 0.82 };
const RULES: Readonly<Record<string, Rule>> = { Thirds: { kind: 'choice' } };

function linesFor(lines: readonly Line[], instrument: InstrumentId, grade: number): Group[] {
  const names = [...new Set(lines.map((line) => line.group))];
  return names.map((name) => ({
    id: `${name.toLowerCase()}-${grade}`,
    name,
    rule: RULES[name] ?? ALL,
    items: lines
      .map((line, place) => ({ line, place }))
      .filter(({ line }) => line.group === name)
      .map(({ line, place }) => ({
        id: `g${grade}-${place + 1}`,
        figure: line.figure,
        forms: [...line.forms],
        tonics:
          instrument === 'bass'
            ? [...line.bass]
            : instrument === 'viola' && line.viola
              ? [...line.viola]
              : line.violin.map((tonic) => (instrument === 'violin' ? tonic : (FIFTH_LOWER[tonic] ?? tonic))),
        octaves: instrument === 'bass' ? (line.bassOctaves ?? Math.min(line.octaves, 2)) : line.octaves,
        slurs: [...line.slurs],
        direction: 'up-down',
        rhythm: line.rhythm ?? 'even',
        tempo: { perBeat: line.pace[0], bpm: Math.round((line.pace[1] * PACE[instrument]) / 2) * 2 },
        memory: true,
      })),
  }));
}

/** An exam board of eight grades for all four instruments. Invented. */
export const EIGHT_GRADES: Syllabus = {
  kind: 'step-ladder-syllabus',
  version: SYLLABUS_VERSION,
  id: 'lindenfeld-board',
  name: 'Lindenfeld Board of String Examinations, grades 1 to 8',
  notes:
    'Invented for Step Ladder: no such board exists. Written by hand before the estimate of grades was made, and not adjusted to it afterwards. Enter or import your own board’s syllabus beside it.',
  sections: INSTRUMENTS.map((instrument) => ({
    instrument,
    grades: PLAN.map((lines, place) => ({
      id: `grade-${place + 1}`,
      name: `Grade ${place + 1}`,
      groups: linesFor(lines, instrument, place + 1),
    })),
  })),
};
