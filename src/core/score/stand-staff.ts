/** A staff seen from three metres, and bounds that keep a line whole, CSS pixels. */
const STAFF = { good: 64, least: 30, largest: 160 };

/** About how many staff heights of room a note takes, squared, where lines stand well apart. */
const NOTE_AREA = 4.6;

/**
 * How high the staff is at the stand, CSS pixels: the whole study on one page where that is still large,
 * else a good size on several; times what the player asked for.
 */
export function standStaff(notes: number, width: number, height: number, zoom: number): number {
  const whole = Math.sqrt((width * height) / (Math.max(1, notes) * NOTE_AREA)) * 0.94;
  // A line takes five staves of height with all that stands over and under it.
  const most = Math.min(STAFF.largest, height / 5);
  const staff = Math.max(whole, Math.min(STAFF.good, width / 14)) * zoom;
  return Math.round(Math.max(STAFF.least, Math.min(most, staff)));
}
