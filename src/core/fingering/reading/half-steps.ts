import type { FingeredNote } from '../fingering.ts';

/** Two neighbouring notes of one string and how far apart they lie. */
export interface Gap {
  readonly string: string;
  readonly low: number;
  readonly high: number;
}

/** The pattern of one string: every stop the study uses there, and who plays it. */
export interface StringPattern {
  readonly string: string;
  /** Stops, lowest first, with the fingers that play each; finger 0 is the open string. */
  readonly stops: readonly { readonly stop: number; readonly fingers: readonly FingeredNote['finger'][] }[];
  /** Pairs of neighbouring stops a half step apart: fingers that touch. */
  readonly halfSteps: readonly Gap[];
}

/** The stops a fingering uses on each string, and where its half steps lie, in the order given. */
export function stringPatterns(fingers: readonly FingeredNote[], strings: readonly string[]): StringPattern[] {
  return strings.map((string) => {
    const here = fingers.filter((note) => note.string === string);
    const stops = [...new Set(here.map((note) => note.stop))]
      .sort((a, b) => a - b)
      .map((stop) => ({
        stop,
        fingers: [...new Set(here.filter((note) => note.stop === stop).map((note) => note.finger))],
      }));
    const halfSteps = stops
      .slice(1)
      .flatMap(({ stop }, k) => (stop - (stops[k]?.stop ?? 0) === 1 ? [{ string, low: stop - 1, high: stop }] : []));
    return { string, stops, halfSteps };
  });
}
