import { counted } from '../../core/base/index.ts';
import type { ClassPlan, SectionPart } from '../../core/classroom/index.ts';
import { CAUTION } from '../../core/shifts/index.ts';
import type { Press } from './press.ts';

/** The first page of a class on paper: what it plays, how many copies of each part, what each section is told. */
export function classCover(press: Press, { title, sections }: ClassPlan, name: string): void {
  press.newPage();
  press.write(name, { size: 26, face: 'bold', gap: 4 });
  press.write(title, { size: 16, gap: 16 });
  for (const {
    name: section,
    section: { players },
    octaves,
    reminders,
    forTheTeacher,
  } of sections) {
    const copies = players > 0 ? `, ${counted(players, 'copy', 'copies')}` : '';
    press.write(`${section}${copies}`, { size: 13, face: 'bold', gap: 2 });
    press.write(`${counted(octaves, 'octave')}. ${[...forTheTeacher, ...reminders].join(' ')}`, { size: 10, gap: 10 });
  }
  press.write(CAUTION, { size: 8, face: 'italic' });
}

/** A section's part on a page of its own. */
export function classPart(
  press: Press,
  plan: ClassPlan,
  section: SectionPart,
  name: string,
  scores: readonly string[],
): void {
  press.newPage();
  press.write(`${section.name}`, { size: 18, face: 'bold', gap: 0 });
  press.write(`${plan.title} · ${name}`, { size: 11, face: 'italic', gap: 6 });
  scores.forEach((score, page) => {
    if (page > 0) press.newPage();
    press.picture(score);
  });
  for (const reminder of section.reminders) press.write(`–  ${reminder}`, { size: 12, gap: 4 });
  press.skip(4);
  press.write(CAUTION, { size: 8, face: 'italic' });
}
