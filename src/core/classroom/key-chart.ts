import { EngineMemory } from '../fingering/index.ts';
import { instrumentFor } from '../instruments/index.ts';
import { circleFor } from '../theory/index.ts';
import type { ClassAsk, Section } from './class-ask.ts';
import { handFacts } from './hand-facts.ts';
import { sectionStudy } from './section-study.ts';

/** How one key lies for one section. */
export interface KeyForSection {
  /** Octaves it has at its level; none if no level can play the key. */
  readonly octaves: number;
  /** Open strings that belong to the key. */
  readonly openStrings: number;
  /** It needs half position. */
  readonly half: boolean;
  /** Fingers that lie otherwise than on their tapes, reaches and shifts: what the hand must know. */
  readonly facts: number;
  /** What speaks against the key, in a few words; nothing if it suits. */
  readonly against: string | undefined;
}

/** One key against all sections. */
export interface KeyRow {
  readonly tonic: string;
  readonly sections: readonly KeyForSection[];
  /** It suits every section. */
  readonly suits: boolean;
}

/** The twelve keys of a form against the sections of a class, round the circle of fifths; worked out as it is taken. */
export function* keyChart(ask: ClassAsk, memory: EngineMemory = new EngineMemory()): Generator<KeyRow> {
  for (const tonic of circleFor(ask.form)) {
    const sections = ask.sections.map((section) => forSection(section, { ...ask, tonic }, memory));
    yield { tonic, sections, suits: sections.every(({ against }) => against === undefined) };
  }
}

function forSection(section: Section, ask: ClassAsk, memory: EngineMemory): KeyForSection {
  // Where it would begin in this key is not asked of the others.
  const found = sectionStudy({ ...section, start: undefined }, ask, memory);
  if (!found.ok) return { octaves: 0, openStrings: 0, half: false, facts: 0, against: 'not playable' };
  const { study, way, level } = found.value;
  const { recipe, passage } = study;
  const instrument = instrumentFor(section.instrument, section.setUp);
  const facts = handFacts(instrument, passage, way);
  const half = facts.some(({ kind }) => kind === 'half');
  const sounding = new Set(passage.notes.map(({ pitch }) => pitch.midi % 12));
  const against = [
    ...(level.id === section.level ? [] : [`needs ${level.name}`]),
    ...(half && section.level === 'first' ? ['half position'] : []),
  ];
  return {
    octaves: recipe.octaves,
    openStrings: instrument.strings.filter(({ open }) => sounding.has(open % 12)).length,
    half,
    facts: facts.length,
    against: against[0],
  };
}
