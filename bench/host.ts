import { readFileSync } from 'node:fs';

/** Hundredths of a second this machine has worked, and those it wanted to and its host gave to others. */
export interface Ticks {
  readonly worked: number;
  readonly stolen: number;
}

/** Ticks of all processors since the machine started; none if the system does not tell. */
export function ticks(): Ticks {
  try {
    const [user = 0, nice = 0, system = 0, , , , , stolen = 0] = (
      readFileSync('/proc/stat', 'utf8').split('\n')[0] ?? ''
    )
      .split(/\s+/)
      .slice(1)
      .map(Number);
    return { worked: user + nice + system, stolen };
  } catch {
    return { worked: 0, stolen: 0 };
  }
}

/** The share of the time this machine asked for that its host kept back since then, 0 to 1. */
export function stolenSince({ worked, stolen }: Ticks): number {
  const now = ticks();
  const kept = now.stolen - stolen;
  return kept / Math.max(1, kept + now.worked - worked);
}
