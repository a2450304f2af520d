import { z } from 'zod';
import { School } from '../schools/school.ts';
import { MockCall } from '../grading/mock-call.ts';
import { Syllabus } from '../grading/syllabus.ts';
import { atPlace, refused, type Outcome } from '../base/outcome.ts';
import { parseJson, readOutside } from '../base/reading.ts';
import { SavedStudy } from '../study/saved-study.ts';

const FORMAT = 'step-ladder-library';
const VERSION = 1;

const Backup = z.object({
  format: z.literal(FORMAT),
  version: z.literal(VERSION),
  exported: z.iso.datetime(),
  studies: z.array(SavedStudy).max(20_000),
  // Backups of earlier days hold studies alone.
  schools: z.array(School).max(1000).default([]),
  syllabuses: z.array(Syllabus).max(1000).default([]),
  examinations: z.array(MockCall).max(20_000).default([]),
});

/** Everything a teacher has made, in one file. */
export type Backup = z.infer<typeof Backup>;

/** What a library holds: studies, and the teacher's own schools, syllabuses and mock examinations. */
export type Kept = Readonly<Omit<Backup, 'format' | 'version' | 'exported'>>;

/** What one and what several of each kind are called. */
export const KIND_WORDS: Readonly<Record<keyof Kept, readonly [one: string, more: string]>> = {
  studies: ['study', 'studies'],
  schools: ['school', 'schools'],
  syllabuses: ['syllabus', 'syllabuses'],
  examinations: ['mock examination', 'mock examinations'],
};

/** Writes all that is kept down; `exported` is the moment, as an ISO date and time. */
export function writeBackup(kept: Kept, exported: string): string {
  return `${JSON.stringify({ format: FORMAT, version: VERSION, exported, ...kept }, null, 1)}\n`;
}

/** Reads a backup, whole or not at all: one bad study refuses the file and says which. */
export function readBackup(text: string): Outcome<Backup> {
  const instead = 'Choose a file made by “Export the library”.';
  const json = parseJson(text);
  if (!json) return refused('not-json', '', { thing: 'a backup of Step Ladder', instead });
  const head = z.object({ format: z.unknown(), version: z.unknown() }).safeParse(json.value);
  if (!head.success || head.data.format !== FORMAT) {
    return refused('other-file', 'format', { thing: 'a backup of Step Ladder', instead });
  }
  if (head.data.version !== VERSION) {
    return refused('other-version', 'version', {
      thing: 'a backup',
      version: String(head.data.version),
      reads: VERSION,
    });
  }
  const read = readOutside(Backup, json.value);
  if (read.ok) return read;
  const { path, message } = read.refusal;
  const [kind = '', place] = path.split('.');
  const [what] = Object.entries(KIND_WORDS).find(([one]) => one === kind)?.[1] ?? [];
  if (!what || place === undefined) return atPlace(read, 'Nothing was imported.');
  return refused('damaged-entry', path, { what, number: Number(place) + 1, place: path, reason: message });
}
