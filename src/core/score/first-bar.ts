import { scoreOf } from './from-study.ts';
import type { Score, ScoreBar, ScoreNote } from './score.ts';
import type { ScoredStudy } from './scored-study.ts';

/** A first bar of fewer notes is a pick-up: the next one goes with it. */
const LEAST = 2;

/** The first bar of a study with its bare notes and their slurs, to know it by; with the bar after a pick-up. */
export function firstBarOf(study: ScoredStudy): Score {
  const { title, parts } = scoreOf({ ...study, look: { fingers: 'blank', hands: 'none' } });
  return {
    title,
    parts: parts.map((part) => ({ ...part, bars: bare(firstOf(part.bars)) })),
  };
}

function firstOf(bars: readonly ScoreBar[]): readonly ScoreBar[] {
  let notes = 0;
  const enough = bars.findIndex((bar) => (notes += bar.notes.length) >= LEAST);
  return enough < 0 ? bars : bars.slice(0, enough + 1);
}

function bare(bars: readonly ScoreBar[]): ScoreBar[] {
  // A slur or a tie that goes on behind the bar would hang in the air.
  const notes = bars.flatMap((bar) => bar.notes);
  const slurred = notes.findLast(({ slur }) => slur.starts || slur.stops);
  const open = slurred?.slur.stops ? undefined : slurred;
  const last = notes.at(-1);
  return bars.map(({ opening: _, ...bar }) => ({
    ...bar,
    ends: false,
    notes: bar.notes.map((note) => ({
      ...bareNote(note),
      tiedTo: note.tiedTo && note !== last,
      slur: note === open ? { ...note.slur, starts: false } : note.slur,
    })),
  }));
}

function bareNote({ bow: _, lyric: __, ...note }: ScoreNote): ScoreNote {
  return { ...note, accented: false, under: [], directions: [] };
}
