import { type EngineMemory, differingNotes } from '../fingering/index.ts';
import { type BuiltStudy, explainTyped } from '../study/index.ts';

/** What a way from the book is called among the ways. */
export const FROM_THE_BOOK = 'from your book';

/** A study with the book's fingering first among its ways, marked as the teacher's; as it was where the line does not fit it. */
export function withBookLine(built: BuiltStudy, fingering: string, memory: EngineMemory): BuiltStudy {
  const typed = explainTyped(built.recipe, fingering, memory);
  if (!typed.ok || !typed.value.ok) return built;
  const { way } = typed.value;
  const same = built.ways.find((one) => differingNotes(one, way).length === 0);
  const own = { ...(same ?? way), systems: [FROM_THE_BOOK, ...(same?.systems ?? way.systems)] };
  const others = built.ways.filter((one) => one !== same);
  return { ...built, ways: [own, ...others].slice(0, Math.max(1, built.recipe.ways)) };
}
