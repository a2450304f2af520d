/** Height of a staff's five lines, CSS pixels: a space is a quarter of it. */
export const STAFF = {
  /** Where the score takes what height it needs. */
  usual: 38,
  /** On a narrow screen. */
  narrow: 30,
  largest: 46,
  /** Lines 5.6 pixels apart: below that a score is scrolled, not made smaller. */
  least: 22.5,
} as const;

/** About how many staff heights of width a note takes and a system of height, squared: from engraved studies. */
const NOTE_AREA = 4.6;

/** A first guess at how large a staff may be for so many notes in a place. */
export function firstStaff(notes: number, width: number, height: number): number {
  return held(Math.sqrt((width * height) / (Math.max(1, notes) * NOTE_AREA)));
}

/**
 * The next staff to try when a picture was so high and `height` is there; `undefined` when it fits or
 * can be no smaller. The first try hopes for a system less; the next is sure to fit, whether it comes so or not.
 */
export function smallerStaff(staff: number, high: number, height: number, tries: number): number | undefined {
  if (high <= height || staff <= STAFF.least) return undefined;
  const share = height / high;
  // Notes to a line grow as staves shrink, so height goes about with the square; as many systems as now go with the staff.
  return held(staff * Math.min(0.97, tries === 1 ? Math.sqrt(share) : share));
}

function held(staff: number): number {
  return Math.max(STAFF.least, Math.min(STAFF.largest, Math.floor(staff * 2) / 2));
}
