import { expose } from 'comlink';
import { EngineMemory, type Way } from '../core/fingering/fingering.ts';
import { explainTyped, type Typed } from '../core/study/typed/explain.ts';
import { buildFrom, buildStudy, type BuiltStudy } from '../core/study/build.ts';
import { eachOption, type NoteOption } from '../core/study/note-options.ts';
import { inKey, type KeyFate } from '../core/study/other-keys.ts';
import type { Outcome } from '../core/base/outcome.ts';
import type { Recipe } from '../core/recipe/recipe.ts';
import type { SavedFinger } from '../core/study/saved-study.ts';

/** What this engine remembers, as long as its worker lives. */
const memory = new EngineMemory();

/** Number of the last question about a note's options. */
let latest = 0;

/** The fingering engine, off the page's thread. */
const engine = {
  /** Works a recipe out; anything may be passed, the recipe is read first. */
  build(recipe: unknown): Outcome<BuiltStudy> {
    return buildFrom(recipe, memory);
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

  /**
   * Works a recipe out around a fingering that was saved: its way comes first, then what the engine
   * would offer today. When the saved fingers no longer fit the recipe, only the engine's are given.
   */
  buildSaved(recipe: unknown, saved: readonly SavedFinger[]): Outcome<BuiltStudy> {
    const built = buildFrom(recipe, memory);
    if (!built.ok || built.value.passage.notes.length !== saved.length) return built;
    const { ways } = built.value;
    const kept = ways.find((way) =>
      way.fingers.every((note, at) => note.string === saved[at]?.string && note.finger === saved[at]?.finger),
    );
    if (kept) return { ok: true, value: { ...built.value, ways: [kept, ...ways.filter((way) => way !== kept)] } };
    const pins = saved.map((note, at) => ({ at, string: note.string, finger: note.finger }));
    const own = buildStudy({ ...built.value.recipe, pins, groups: undefined, ways: 1 }, memory);
    if (!own.ok) return built;
    return { ok: true, value: { ...built.value, ways: [...own.value.ways, ...ways] } };
  },
};

function pause(): Promise<void> {
  return new Promise((resolve) => setTimeout(resolve));
}

export type Engine = typeof engine;

expose(engine);
