import { homeworkOf, logOf } from '../../core/practice/pupil-file.ts';
import type { PupilWhole } from '../../core/practice/pupil.ts';
import { readStudy } from '../../data/library.ts';
import { readLadders } from '../../data/pupils.ts';
import { fileName } from '../../core/base/file-name.ts';
import { download } from '../../ui/download.ts';

/** Hands the homework file of a pupil to the browser: what is set now, with the studies as they are kept. */
export async function giveHomework(whole: PupilWhole): Promise<void> {
  const ids = [...new Set(whole.assignments.map(({ study }) => study))];
  const found = await Promise.all(ids.map(readStudy));
  const studies = found.flatMap((one) => (one.kind === 'study' ? [one.study] : []));
  give('homework', whole, homeworkOf(whole, studies, await readLadders(), new Date().toISOString()));
}

/** Hands the log of a pupil to the browser, to be sent back to the teacher. */
export function giveLog(whole: PupilWhole): void {
  give('log', whole, logOf(whole, new Date().toISOString()));
}

function give(kind: string, { pupil }: PupilWhole, file: object): void {
  download(fileName(`${kind} ${pupil.name}`, 'json'), JSON.stringify(file, null, 1), 'application/json');
}
