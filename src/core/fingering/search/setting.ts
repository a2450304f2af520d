import { type Frame, type StoppingFinger, framesOf, handSystemOf, type Instrument } from '../../instruments/index.ts';
import type { Course } from '../../passage/index.ts';
import type { Hand } from '../../recipe/index.ts';
import { weightsOf, type ReturnRule } from '../../schools/index.ts';
import { rankOf } from './candidate.ts';
import type { EngineMemory, SettingMemory } from './memory.ts';

/** What stays the same while one passage is fingered: the instrument, its frames, the weights. */
export interface Setting {
  readonly instrument: Instrument;
  readonly frames: readonly Frame[];
  readonly weights: Float64Array;
  readonly homeHand: number;
  readonly topString: number;
  /** Neighbouring steps of a scale want neighbouring fingers. */
  readonly fingerToEachStep: boolean;
  /** A finger may slide a half step inside the hand that stays. */
  readonly slidesInHand: boolean;
  readonly returnRule: ReturnRule;
  /** For each string, the stop that sounds the next string's open note; −1 on the top string. */
  readonly openAbove: readonly number[];
  /** Widest gap by frame and by pair of ranks: `gaps[frame][low * 6 + high]`, 99 where free. */
  readonly gaps: readonly Uint8Array[];
  /** What the engine knows already under this setting. */
  readonly memory: SettingMemory;
}

/** Builds the gap tables of the frames. */
export function gapTables(frames: readonly Frame[]): Uint8Array[] {
  return frames.map((frame) => {
    const table = new Uint8Array(36).fill(99);
    for (const [pair, gap] of Object.entries(frame.widestGap)) {
      const [low, high] = pair.split('-').map((name) => (name === 'T' ? 'T' : (Number(name) as StoppingFinger)));
      if (low !== undefined && high !== undefined) table[rankOf(low) * 6 + rankOf(high)] = gap;
    }
    return table;
  });
}

/** The setting of a hand for a passage of such a course. */
export function settingOf(hand: Hand, course: Course, memory: EngineMemory): Setting {
  const { instrument, table } = hand;
  const system = handSystemOf(hand);
  const frames = framesOf(instrument, system);
  // Only what comes down after it went up comes back by a rule.
  const returnRule = course === 'up-down' ? hand.return : 'auto';
  const weights = weightsOf(table);
  return {
    instrument,
    frames,
    weights,
    homeHand: instrument.homeHand,
    topString: instrument.strings.length - 1,
    fingerToEachStep: instrument.fingerToEachStep,
    slidesInHand: instrument.slidesInHand ?? false,
    returnRule,
    openAbove: instrument.strings.map((string, index) => {
      const next = instrument.strings[index + 1];
      return next ? next.open - string.open : -1;
    }),
    gaps: gapTables(frames),
    memory: memory.under([memory.nameOf(instrument), system, returnRule, weights.join()].join('|')),
  };
}
