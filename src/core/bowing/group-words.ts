const GROUPS: Readonly<Record<number, string>> = {
  2: 'twos',
  3: 'threes',
  4: 'fours',
  6: 'sixes',
  7: 'sevens',
  8: 'eights',
  9: 'nines',
  12: 'twelves',
};

/** `separate bows`, `fours`, `bows of 21`. */
export function groupWords(group: number): string {
  return group === 1 ? 'separate bows' : (GROUPS[group] ?? `bows of ${group}`);
}

/** `separate bows`, `slurs in twos`, `slurs of 21`. */
export function slurWords(slur: number): string {
  if (slur === 1) return 'separate bows';
  const words = GROUPS[slur];
  return words ? `slurs in ${words}` : `slurs of ${slur}`;
}
