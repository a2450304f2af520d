import Papa from 'papaparse';
import type { ScoredStudy } from '../score/index.ts';
import type { Report } from './report.ts';

/** A report as CSV, a line a note: its name, string and finger, what was heard of it, and whether a shift lands there. */
export function reportCsv({ passage, way }: ScoredStudy, { notes, shifts }: Report): string {
  const landings = new Map(shifts.map((shift) => [shift.to, shift]));
  const rows = notes.map(({ at, heard, cents, onset, length, times, wrong }) => ({
    note: at + 1,
    pitch: passage.notes[at]?.pitch.name ?? '',
    string: way.fingers[at]?.string ?? '',
    finger: way.fingers[at]?.finger ?? '',
    heard: heard ? (wrong ? 'another note' : 'yes') : 'no',
    cents: cents ?? '',
    'begins, s': onset ?? '',
    'lasts, s': length ?? '',
    times,
    'shift, mm': landings.get(at)?.millimetres ?? '',
  }));
  return Papa.unparse(rows, { newline: '\n' });
}
