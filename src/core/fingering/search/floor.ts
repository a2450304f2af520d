import type { Candidate } from './candidate.ts';
import type { NoteChoices } from './column.ts';
import type { Sweep } from './lattice.ts';
import type { Plan } from './plan.ts';
import type { Route } from './routes.ts';
import { STATES } from './state.ts';

/**
 * What any fingering that keeps to a plan costs at least, known before it is searched: the dearest of its notes,
 * each at the cheapest fingering through a place the plan allows, which two sweeps of the unnarrowed route tell.
 * Infinity where the plan leaves some note no place. What the route charges for the whole passage is left out.
 */
export function floorUnder(
  { places }: Plan,
  { lattice, pairs }: Route,
  { prefix, suffix }: Sweep,
  notes: readonly NoteChoices[],
): number {
  const cheapest = (column: readonly Candidate[], from: number, allows: (one: Candidate) => boolean): number => {
    let least = Number.POSITIVE_INFINITY;
    column.forEach((candidate, c) => {
      if (!allows(candidate)) return;
      for (let at = from + STATES * c; at < from + STATES * (c + 1); at += 1) {
        least = Math.min(least, (prefix[at] as number) + (suffix[at] as number));
      }
    });
    return least;
  };
  let floor = 0;
  lattice.columns.forEach((column, k) => {
    const at = pairs[k]?.up ?? k;
    const place = places.get(at);
    // A pin beats a plan; a wish may be left; an open string may be meant that the rules do not give.
    if (!place || place.wish || place.open || notes[at]?.pinned) return;
    floor = Math.max(floor, cheapest(column, lattice.offsets[k] as number, place.allows));
  });
  return floor;
}
