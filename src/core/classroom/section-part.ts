import { bowStrokes, metreOf, timeNotes, TICKS_PER_BEAT } from '../bowing/index.ts';
import { type FingeredNote, playedWay } from '../fingering/index.ts';
import type { OwnBow, Passage, PassageNote } from '../passage/index.ts';
import type { ScoredStudy } from '../score/index.ts';
import type { ClassAsk } from './class-ask.ts';
import type { LinePlace } from './section-line.ts';
import type { SectionStudy } from './section-study.ts';

/** A section's notes at the times and under the bows of the class. */
export function sectionPart(
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
