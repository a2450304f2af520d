import '../core/base/without-eval.ts';
import { expose } from 'comlink';
import { EngineMemory, type Way } from '../core/fingering/index.ts';
import {
  explainTyped,
  type Typed,
  fromAddress,
  buildFrom,
  type BuiltStudy,
  eachOption,
  type NoteOption,
  inKey,
  type KeyFate,
  passageStudy,
  type PassageAsk,
  type PassageStudy,
  buildKept,
  type KeptStudy,
  systemInKeys,
  systemsHere,
  type SystemHere,
  type SystemInKey,
  type SavedFinger,
} from '../core/study/index.ts';
import { granted, type Outcome, type OnProgress } from '../core/base/index.ts';
import { withBookLine } from '../core/book/index.ts';
import { foundIn, type FoundStudy, type ReadMusic } from '../core/passage/index.ts';
import type { Recipe } from '../core/recipe/index.ts';
import type { System } from '../core/schools/index.ts';

/** What this engine remembers, as long as its worker lives. */
const memory = new EngineMemory();

/** The address of the study the page was opened at: `beginWith`. */
const OPENING = self.location.hash.slice(1);

const opened = OPENING ? firstWayAt(OPENING) : undefined;

function firstWayAt(address: string): Outcome<BuiltStudy> | undefined {
  const asked = fromAddress(new URLSearchParams(address));
  return asked.ok && asked.value.way === 0 ? buildFrom({ ...asked.value.choices, ways: 1 }, memory) : undefined;
}

/** Number of the last question about a note's options. */
let latest = 0;

/** The fingering engine, off the page's thread. */
const engine = {
  /** Nothing but its coming up, so that the first study waits for less. */
  warm(): void {},

  /** Works a recipe out, a line of the teacher's own book first among its ways; anything may be passed, the recipe is read first. */
  build(recipe: unknown, own?: string): Outcome<BuiltStudy> {
    const built = buildFrom(recipe, memory);
    return own && built.ok ? granted(withBookLine(built.value, own, memory)) : built;
  },

  /** The study an address holds, with its best way alone; none if it holds none, or asks for another way. */
  addressed(address: string): Outcome<BuiltStudy> | undefined {
    return address === OPENING ? opened : firstWayAt(address);
  },

  /** Every finger and string one note of a fingering can take, easiest first. */
  async options(recipe: Recipe, at: number, now: Way): Promise<NoteOption[] | undefined> {
    const turn = (latest += 1);
    const options: NoteOption[] = [];
    for (const option of eachOption(recipe, at, now, memory)) {
      options.push(option);
      // Whatever was asked meanwhile is answered first; a later question about a note replaces this one.
      await pause();
      if (turn !== latest) return undefined;
    }
    return options.sort((a, b) => a.dearer - b.dearer);
  },

  /** How a study fares in another key. */
  inKey(recipe: Recipe, way: Way, lowest: number, tonic: string): KeyFate {
    return inKey(recipe, way, lowest, tonic, memory);
  },

  /** A teacher's own line of fingers, checked, costed and compared with the engine's. */
  explain(recipe: Recipe, text: string): Outcome<Typed> {
    return explainTyped(recipe, text, memory);
  },

  /** Every system for the study's instrument, and why those that make no sense here are not offered. */
  systems(recipe: Recipe): SystemHere[] {
    return systemsHere(recipe, memory);
  },

  /** A system of one's own carried through the keys. */
  systemInKeys(recipe: Recipe, system: System): SystemInKey[] {
    return systemInKeys(recipe, system, memory);
  },

  /** Fingers a passage out of a file; a long one tells how far it has come. */
  passage(
    read: ReadMusic,
    ask: PassageAsk,
    onProgress?: OnProgress,
  ): Outcome<PassageStudy & { readonly found: readonly FoundStudy[] }> {
    const study = passageStudy(read, ask, memory, onProgress);
    if (!study.ok) return study;
    const { passage, recipe } = study.value.study;
    return granted({ ...study.value, found: foundIn(passage, recipe.instrument) });
  },

  /** Works a recipe out around the fingering it was kept with. */
  buildKept(recipe: unknown, fingering: readonly SavedFinger[]): Outcome<KeptStudy> {
    return buildKept(recipe, fingering, memory);
  },
};

function pause(): Promise<void> {
  return new Promise((resolve) => setTimeout(resolve));
}

export type Engine = typeof engine;

expose(engine);
