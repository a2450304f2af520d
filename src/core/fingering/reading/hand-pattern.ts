import { choices, plural } from '../../base/index.ts';
import { type Instrument, stopSpan } from '../../instruments/index.ts';
import type { FingeredNote } from '../fingering.ts';
import { stringPatterns, type StringPattern } from './half-steps.ts';
import { handBlocks } from './hand-blocks.ts';

/** Beyond this stop the tapes say nothing. */
const LAST_TAPED = 8;

/** The pattern of one string in words. */
export interface PatternWords {
  readonly string: string;
  /** `half steps between 2 and 3`. */
  readonly halfSteps: string;
  /** For violin and viola in first position, as beginners say it: `low 2 touching 1`. */
  readonly beginners: string | undefined;
}

/** Where the half steps lie under the fingers on each string a fingering uses, in words. */
export function patternWords(
  fingers: readonly FingeredNote[],
  strings: readonly string[],
  { tapes }: Pick<Instrument, 'tapes'>,
): PatternWords[] {
  return stringPatterns(fingers, strings)
    .filter((pattern) => pattern.stops.length > 1)
    .map((pattern) => ({
      string: pattern.string,
      halfSteps: halfStepWords(pattern),
      beginners: tapes && beginnersWords(pattern, tapes),
    }));
}

function halfStepWords({ stops, halfSteps }: StringPattern): string {
  const finger = (stop: number): string =>
    stops
      .find((one) => one.stop === stop)
      ?.fingers.map((one) => (one === 0 ? 'open' : one))
      .join('/') ?? '';
  const pairs = halfSteps.map(({ low, high }) => `${finger(low)} and ${finger(high)}`);
  const halves = pairs.length === 0 ? 'no half step' : `half ${plural(pairs.length, 'step')} between ${choices(pairs)}`;
  const wide = stops.flatMap(({ stop }, k) => {
    const below = stops[k - 1]?.stop;
    return below !== undefined && stop - below === 3 ? [`${finger(below)} and ${finger(stop)}`] : [];
  });
  return wide.length === 0 ? halves : `${halves}; three half steps between ${choices(wide)}`;
}

/** Tells each finger by the tapes; nothing if the hand leaves first position. */
function beginnersWords(
  { stops, halfSteps }: StringPattern,
  tapes: NonNullable<Instrument['tapes']>,
): string | undefined {
  if (stops.some(({ stop, fingers }) => stop > LAST_TAPED || fingers.length !== 1)) return undefined;
  const words = stops.flatMap(({ stop, fingers }) => {
    const finger = fingers[0] ?? 0;
    const tape = finger === 0 ? undefined : tapes[finger];
    if (tape === undefined) return [];
    const bend = stop - tape;
    if (Math.abs(bend) > 1) return ['away'];
    const below = stops.find((one) => one.stop === stop - 1)?.fingers[0];
    const touches = halfSteps.some((gap) => gap.high === stop) && below !== undefined && below !== 0;
    const height = bend < 0 ? 'low ' : bend > 0 ? 'high ' : finger === 2 ? 'high ' : '';
    return height || touches ? [`${height}${finger}${touches ? ` touching ${below}` : ''}`] : [];
  });
  if (words.includes('away')) return undefined;
  return words.length > 0 ? choices(words) : 'every finger on its tape';
}

/** The widest opening of the hand on one string. */
export interface Stretch {
  readonly low: FingeredNote;
  readonly high: FingeredNote;
  readonly halfSteps: number;
  readonly millimetres: number;
}

/** The widest stretch between two fingers of one hand on one string; `length` in millimetres. */
export function widestStretch(fingers: readonly FingeredNote[], length: number): Stretch | undefined {
  let widest: Stretch | undefined;
  for (const block of handBlocks(fingers)) {
    const notes = fingers.slice(block.from, block.to + 1).filter((note) => note.finger !== 0);
    for (const low of notes) {
      for (const high of notes) {
        if (low.string !== high.string || high.stop <= low.stop) continue;
        const millimetres = stopSpan(length, low.stop, high.stop);
        if (widest && millimetres <= widest.millimetres) continue;
        widest = { low, high, halfSteps: high.stop - low.stop, millimetres };
      }
    }
  }
  return widest;
}
