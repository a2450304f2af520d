import { INSTRUMENT_TABLE } from '../../core/instruments/index.ts';
import { patternRuns } from '../../core/fingering/index.ts';
import type { ScoredStudy } from '../../core/score/index.ts';
import { CAUTION, shiftSentences, shiftCards } from '../../core/shifts/index.ts';
import { printed } from '../../core/theory/index.ts';
import type { Press } from './press.ts';

/** What stands on a study's page besides title and score. */
export interface PageParts {
  readonly shifts: boolean;
  /** The fingers, for the teacher of a pupil who fills them in. */
  readonly key: boolean;
  /** Pictures that follow the score, as SVG: the fingerboard, the climb. */
  readonly drawings: readonly string[];
  /** The teacher's name, where it is to stand on paper. */
  readonly byline: string;
}

/** Puts a study on a page of its own: title, score, and the parts asked for. */
export function studyPage(press: Press, study: ScoredStudy, scores: readonly string[], parts: PageParts): void {
  press.newPage();
  press.write(study.title, { size: 18, face: 'bold', gap: 0 });
  const { name } = INSTRUMENT_TABLE[study.recipe.instrument];
  press.write(parts.byline ? `${name} · ${parts.byline}` : name, { size: 10, face: 'italic', gap: 6 });
  scores.forEach((score, page) => {
    if (page > 0) press.newPage();
    press.picture(score);
  });
  for (const drawing of parts.drawings) press.picture(drawing);
  if (parts.shifts) shiftText(press, study);
  if (parts.key) keyText(press, study);
  press.skip(4);
  press.write(CAUTION, { size: 8, face: 'italic' });
}

/** About how high a line of small print is, points. */
const LINE = 12;

/** Puts a study into a book, whole on one page where a page can hold it: title, how it is asked, score, shifts. */
export function studyInBook(press: Press, study: ScoredStudy, manner: string, score: string): void {
  const shifts = shiftLine(study);
  const words = 18 + LINE + (shifts ? LINE * Math.ceil(shifts.length / 110) : 0) + 12;
  press.keep(words + press.heightOf(score));
  press.write(study.title, { size: 13, face: 'bold', gap: 0 });
  press.write(manner, { size: 9, face: 'italic', gap: 2 });
  press.picture(score);
  if (shifts) press.write(shifts, { size: 8.5 });
  press.skip(10);
}

/** Every shift in a few words; nothing if the hand stays. */
function shiftLine({ way, passage, recipe }: ScoredStudy): string {
  const cards = shiftCards(way, passage, recipe).map(
    ({ from, to, halfSteps, millimetres }) =>
      `${from.position} to ${to.position} (${Math.abs(halfSteps)} half steps, ${Math.round(millimetres)} mm)`,
  );
  // Coming down the same way back says nothing new.
  const told = [...new Set(cards)];
  return told.length === 0 ? '' : `Shifts: ${told.join('; ')}.`;
}

function shiftText(press: Press, { way, passage, recipe }: ScoredStudy): void {
  const cards = shiftCards(way, passage, recipe);
  if (cards.length === 0) return;
  press.write('Shifts', { size: 12, face: 'bold' });
  for (const card of cards) {
    press.write(shiftSentences(card, passage).join(' '), { size: 9 });
  }
}

function keyText(press: Press, study: ScoredStudy): void {
  press.newPage();
  press.write(`Key for the teacher: ${study.title}`, { size: 14, face: 'bold' });
  for (const run of patternRuns(study.way, study.passage)) {
    const names = run.fingers.map((_, k) => printed(study.passage.notes[run.from + k]?.pitch.name ?? '')).join(' ');
    press.write(`${run.string}  ${run.fingers.join(' ')}   (${names}; ${run.position})`);
  }
}
