import { fileName } from '../../core/base/index.ts';
import { logOf, type PupilWhole } from '../../core/practice/index.ts';
import { homeworkFile, pupilBackup } from '../../data/pupil-files.ts';
import { settledLibraryId } from '../../data/settings.ts';
import { download } from '../../ui/download.ts';

/** Gives the homework file of a pupil to the browser: what is set now, with the studies as they are kept. */
export async function giveHomework(whole: PupilWhole): Promise<void> {
  give('homework', whole, await homeworkFile(whole, await settledLibraryId()));
}

/** Gives everything of a pupil but the recordings to the browser, as a backup. */
export async function givePupil(whole: PupilWhole): Promise<void> {
  give('pupil', whole, await pupilBackup(whole));
}

/** Gives the log of a pupil to the browser, to be sent back to the teacher. */
export function giveLog(whole: PupilWhole): void {
  give('log', whole, JSON.stringify(logOf(whole, new Date().toISOString()), null, 1));
}

function give(kind: string, { pupil }: PupilWhole, text: string): void {
  download(fileName(`${kind} ${pupil.name}`, 'json'), text, 'application/json');
}
