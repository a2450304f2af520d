import { granted, refused, type Outcome, readOutside } from '../base/index.ts';
import { EngineMemory } from '../fingering/index.ts';
import { INSTRUMENT_TABLE } from '../instruments/index.ts';
import { titleOf } from '../recipe/index.ts';
import type { ScoredStudy } from '../score/index.ts';
import { ClassAsk, type Section } from './class-ask.ts';
import { forTheTeacher, reminders } from './reminders.ts';
import { sectionLine } from './section-line.ts';
import { sectionPart } from './section-part.ts';
import { sectionStudy, type SectionStudy } from './section-study.ts';

/** What one section of a class plays, ready to be written down. */
export interface SectionPart extends SectionStudy {
  /** `Violin`, `Violin 2`, or as the teacher calls it. */
  readonly name: string;
  readonly octaves: number;
  /** Its notes in the bars and bows of the class. */
  readonly part: ScoredStudy;
  /** What to tell it, the most useful first. */
  readonly reminders: readonly string[];
  /** What the teacher alone should know. */
  readonly forTheTeacher: readonly string[];
}

/** A class worked out: a part for each section, all in the same bars and bows. */
export interface ClassPlan {
  readonly ask: ClassAsk;
  readonly title: string;
  readonly sections: readonly SectionPart[];
}

/** Works out what a class was asked to play, from outside. */
export function classPlanFrom(input: unknown, memory?: EngineMemory): Outcome<ClassPlan> {
  const ask = readOutside(ClassAsk, input);
  return ask.ok ? classPlan(ask.value, memory) : ask;
}

/** The parts of a class, in the order of its sections. Refuses a section that cannot play the key at all. */
export function classPlan(ask: ClassAsk, memory: EngineMemory = new EngineMemory()): Outcome<ClassPlan> {
  const studies: SectionStudy[] = [];
  for (const [place, section] of ask.sections.entries()) {
    const study = sectionStudy(section, ask, memory);
    if (!study.ok) {
      const { path, message } = study.refusal;
      const reason = `${sectionNames(ask.sections)[place]}: ${message}`;
      return refused('unreadable', `sections.${place}${path ? `.${path}` : ''}`, { reason });
    }
    studies.push(study.value);
  }
  const whole = studies.reduce((most, one) => (octavesOf(one) > octavesOf(most) ? one : most));
  const names = sectionNames(ask.sections);
  const title = titleOf({ ...ask, octaves: octavesOf(whole) });
  const sections = studies.map((one, place): SectionPart => {
    const name = names[place] as string;
    const octaves = octavesOf(one);
    const line = sectionLine(whole.study.passage, one.study.passage, octaves, one.section.after);
    const part = sectionPart(one, whole.study.passage, line, ask, `${title}: ${name}`);
    return {
      ...one,
      name,
      octaves,
      part,
      reminders: reminders(one, octavesOf(whole)),
      forTheTeacher: forTheTeacher(one),
    };
  });
  return granted({ ask, title, sections });
}

function octavesOf({ study }: SectionStudy): number {
  return study.recipe.octaves;
}

/** Sections by their instruments, numbered where there are several of one, unless the teacher named them. */
export function sectionNames(sections: readonly Section[]): string[] {
  const count = new Map<string, number>();
  return sections.map(({ instrument, name }) => {
    if (name) return name;
    const number = (count.get(instrument) ?? 0) + 1;
    count.set(instrument, number);
    const several = sections.filter((one) => one.instrument === instrument && !one.name).length > 1;
    return `${INSTRUMENT_TABLE[instrument].name}${several ? ` ${number}` : ''}`;
  });
}
