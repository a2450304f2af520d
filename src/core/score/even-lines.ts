/**
 * Where lines begin after the first, so that there are as few as can be, none holds more than `room`
 * (but a bar wider than that has a line of its own), and all are about equally full: the least sum
 * of the squares of what they hold, found by going through the bars line by line.
 *
 * @param widths of the bars, in any unit.
 * @param room of a line, in the same.
 * @param atLeast so many lines there are at least, where there are bars enough.
 */
export function evenStarts(widths: readonly number[], room: number, atLeast = 1): number[] {
  const upTo = [0];
  for (const width of widths) upTo.push((upTo.at(-1) ?? 0) + width);
  const held = (from: number, to: number): number => (upTo[to] ?? 0) - (upTo[from] ?? 0);
  const cost = (from: number, to: number): number => {
    const full = held(from, to);
    return to - from > 1 && full > room ? Number.POSITIVE_INFINITY : full ** 2;
  };
  let best = widths.map((_, last) => ({ cost: cost(0, last + 1), starts: [] as readonly number[] }));
  const lines = Math.min(widths.length, Math.max(atLeast, fewestLines(widths, room)));
  for (let line = 1; line < lines; line += 1) {
    best = widths.map((_, last) => {
      let least: (typeof best)[number] = { cost: Number.POSITIVE_INFINITY, starts: [] };
      for (let start = line; start <= last; start += 1) {
        const before = best[start - 1];
        const sum = (before?.cost ?? Number.POSITIVE_INFINITY) + cost(start, last + 1);
        if (before && sum < least.cost) least = { cost: sum, starts: [...before.starts, start] };
      }
      return least;
    });
  }
  return [...(best.at(-1)?.starts ?? [])];
}

/** How few lines do: each takes what fits, and at least one bar. */
export function fewestLines(widths: readonly number[], room: number): number {
  let lines = 0;
  let held = 0;
  for (const width of widths) {
    if (lines > 0 && held + width <= room) held += width;
    else {
      lines += 1;
      held = width;
    }
  }
  return lines;
}
