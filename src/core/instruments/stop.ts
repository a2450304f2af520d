/**
 * Distance from the nut to a stop on a string of vibrating length `length` (mm), in millimetres.
 * Equal temperament: length · (1 − 2^(−stop/12)); ISO 16 fixes the pitch, the octave halves the
 * string.
 */
export function stopDistance(length: number, stop: number): number {
  return length * (1 - 2 ** (-stop / 12));
}

/** Millimetres between two stops of one string, always positive. */
export function stopSpan(length: number, a: number, b: number): number {
  return Math.abs(stopDistance(length, a) - stopDistance(length, b));
}
