import { granted, refused, type Outcome } from '../base/outcome.ts';
import { readOutside } from '../base/reading.ts';
import { bowStrokes } from '../bowing/bow.ts';
import { metreOf, timeNotes, TICKS_PER_BEAT } from '../bowing/rhythm.ts';
import { EngineMemory, type FingeredNote } from '../fingering/fingering.ts';
import { playedWay } from '../fingering/played-way.ts';
import { INSTRUMENT_TABLE } from '../instruments/instruments.ts';
import type { OwnBow, Passage, PassageNote } from '../passage/passage.ts';
import { titleOf } from '../recipe/title.ts';
import type { ScoredStudy } from '../score/scored-study.ts';
import { ClassAsk, type Section } from './class-ask.ts';
import { reminders } from './reminders.ts';
import { sectionLine, type LinePlace } from './section-line.ts';
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
    const part = partOf(one, whole.study.passage, line, ask, `${title}: ${name}`);
    return { ...one, name, octaves, part, reminders: reminders(one, octavesOf(whole)) };
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

/** A section's notes at the times and under the bows of the class. */
function partOf(
  { study, way }: SectionStudy,
  whole: Passage,
  line: readonly LinePlace[],
  { bowing, form }: ClassAsk,
  title: string,
): ScoredStudy {
  const chromatic = form === 'chromatic';
  const metre = metreOf(whole, bowing, chromatic);
  const times = timeNotes(whole, bowing, chromatic);
  const strokes = bowStrokes(whole, bowing);
  const places = new Map(line.map((place) => [place.at, place]));
  const notes: PassageNote[] = [];
  const fingers: FingeredNote[] = [];
  const bows: OwnBow[] = [];
  let [reached, stroke, holding] = [0, -1, -1];
  for (const { at, again, onset, length } of times) {
    const place = places.get(at);
    if (!place) continue;
    const [from, long] = [onset / TICKS_PER_BEAT, length / TICKS_PER_BEAT];
    const bar = Math.floor(from / metre.beats + 1e-9);
    const last = notes.at(-1);
    if (place.held && last && (bar === holding || holding < 0)) {
      // A held note takes a new bow with each bar.
      notes[notes.length - 1] = {
        ...last,
        time: { onset: last.time?.onset ?? 0, length: from + long - (last.time?.onset ?? 0) },
      };
      holding = bar;
      reached = from + long;
      continue;
    }
    const note = study.passage.notes[place.own] as PassageNote;
    const { added: _, repeats: __, ...plain } = note;
    const silence = from - reached;
    const number = notes.length;
    notes.push({
      ...plain,
      at: number,
      ...(last?.pitch.midi === note.pitch.midi ? { repeats: true as const } : {}),
      ...(silence > 1e-9 && number > 0 ? { restBefore: silence } : {}),
      time: { onset: from, length: long },
    });
    fingers.push({ ...(way.fingers[place.own] as FingeredNote), at: number });
    const own = strokes.findIndex((one) => one.from <= at && at <= one.to);
    const bow = bows.at(-1);
    if (bow && own === stroke && again === 0 && !place.held) bows[bows.length - 1] = { ...bow, to: number };
    else bows.push({ from: number, to: number, direction: directionOf(strokes[own]?.direction ?? 'down', again) });
    stroke = own;
    holding = place.held ? bar : -1;
    reached = from + long;
  }
  const end = times.at(-1);
  const highest = Math.max(...notes.map(({ pitch }) => pitch.midi));
  return {
    title,
    recipe: { ...study.recipe, bowing, pins: [], remarks: [] },
    passage: {
      notes,
      course: 'free',
      top: Math.max(
        0,
        notes.findIndex(({ pitch }) => pitch.midi === highest),
      ),
      parts: [0],
      tonic: study.passage.tonic,
      leaning: study.passage.leaning,
      own: {
        beats: metre.beats,
        compound: metre.compound,
        begins: (times[0]?.onset ?? 0) / TICKS_PER_BEAT,
        length: end ? (end.onset + end.length) / TICKS_PER_BEAT : 0,
        bows,
      },
    },
    way: playedWay(fingers),
  };
}

/** Strokes of a note played several times go to and fro. */
function directionOf(first: OwnBow['direction'], again: number): OwnBow['direction'] {
  if (again % 2 === 0) return first;
  return first === 'down' ? 'up' : 'down';
}
