import { dayHead, weekWords, type SheetStudy, type WeekSheet } from '../../core/practice/index.ts';
import { CAUTION } from '../../core/shifts/index.ts';
import type { Press } from './press.ts';

/** Width of a day's box, points. */
const BOX = 24;

/** Begins the sheet: whose week it is. */
export function weekHead(press: Press, sheet: WeekSheet): void {
  press.newPage();
  press.write(sheet.pupil, { size: 18, face: 'bold', gap: 0 });
  press.write(weekWords(sheet), { size: 10, face: 'italic', gap: 6 });
}

/** One study of the sheet: score, what to listen for, and its rungs with a box for every day. */
export function weekStudy(press: Press, study: SheetStudy, days: WeekSheet['days'], score: string): void {
  const rows = study.rungs.map(({ name, says, bpm }) => ({ lead: name, words: `, ${bpm} a minute. ${says}` }));
  press.keep(40 + press.heightOf(score) + 26 * rows.length);
  press.write(`${study.title}: to reach ${study.target.bpm} a minute`, { size: 12, face: 'bold', gap: 0 });
  if (study.words) press.write(`“${study.words}”`, { size: 10, face: 'italic', gap: 0 });
  press.picture(score);
  press.boxes(days.map(dayHead), rows, BOX);
  press.skip(8);
}

/** Ends the sheet with the caution. */
export function weekFoot(press: Press): void {
  press.write(CAUTION, { size: 8, face: 'italic' });
}
