import { z } from 'zod';
import { granted, refused, type Outcome } from '../study/refusal.ts';
import { SavedStudy } from '../study/saved-study.ts';

const FORMAT = 'step-ladder-library';
const VERSION = 1;

const Backup = z.object({
  format: z.literal(FORMAT),
  version: z.literal(VERSION),
  exported: z.iso.datetime(),
  studies: z.array(SavedStudy).max(20_000),
});

/** The whole library in one file. */
export type Backup = z.infer<typeof Backup>;

/** Writes a library down; `exported` is the moment, as an ISO date and time. */
export function writeBackup(studies: readonly SavedStudy[], exported: string): string {
  return `${JSON.stringify({ format: FORMAT, version: VERSION, exported, studies }, null, 1)}\n`;
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
  const study =
    issue?.path[0] === 'studies' && typeof issue.path[1] === 'number'
      ? `Study ${issue.path[1] + 1} in the file is damaged`
      : 'The file is damaged';
  return refused(path, `${study} (at ${path}: ${issue?.message ?? 'unreadable'}). Nothing was imported.`);
}
