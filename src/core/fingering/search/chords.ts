import { lowestOn } from '../../instruments/index.ts';
import type { Passage, PassageNote } from '../../passage/index.ts';
import type { ChordUnder } from './column.ts';
import { ownCost } from './links.ts';
import { POSTURE, sameHand, stoppedCandidates, openString, type Candidate } from './candidate.ts';
import { NO_PLAN, type Plan, type PlannedPlace } from './plan.ts';
import type { Setting } from './setting.ts';

/** Any hand: where the note that leads a chord is an open string. */
const EVERY_HAND: readonly [number, number] = [0, 99];

/** What is asked of notes with others under them: the hand that takes the highest must take all. */
export function chordPlan({ notes }: Passage, setting: Setting): Plan {
  const places = new Map<number, PlannedPlace>();
  for (const note of notes) {
    if (!note.chord) continue;
    places.set(note.at, { allows: (candidate) => chordUnder(candidate, note, setting) !== undefined });
  }
  return places.size === 0 ? NO_PLAN : { places, bound: new Set() };
}

/**
 * How the notes under one are taken with it by one hand: each on the next lower string, no finger twice
 * but across two strings at one stop; nothing if no hand can. Of several, the easiest.
 */
export function chordUnder(lead: Candidate, note: PassageNote, setting: Setting): Candidate[] | undefined {
  const chord = note.chord ?? [];
  let best: { readonly under: Candidate[]; readonly cost: number } | undefined;
  const take = (taken: readonly Candidate[]): void => {
    const next = chord[taken.length - 1];
    if (!next) {
      const under = taken.slice(1);
      const cost = ownCost(lead, { chromatic: note.chromatic === true, chord: () => under }, setting);
      if (!best || cost < best.cost) best = { under, cost };
      return;
    }
    const string = (taken.at(-1) as Candidate).string - 1;
    for (const one of onString(next.midi, string, setting)) {
      if (taken.every((other) => goTogether(other, one, setting))) take([...taken, one]);
    }
  };
  take([lead]);
  return best?.under;
}

/** The same for every hand that may lead a chord, each worked out once. */
export function chordOf(note: PassageNote, setting: Setting): ChordUnder {
  const known = new Map<string, readonly Candidate[]>();
  return (lead) => {
    const { string, rank, hand, thumb, frame } = lead;
    const key = `${string} ${rank} ${hand} ${thumb} ${frame}`;
    const under = known.get(key) ?? chordUnder(lead, note, setting) ?? [];
    known.set(key, under);
    return under;
  };
}

/** Everything that sounds a pitch on one string, the open string first, plain hands before stretched ones. */
function onString(midi: number, string: number, { instrument, frames }: Setting): Candidate[] {
  const here = instrument.strings[string];
  if (!here) return [];
  const open =
    lowestOn(here) <= midi && midi <= here.open ? [openString(string, undefined, false, midi - here.open)] : [];
  const stops = stoppedCandidates(instrument, frames, string, midi - here.open, EVERY_HAND, false, false);
  return [
    ...open,
    ...stops.toSorted((a, b) => Number(a.reach !== 'none') - Number(b.reach !== 'none') || a.posture - b.posture),
  ];
}

/** True where one hand holds both: fingers in their order along the strings, no wider apart than its frame. */
function goTogether(a: Candidate, b: Candidate, setting: Setting): boolean {
  if (a.rank === 0 || b.rank === 0) return true;
  if (!sameHand(a, b)) return false;
  const postures = [a.posture, b.posture];
  if (postures.includes(POSTURE.forward) && postures.includes(POSTURE.back)) return false;
  if (a.reach !== 'none' && b.reach !== 'none' && a.reach !== b.reach) return false;
  if (a.rank === b.rank) return a.stop === b.stop;
  const [low, high] = a.stop <= b.stop ? [a, b] : [b, a];
  if (high.rank < low.rank) return low.stop === high.stop;
  const gap = setting.gaps[low.frame]?.[low.rank * 6 + high.rank] ?? 99;
  return high.stop - low.stop <= gap;
}
