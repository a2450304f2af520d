import { capital, spelledCount } from '../base/index.ts';
import { instrumentFor, type Instrument } from '../instruments/index.ts';
import type { Passage } from '../passage/index.ts';
import { printed, tonicName } from '../theory/index.ts';
import { factSentences, handFacts } from './hand-facts.ts';
import type { SectionStudy } from './section-study.ts';

const MEANWHILE = {
  rest: 'rest until the others come down to you',
  repeat: 'go on in your own octave',
  hold: 'hold the top note until the others come down to you',
} as const;

/**
 * What to tell a section of the key: from the facts of its fingering, the most useful first. Each is
 * one short sentence.
 *
 * @param octaves the class plays.
 */
export function reminders({ section, study, way }: SectionStudy, octaves: number): string[] {
  const { passage, recipe } = study;
  const instrument = instrumentFor(recipe.instrument, recipe.setUp);
  return [
    ...beginning(instrument, passage, way.fingers[0]),
    ...rangeWords(recipe.octaves, octaves, section.after),
    ...factSentences(handFacts(instrument, passage, way), instrument.strings),
    ...openWords(instrument, passage),
  ];
}

/** What the teacher should know of how a section was placed; the section itself has no use for it. */
export function forTheTeacher({ section, study, level, wanted }: SectionStudy): string[] {
  if (level.id !== section.level) return [`This key needs ${level.name}.`];
  return study.recipe.octaves < wanted ? [`${capital(level.where)} there is room for no more.`] : [];
}

function beginning(
  { strings }: Instrument,
  { notes }: Passage,
  first: { readonly string: string; readonly finger: unknown } | undefined,
): string[] {
  if (!first || !notes[0]) return [];
  const note = printed(tonicName(notes[0].pitch));
  const place = strings.find(({ name }) => name === first.string)?.name ?? first.string;
  if (first.finger === 0) return [`Begin on the open ${place}.`];
  const finger = first.finger === 'T' ? 'the thumb' : `finger ${String(first.finger)}`;
  return [`Begin on ${note} with ${finger} on the ${place} string.`];
}

function rangeWords(own: number, octaves: number, after: keyof typeof MEANWHILE): string[] {
  return own < octaves ? [`After ${spelledCount(own, 'octave')} ${MEANWHILE[after]}.`] : [];
}

/** Open strings the key has no use for: their letter is raised or lowered. */
function openWords({ strings }: Instrument, { notes, tonic }: Passage): string[] {
  const lowest = Math.min(...notes.map(({ pitch }) => pitch.midi));
  const highest = Math.max(...notes.map(({ pitch }) => pitch.midi));
  const sounding = new Set(notes.map(({ pitch }) => pitch.midi % 12));
  return strings.flatMap(({ name, open }) => {
    const near = lowest <= open && open <= highest;
    if (!near || sounding.has(open % 12)) return [];
    const instead = notes.find(({ pitch }) => pitch.letter === name && pitch.alter !== 0)?.pitch;
    return instead && tonic ? [`No open ${name}: ${name} is ${signWords(instead.alter)}.`] : [];
  });
}

function signWords(alter: number): string {
  const sign = alter > 0 ? 'sharp' : 'flat';
  return Math.abs(alter) > 1 ? `double ${sign}` : sign;
}
