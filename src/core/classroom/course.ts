import { EngineMemory } from '../fingering/index.ts';
import { instrumentFor } from '../instruments/index.ts';
import { circleFor } from '../theory/index.ts';
import type { ClassAsk } from './class-ask.ts';
import { sectionNames } from './class-plan.ts';
import { factClauses, handFacts, type HandFact } from './hand-facts.ts';
import { sectionStudy } from './section-study.ts';

/** One week of a course. */
export interface CourseWeek {
  /** Counted from 1. */
  readonly week: number;
  readonly tonic: string;
  /** What each section meets for the first time, in its order; nothing if it knows all of it. */
  readonly news: readonly { readonly name: string; readonly clauses: readonly string[] }[];
}

interface Taught {
  readonly tonic: string;
  readonly facts: readonly (readonly HandFact[])[];
}

/**
 * An order of keys over so many weeks: each next key is the one with least that is new, all sections
 * together; keys no level of a section can play are left out. A fact is known once a section had it.
 */
export function courseOf(ask: ClassAsk, weeks: number, memory: EngineMemory = new EngineMemory()): CourseWeek[] {
  const names = sectionNames(ask.sections);
  const keys = circleFor(ask.form).flatMap((tonic): Taught[] => {
    const facts = ask.sections.map((section) => {
      const found = sectionStudy({ ...section, start: undefined }, { ...ask, tonic }, memory);
      if (!found.ok) return undefined;
      const { study, way } = found.value;
      return handFacts(instrumentFor(section.instrument, section.setUp), study.passage, way);
    });
    return facts.every((one) => one !== undefined) ? [{ tonic, facts }] : [];
  });
  const known = names.map(() => new Set<string>());
  const isNew = (fact: HandFact, section: number): boolean => known[section]?.has(fact.key) === false;
  const newIn = ({ facts }: Taught): number =>
    facts.reduce((sum, one, section) => sum + one.filter((fact) => isNew(fact, section)).length, 0);
  const course: CourseWeek[] = [];
  const left = [...keys];
  while (course.length < weeks && left.length > 0) {
    const next = left.reduce((least, key) => (newIn(key) < newIn(least) ? key : least));
    left.splice(left.indexOf(next), 1);
    const news = next.facts.map((facts, section) => ({
      name: names[section] as string,
      clauses: factClauses(
        facts.filter((fact) => isNew(fact, section)),
        stringsOf(ask, section),
      ),
    }));
    next.facts.forEach((facts, section) => facts.forEach(({ key }) => known[section]?.add(key)));
    course.push({ week: course.length + 1, tonic: next.tonic, news });
  }
  return course;
}

function stringsOf({ sections }: ClassAsk, place: number): ReturnType<typeof instrumentFor>['strings'] {
  const section = sections[place];
  return section ? instrumentFor(section.instrument, section.setUp).strings : [];
}
