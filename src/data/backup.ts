import { useMutation, useQueryClient, type UseMutationResult } from '@tanstack/react-query';
import { readBackup, writeBackup, type Kept } from '../core/library/backup.ts';
import { mergeBackup, type Merge } from '../core/library/backup-merge.ts';
import { inOneGo } from './database.ts';
import { listOf } from './facts.ts';
import { newId, readLibrary } from './library.ts';
import { readSchools, SCHOOLS_KEPT } from './schools.ts';
import { CALLS, readMockCalls, readSyllabuses, SYLLABUSES } from './syllabuses.ts';

/** Everything the teacher has made, as far as it can be read. */
async function everything(): Promise<Kept> {
  const [{ studies }, schools, syllabuses, examinations] = await Promise.all([
    readLibrary(),
    readSchools(),
    readSyllabuses(),
    readMockCalls(),
  ]);
  return { studies: [...studies], schools: [...schools], syllabuses: [...syllabuses], examinations: [...examinations] };
}

/** All that is kept, as the text of a backup file written at `now` (ISO date and time). */
export async function exportLibrary(now: string): Promise<string> {
  return writeBackup(await everything(), now);
}

/** Adds what a backup holds: all of it or nothing. Throws the reason why a file is refused. */
export async function importLibrary(text: string): Promise<Merge> {
  const backup = readBackup(text);
  if (!backup.ok) throw new Error(backup.refusal.message);
  const merge = mergeBackup(await everything(), backup.value, newId);
  const { fresh } = merge;
  await inOneGo(['studies', 'facts'], (transaction) => {
    const studies = transaction.objectStore('studies');
    const facts = transaction.objectStore('facts');
    const more = async (key: string, added: readonly unknown[]): Promise<void> => {
      if (added.length > 0) await facts.put([...listOf(await facts.get(key)), ...added], key);
    };
    return Promise.all([
      ...fresh.studies.map(async (study) => studies.put(study, study.id)),
      more(SCHOOLS_KEPT, fresh.schools),
      more(SYLLABUSES, fresh.syllabuses),
      more(CALLS, fresh.examinations),
    ]);
  });
  return merge;
}

/** Adds a backup file to the library; refuses a bad file whole, with its reason. */
export function useImportLibrary(): UseMutationResult<Merge, Error, string> {
  const client = useQueryClient();
  // Whatever is on screen may have come from the library.
  return useMutation({ mutationFn: importLibrary, onSuccess: () => client.invalidateQueries() });
}
