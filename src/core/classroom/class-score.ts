import { fileName } from '../base/index.ts';
import { partOf, scoreOf, musicXml, type Score, type ScoreLook } from '../score/index.ts';
import type { ClassPlan, SectionPart } from './class-plan.ts';

/** How the teacher's score is written: a finger where something changes, so that many staves stay clear. */
const TEACHERS_LOOK: ScoreLook = { fingers: 'changes', hands: 'none' };

/** The teacher's score of a class: every section's staff, note under note, in score order. */
export function classScore({ title, sections }: ClassPlan, look: ScoreLook = TEACHERS_LOOK): Score {
  return {
    title,
    parts: sections.map(({ name, part }, place) => {
      const { bars, ...written } = partOf({ ...part, look }, [], `p${place}-`);
      // The tempo stands over the first staff alone.
      return { ...written, name, bars: place === 0 ? bars : bars.map(({ opening: _, ...bar }) => bar) };
    }),
  };
}

/** A section's own part as a score. */
export function sectionScore({ name, part }: SectionPart, lines: readonly number[] = []): Score {
  const score = scoreOf(part, lines);
  return { ...score, parts: score.parts.map((one) => ({ ...one, name })) };
}

/** The files of a class: the teacher's score and a part a section, named so that they sort in score order. */
export function classFiles(plan: ClassPlan): { readonly name: string; readonly text: string }[] {
  return [
    { name: 'score.musicxml', text: musicXml(classScore(plan)) },
    ...plan.sections.map((section, place) => ({
      name: fileName(`${String(place + 1).padStart(2, '0')} ${section.name}`, 'musicxml'),
      text: musicXml(sectionScore(section)),
    })),
  ];
}
