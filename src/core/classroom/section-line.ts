import type { Passage, PassageNote } from '../passage/index.ts';
import type { Section } from './class-ask.ts';

/** A note of a section's study where the class plays one of its own. */
export interface LinePlace {
  /** Which note of the class it stands at. */
  readonly at: number;
  /** Which note of the section's study it is. */
  readonly own: number;
  /** Held on while the class goes on without the section. */
  readonly held?: true;
}

/**
 * Where the notes of a section's study stand among those of the class, so that they always sound
 * together in unison or octaves.
 *
 * A section with fewer octaves begins and ends with the class. While the others play above it, it
 * rests; or holds its top note; or repeats what they play in its own octave, the tonic on top.
 */
export function sectionLine(whole: Passage, own: Passage, octaves: number, after: Section['after']): LinePlace[] {
  const [all, mine] = [heights(whole), heights(own)];
  if (after === 'repeat' && all.length !== mine.length) return folded(whole, own, 12 * octaves);
  let head = 0;
  while (head < mine.length && all[head] === mine[head]) head += 1;
  const last = { all: all.length - 1, mine: mine.length - 1 };
  let tail = 0;
  // The top tonic may be played twice: where the section leaves the others, and where it joins them again.
  while (
    tail < mine.length &&
    tail < all.length - head &&
    all[last.all - tail] === mine[last.mine - tail] &&
    last.mine - tail >= Math.min(own.top, head)
  ) {
    tail += 1;
  }
  const begins = Array.from({ length: head }, (_, at) => ({ at, own: at }));
  const ends = Array.from({ length: tail }, (_, k) => ({ at: all.length - tail + k, own: mine.length - tail + k }));
  const between = Array.from({ length: all.length - head - tail }, (_, k) => head + k);
  const held = after === 'hold' && head > 0 ? between.map((at) => ({ at, own: head - 1, held: true as const })) : [];
  return [...begins, ...held, ...ends];
}

/** Half steps of every note above the lowest tonic. */
function heights({ notes, tonic }: Passage): number[] {
  return notes.map(({ pitch }) => pitch.midi - tonic.midi);
}

/** Every note of the class in the section's own range of so many half steps. */
function folded(whole: Passage, own: Passage, range: number): LinePlace[] {
  const mine = heights(own);
  return heights(whole).flatMap((height, at): LinePlace[] => {
    const above = Math.max(0, Math.ceil((height - range) / 12));
    const here = mine.flatMap((one, place) => (one === height - 12 * above ? [place] : []));
    const heading = (whole.notes[at] as PassageNote).heading;
    const found = here.find((place) => own.notes[place]?.heading === heading) ?? here[0];
    return found === undefined ? [] : [{ at, own: found }];
  });
}
