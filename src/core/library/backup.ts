import { z } from 'zod';
import { School } from '../schools/school.ts';
import { MockCall } from '../grading/mock-call.ts';
import { Syllabus } from '../grading/syllabus.ts';
import { granted, refused, type Outcome } from '../base/outcome.ts';
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
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch {
    return refused(
      '',
      'This file is not a backup of Step Ladder: it is not JSON. Choose a file made by “Export the library”.',
    );
  }
  const head = z.object({ format: z.unknown(), version: z.unknown() }).safeParse(value);
  if (!head.success || head.data.format !== FORMAT) {
    return refused(
      'format',
      'This JSON file is not a backup of Step Ladder. Choose a file made by “Export the library”.',
    );
  }
  if (head.data.version !== VERSION) {
    return refused(
      'version',
      `This backup has version ${String(head.data.version)}; this application reads version ${VERSION}. Open it with the application that made it.`,
    );
  }
  const parsed = Backup.safeParse(value);
  if (parsed.success) return granted(parsed.data);
  const issue = parsed.error.issues[0];
  const path = issue?.path.join('.') ?? '';
  return refused(
    path,
    `${damagedAt(issue?.path ?? [])} (at ${path}: ${issue?.message ?? 'unreadable'}). Nothing was imported.`,
  );
}

function damagedAt([part, place]: readonly PropertyKey[]): string {
  const [one] = Object.entries(KIND_WORDS).find(([kind]) => kind === part)?.[1] ?? [];
  if (!one || typeof place !== 'number') return 'The file is damaged';
  return `${one.charAt(0).toUpperCase()}${one.slice(1)} ${place + 1} in the file is damaged`;
}
