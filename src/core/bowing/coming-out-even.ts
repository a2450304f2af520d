import type { Passage } from '../passage/index.ts';
import type { Bowing } from '../recipe/index.ts';
import { bowStrokes, slotsOf, type BowDirection } from './bow.ts';

/**
 * A study comes out even in one of two ways. Turning: the top note and the last note each begin a
 * bow. Closing: each direction fills whole bows, its tonic included, and the top is played again to
 * begin the descent. Common practice, no source.
 */
export type Sense = 'turning' | 'closing';

/** Notes from tonic to top, the top not counted, without turns; zero where there is no such way. */
export interface Steps {
  readonly up: number;
  readonly down: number;
}

/** What a bowing adds, in the time of notes; `notes` of them are really played again. */
export interface Remedy {
  readonly sense: Sense;
  readonly opening: Bowing['opening'];
  readonly closing: Bowing['closing'];
  readonly top: Bowing['top'];
  /** Notes the first tonic and the top are held for beyond their own. */
  readonly longTonic: number;
  readonly longTop: number;
  /** Notes added. */
  readonly notes: number;
  /** Time added, in notes. */
  readonly time: number;
}

const TURN_NOTES: Readonly<Record<Bowing['opening'], number>> = { none: 0, two: 2, three: 3 };
const TURNS = ['none', 'two', 'three'] as const;

/** How many steps a passage has each way. */
export function stepsOf(passage: Passage): Steps {
  const own = passage.notes.filter((note) => !note.added);
  const up = own.filter((note) => note.heading === 'up').length;
  const down = own.filter((note) => note.heading === 'down').length;
  if (up === 0) return { up: 0, down: Math.max(0, down - 1) };
  return { up: up - 1, down };
}

/** Notes one round of the bows takes. */
export function roundOf(bowing: Pick<Bowing, 'slur' | 'pattern' | 'repeats'>): number {
  if (bowing.repeats > 1) return 1;
  return bowing.pattern?.reduce((sum, one) => sum + one, 0) ?? bowing.slur;
}

/** One direction, counted out to bows. */
export interface Count {
  readonly steps: number;
  /** Time the turns and long notes add, in notes. */
  readonly added: number;
  /** Notes over after whole bows, the tonic at its end not counted. */
  readonly left: number;
}

export interface Evenness {
  /** In which sense it comes out even; in neither when absent. */
  readonly sense: Sense | undefined;
  readonly group: number;
  /** Absent where the study has no such way. */
  readonly up: Count | undefined;
  readonly down: Count | undefined;
  /** Bow of the descent's first note (the top, or its repetition) and of the last note. */
  readonly descent: BowDirection | undefined;
  readonly last: BowDirection | undefined;
}

/** Whether a study of one part comes out even, each way judged by itself. */
export function evennessOf(passage: Passage, bowing: Bowing): Evenness {
  const steps = stepsOf(passage);
  const group = roundOf(bowing);
  const longTop = bowing.top === 'long' ? (bowing.longTop ?? 0) : 0;
  const twice = bowing.top === 'twice' && steps.up > 0 ? 1 : 0;
  const upAdded = TURN_NOTES[bowing.opening] + bowing.longTonic;
  // A scale that only comes down begins with its long tonic.
  const downAdded = TURN_NOTES[bowing.closing] + longTop + twice + (steps.up === 0 ? bowing.longTonic : 0);
  const strokes = bowStrokes(passage, bowing);
  const bowAt = (at: number): BowDirection | undefined =>
    strokes.find((stroke) => stroke.from <= at && at <= stroke.to)?.direction;
  const descending = passage.notes.some((note) => note.heading === 'down');
  const sense = senseOf(steps, group, {
    opening: bowing.opening,
    closing: bowing.closing,
    top: bowing.top,
    longTonic: bowing.longTonic,
    longTop,
  });
  const wayUp = steps.up > 0 ? { steps: steps.up, added: upAdded, left: (steps.up + upAdded) % group } : undefined;
  const wayDown =
    steps.down > 0 ? { steps: steps.down, added: downAdded, left: (steps.down + downAdded) % group } : undefined;
  return {
    sense,
    group,
    up: wayUp,
    down: wayDown,
    descent: descending ? bowAt(passage.top + twice) : undefined,
    last: bowAt(passage.notes.length - 1),
  };
}

type Additions = Pick<Remedy, 'opening' | 'closing' | 'top' | 'longTonic' | 'longTop'>;

/** The sense in which steps with such additions come out even. */
function senseOf({ up, down }: Steps, group: number, added: Additions): Sense | undefined {
  const rising = up + TURN_NOTES[added.opening] + added.longTonic;
  const held = added.top === 'long' ? added.longTop : 0;
  const falling = down + TURN_NOTES[added.closing] + (up === 0 ? added.longTonic : 0);
  if (up > 0 && down > 0) {
    const again = added.top === 'twice' ? 1 : 0;
    if (rising % group === 0 && (falling + held + again) % group === 0) return 'turning';
    return added.top === 'twice' && (rising + 1) % group === 0 && (falling + 1) % group === 0 ? 'closing' : undefined;
  }
  const only = (up > 0 ? rising : falling) + (up > 0 ? 0 : held);
  if (only % group === 0) return 'turning';
  const ending = only + 1 + (up > 0 ? held : 0);
  return ending % group === 0 ? 'closing' : undefined;
}

/**
 * Every way to make steps come out even in bows of `group` notes by turns, a repeated or a long top
 * and a long first tonic, adding at most `most` notes' time: fewest added notes first, then shortest
 * in time. Nothing to add is a remedy too where it comes out even as it is.
 */
export function remediesFor(steps: Steps, group: number, most: number): Remedy[] {
  const both = steps.up > 0 && steps.down > 0;
  const remedies: Remedy[] = [];
  for (const opening of steps.up > 0 ? TURNS : (['none'] as const)) {
    for (const closing of steps.down > 0 ? TURNS : (['none'] as const)) {
      for (const top of both ? (['once', 'twice', 'long'] as const) : (['once'] as const)) {
        const played = TURN_NOTES[opening] + TURN_NOTES[closing] + (top === 'twice' ? 1 : 0);
        for (let longTonic = 0; played + longTonic <= most && longTonic < group; longTonic += 1) {
          const left = most - played - longTonic;
          const holds = top === 'long' ? Array.from({ length: Math.min(left, group - 1, 16) }, (_, k) => k + 1) : [0];
          for (const longTop of holds) {
            const sense = senseOf(steps, group, { opening, closing, top, longTonic, longTop });
            if (sense && longTonic <= 16) {
              const time = played + longTonic + longTop;
              remedies.push({ sense, opening, closing, top, longTonic, longTop, notes: played, time });
            }
          }
        }
      }
    }
  }
  return remedies.sort(
    (a, b) => a.notes - b.notes || a.time - b.time || openingFirst(a) - openingFirst(b) || plainness(a) - plainness(b),
  );
}

/** Of remedies as long as each other, those with an opening turn are what teachers take first. */
function openingFirst({ opening }: Remedy): number {
  return opening === 'none' ? 1 : 0;
}

/** Fewer kinds of addition first where notes and time are the same. */
function plainness(remedy: Remedy): number {
  return [remedy.opening !== 'none', remedy.closing !== 'none', remedy.top !== 'once', remedy.longTonic > 0].filter(
    Boolean,
  ).length;
}

/** A bowing with a remedy in place of what it added before. */
export function remedied(bowing: Bowing, remedy: Remedy): Bowing {
  const { longTop: _, ...rest } = bowing;
  const { opening, closing, top, longTonic, longTop } = remedy;
  return { ...rest, opening, closing, top, longTonic, ...(top === 'long' ? { longTop } : {}) };
}

/** True when the study's additions are those of the remedy. */
export function isTaken(bowing: Bowing, remedy: Remedy): boolean {
  const held = bowing.top === 'long' ? (bowing.longTop ?? 0) : 0;
  return (
    bowing.opening === remedy.opening &&
    bowing.closing === remedy.closing &&
    bowing.top === remedy.top &&
    bowing.longTonic === remedy.longTonic &&
    held === remedy.longTop
  );
}

/** Held time of the whole passage, in notes: what the bows share out. */
export function slotCount(passage: Passage, bowing: Bowing): number {
  return passage.notes.reduce((sum, { at }) => sum + slotsOf(passage, bowing, at), 0);
}
