import type { HeardNote } from './heard-notes.ts';

/** What was asked, as the ear compares it. */
export interface AskedNote {
  /** MIDI number with its part of a half step, in the temperament asked, by A = 440. */
  readonly midi: number;
  /** When it is asked, beats from the beginning. */
  readonly beat: number;
}

/** Which note of the study each heard note is; `undefined` for an extra note. */
export type Alignment = readonly (number | undefined)[];

/**
 * What each thing costs: the likelier it is, the less. A note counts the square of its distance, in
 * units of `spread` half steps, up to `wrong`. From memory.
 */
const COST = {
  spread: 0.3,
  /** Another note in the place of one asked, by how far it lies off. */
  wrong: 5,
  far: 9,
  octave: 2.5,
  /** Heard, and no note of the study: a string touched, a noise. */
  extra: 6,
  /** A note left out, each. */
  leftOut: 3,
  /** The note before begun again; and where its sound only sank, the note before going on. */
  again: 3,
  goesOn: 0.4,
  /** Stopped and gone back, with a silence before it and without. */
  back: 3.5,
  backWithout: 8,
} as const;

/** A silence as long as this may be a stop, seconds. */
const STOP = 0.25;

/** All readings of what was heard so far, the best for each place it may have come to. */
export interface Reading {
  /** Least cost with that note the last one played; place 0 stands before the first note. */
  readonly cost: Float64Array;
  /** Where the best came from, and whether it takes the last note heard for that note of the study. */
  readonly from: Int32Array;
  readonly takes: Uint8Array;
}

/** The reading of nothing yet. */
export function readingOf(asked: readonly AskedNote[]): Reading {
  const cost = new Float64Array(asked.length + 1).fill(Number.POSITIVE_INFINITY);
  cost[0] = 0;
  return { cost, from: new Int32Array(asked.length + 1), takes: new Uint8Array(asked.length + 1) };
}

/** A reading with one more note heard. @param offset half steps by which everything lies above A = 440. */
export function withHeard(
  { cost }: Reading,
  note: Pick<HeardNote, 'midi' | 'silence' | 'sank'>,
  asked: readonly AskedNote[],
  offset: number,
): Reading {
  const count = asked.length;
  const next = new Float64Array(count + 1).fill(Number.POSITIVE_INFINITY);
  const from = new Int32Array(count + 1);
  const takes = new Uint8Array(count + 1);
  const back = note.silence >= STOP ? COST.back : COST.backWithout;
  // Least over all later notes, for going back; and over all earlier ones, for leaving out.
  const later = new Int32Array(count + 2).fill(-1);
  for (let n = count; n >= 1; n -= 1) {
    const best = later[n + 1] ?? -1;
    later[n] = best < 0 || (cost[n] as number) < (cost[best] as number) ? n : best;
  }
  let earlier = 0;
  for (let n = 0; n <= count; n += 1) {
    // Nothing of the study: it stays where it was.
    if ((cost[n] as number) + COST.extra < (next[n] as number)) {
      next[n] = (cost[n] as number) + COST.extra;
      from[n] = n;
      takes[n] = 0;
    }
    if (n === 0) continue;
    const left = (place: number): number => (cost[place] as number) - COST.leftOut * place;
    if (left(n - 1) < left(earlier)) earlier = n - 1;
    const own = farness(note.midi - (asked[n - 1] as AskedNote).midi - offset);
    const tries: [number, number][] = [
      [earlier, (cost[earlier] as number) + COST.leftOut * (n - 1 - earlier)],
      [n, (cost[n] as number) + (note.sank ? COST.goesOn : COST.again)],
    ];
    const beyond = later[n + 1] ?? -1;
    if (beyond > 0) tries.push([beyond, (cost[beyond] as number) + back]);
    for (const [place, sum] of tries) {
      if (sum + own < (next[n] as number)) {
        next[n] = sum + own;
        from[n] = place;
        takes[n] = 1;
      }
    }
  }
  return { cost: next, from, takes };
}

/**
 * The likeliest reading of what was heard, exact: one dynamic programme over every heard note and every note of the study, which knows
 * going on, leaving out, staying, going back to any note, and what is no note at all.
 *
 * @param offset half steps by which everything lies above A = 440.
 */
export function aligned(heard: readonly HeardNote[], asked: readonly AskedNote[], offset = 0): Alignment {
  const count = asked.length;
  if (count === 0 || heard.length === 0) return heard.map(() => undefined);
  const readings: Reading[] = [];
  let reading = readingOf(asked);
  for (const note of heard) {
    reading = withHeard(reading, note, asked, offset);
    readings.push(reading);
  }
  // What is left out at the end costs like any other.
  let last = 0;
  const whole = (place: number): number => (reading.cost[place] as number) + 0.5 * COST.leftOut * (count - place);
  for (let n = 0; n <= count; n += 1) if (whole(n) < whole(last)) last = n;
  const alignment: (number | undefined)[] = new Array<number | undefined>(heard.length);
  for (let k = heard.length - 1; k >= 0; k -= 1) {
    alignment[k] = readings[k]?.takes[last] === 1 ? last - 1 : undefined;
    last = readings[k]?.from[last] ?? 0;
  }
  return alignment;
}

/** Which note of the study sounds by the likeliest reading so far; `undefined` if the last sound was no note of it. */
export function soundingIn({ cost, takes }: Reading): number | undefined {
  let best = 0;
  for (let n = 1; n < cost.length; n += 1) if ((cost[n] as number) < (cost[best] as number)) best = n;
  return takes[best] === 1 ? best - 1 : undefined;
}

/** How unlike two pitches so many half steps apart are. */
function farness(halfSteps: number): number {
  const near = Math.min((halfSteps / COST.spread) ** 2, Math.abs(halfSteps) < 2.6 ? COST.wrong : COST.far);
  const octave = COST.octave + (folded(halfSteps) / COST.spread) ** 2;
  return Math.abs(halfSteps) > 6 ? Math.min(near, octave) : near;
}

function folded(halfSteps: number): number {
  return halfSteps - 12 * Math.round(halfSteps / 12);
}
