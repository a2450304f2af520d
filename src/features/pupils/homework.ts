import { homeworkOf, type Homework } from '../../core/practice/pupil-file.ts';
import type { PupilWhole } from '../../core/practice/pupil.ts';
import { readStudy } from '../../data/library.ts';
import { readLadders } from '../../data/pupils.ts';

/** The homework file of a pupil as it is now, with the studies as they are kept. */
export async function homeworkFor(whole: PupilWhole): Promise<Homework> {
  const ids = [...new Set(whole.assignments.map(({ study }) => study))];
  const found = await Promise.all(ids.map(readStudy));
  const studies = found.flatMap((one) => (one.kind === 'study' ? [one.study] : []));
  return homeworkOf(whole, studies, await readLadders(), new Date().toISOString());
}
