import { refused, type Outcome, parseJson } from '../src/core/base/index.ts';
import { titleOf } from '../src/core/recipe/index.ts';
import type { ScoredStudy } from '../src/core/score/index.ts';
import { buildFrom } from '../src/core/study/index.ts';
import { readTextFile } from './outside.ts';

/** A file of JSON; refused with the path of the option that names it. */
export function readJsonFile(file: string, option: string): Outcome<unknown> {
  const text = readTextFile(file, 'recipe', option);
  if (!text.ok) return text;
  const json = parseJson(text.value);
  return json ? { ok: true, value: json.value } : refused('unreadable', option, { reason: `“${file}” is not JSON.` });
}

/** The study of a recipe in a file, under its best way. A list of one recipe is one. */
export function readStudy(file: string): Outcome<ScoredStudy> {
  const json = readJsonFile(file, 'recipe');
  if (!json.ok) return json;
  const list: unknown = json.value;
  const built = buildFrom(Array.isArray(list) ? list[0] : list);
  if (!built.ok) return built;
  const { recipe, passage, ways } = built.value;
  const [way] = ways;
  if (!way) throw new Error('A built study has at least one way.');
  return { ok: true, value: { title: titleOf(recipe), recipe, passage, way } };
}

/** An answer on standard output, and the exit status that goes with it. */
export function answered(answer: object, status: number): number {
  process.stdout.write(`${JSON.stringify(answer)}\n`);
  return status;
}
