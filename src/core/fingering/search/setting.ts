import type { Frame, StoppingFinger } from '../../instruments/frame.ts';
import type { HandSystem, Instrument } from '../../instruments/instrument.ts';
import type { ReturnRule } from '../../schools/way-back.ts';
import { rankOf } from './candidate.ts';
import type { CostTable } from '../../schools/terms.ts';
import { StepMemory } from './step-memory.ts';
import { weightsOf } from '../../schools/terms.ts';

/** What stays the same while one study is fingered: the instrument, its frames, the weights. */
export interface Setting {
  readonly instrument: Instrument;
  readonly frames: readonly Frame[];
  readonly handSystem: HandSystem;
  readonly weights: Float64Array;
  readonly homeHand: number;
  readonly topString: number;
  /** Violin and viola: neighbouring steps of a scale want neighbouring fingers. */
  readonly fingerToEachStep: boolean;
  /** The passage moves by half steps throughout. */
  readonly chromatic: boolean;
  /** Scales may not jump over a string. */
  readonly stepwise: boolean;
  /** The line turns back again and again: thirds and groups. */
  readonly turning: boolean;
  readonly returnRule: ReturnRule;
  /** For each string, the stop that sounds the next string's open note; −1 on the top string. */
  readonly openAbove: readonly number[];
  /** Widest gap by frame and by pair of ranks: `gaps[frame][low * 6 + high]`, 99 where free. */
  readonly gaps: readonly Uint8Array[];
  /** Candidates and steps already worked out under this setting. */
  readonly memory: StepMemory;
}

/** What a rule needs to know of the step from one note to the next, in playing order. */
export interface StepContext {
  /** Semitones between the two notes, never negative. */
  readonly interval: number;
  /** 1 when the second note is higher, −1 when lower, 0 when repeated. */
  readonly direction: number;
  /** True within three notes of the highest one. */
  readonly nearTop: boolean;
  /** True after the top note of a study that goes up and comes down. */
  readonly wayDown: boolean;
  /** True when the second note is the last of its way up or the first of its way down. */
  readonly edge: boolean;
  /** The two notes must lie in one hand: a prescribed finger group. */
  readonly bound: boolean;
  /** Where the step falls in the bow; not looked at unless the study asks for it. */
  readonly bow: 'any' | 'change' | 'slur' | 'slur on the beat';
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

type SettingParts = Pick<
  Setting,
  'instrument' | 'frames' | 'handSystem' | 'chromatic' | 'stepwise' | 'turning' | 'returnRule'
>;

const made = new WeakMap<CostTable, WeakMap<Instrument, Map<string, Setting>>>();

/**
 * The setting of an instrument, its frames and a cost table. The same parts give the same setting,
 * so that what was worked out for one study serves the next.
 */
export function makeSetting(parts: SettingParts, table: CostTable): Setting {
  const { instrument, handSystem, chromatic, stepwise, turning, returnRule } = parts;
  const ofTable = made.get(table) ?? new WeakMap<Instrument, Map<string, Setting>>();
  made.set(table, ofTable);
  const ofInstrument = ofTable.get(instrument) ?? new Map<string, Setting>();
  ofTable.set(instrument, ofInstrument);
  const key = [handSystem, chromatic, stepwise, turning, returnRule].join();
  const setting = ofInstrument.get(key) ?? newSetting(parts, table);
  ofInstrument.set(key, setting);
  return setting;
}

function newSetting(parts: SettingParts, table: CostTable): Setting {
  const { instrument } = parts;
  return {
    ...parts,
    weights: weightsOf(table),
    homeHand: instrument.homeHand,
    topString: instrument.strings.length - 1,
    fingerToEachStep: instrument.id === 'violin' || instrument.id === 'viola',
    openAbove: instrument.strings.map((string, index) => {
      const next = instrument.strings[index + 1];
      return next ? next.open - string.open : -1;
    }),
    gaps: gapTables(parts.frames),
    memory: new StepMemory(),
  };
}
