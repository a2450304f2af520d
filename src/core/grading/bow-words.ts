const NAMES: Readonly<Record<number, string>> = {
  1: 'separate bows',
  2: 'slurs in twos',
  3: 'slurs in threes',
  4: 'slurs in fours',
  6: 'slurs in sixes',
  7: 'slurs in sevens',
  8: 'slurs in eights',
  9: 'slurs in nines',
  12: 'slurs in twelves',
};

/** `separate bows`, `slurs in twos`, `slurs of 21`. */
export function groupName(slur: number): string {
  return NAMES[slur] ?? `slurs of ${slur}`;
}
