import { join, resolve } from 'node:path';
import { z } from 'zod';
import { parseJson, refused, type Outcome } from '../src/core/base/index.ts';
import { EngineMemory } from '../src/core/fingering/index.ts';
import { midiFile, scoreOf, musicXml, type ScoredStudy } from '../src/core/score/index.ts';
import {
  type Model,
  type TooSmall,
  fitSection,
  standingOf,
  readSyllabus,
  sectionFor,
  type Ask,
  type Section,
} from '../src/core/grading/index.ts';
import { buildFrom, type BuiltStudy } from '../src/core/study/index.ts';
import { readOptions } from './options.ts';
import { makeFolder, readInput, readTextFile, written } from './outside.ts';
import { sayOnClosedOutput } from './question.ts';
import { studyAnswer } from './study-answer.ts';
import { reasonOf } from './system-reasons.ts';
import { titleOf } from '../src/core/recipe/index.ts';

const USAGE = `Reads a JSON array of recipes on standard input and writes a JSON array of studies.
Options: --format json|musicxml|midi   --out DIR (for musicxml and midi)   --grade FILE (a syllabus)`;

const Options = z
  .object({
    format: z.enum(['json', 'musicxml', 'midi'], { error: 'The format is json, musicxml or midi.' }).default('json'),
    out: z.string().optional(),
    grade: z.string().optional(),
  })
  .refine((options) => options.format === 'json' || options.out !== undefined, {
    error: 'The formats musicxml and midi need --out DIR, the folder to write to.',
  });

type Options = z.infer<typeof Options>;

async function main(): Promise<number> {
  const text = { type: 'string' } as const;
  const options = readOptions(Options, { format: text, out: text, grade: text }, USAGE);
  if (!options) return 2;
  const recipes = await readRecipes();
  if (!recipes) return 2;
  if (options.out !== undefined && options.format !== 'json') {
    try {
      makeFolder(resolve(options.out));
    } catch (error) {
      process.stderr.write(`The folder “${options.out}” cannot be made: ${reasonOf(error)}\n`);
      return 2;
    }
  }
  const grader = options.grade === undefined ? undefined : readGrader(options.grade);
  if (grader === null) return 2;
  let failed = false;
  const answers = recipes.map((input, index) => {
    const built = safely(input);
    if (!built.ok) {
      failed = true;
      return { error: built.refusal };
    }
    const answer = options.format === 'json' ? studyAnswer(built.value) : asFile(built.value, options, index);
    if ('error' in answer) failed = true;
    return grader ? { ...answer, grade: grader(built.value) } : answer;
  });
  process.stdout.write(`${JSON.stringify(answers)}\n`);
  return failed ? 1 : 0;
}

/** What the engine remembers from recipe to recipe. */
const memory = new EngineMemory();

/** A fault of the program's own fills its slot as any refusal does; the others are still answered. */
function safely(input: unknown): Outcome<BuiltStudy> {
  try {
    return buildFrom(input, memory);
  } catch (error) {
    return refused('fault', '', { reason: (error as Error).message });
  }
}

/** Grades studies by the syllabus of a file; null, with the reason said, where that can't be read. */
function readGrader(file: string): ((study: BuiltStudy) => object) | null {
  const text = readTextFile(file, 'syllabus', 'grade');
  const syllabus = text.ok ? readSyllabus(text.value) : text;
  if (!syllabus.ok) {
    process.stderr.write(`The syllabus “${file}” cannot be read: ${syllabus.refusal.message}\n`);
    return null;
  }
  const models = new Map<string, Model | TooSmall>();
  return ({ recipe, passage, ways }) => {
    const section = sectionFor(syllabus.value, recipe.instrument);
    const [way] = ways;
    if (!section || !way) return { satisfied: [], near: [], estimate: null };
    const model = models.get(recipe.instrument) ?? fitted(section);
    models.set(recipe.instrument, model);
    const { satisfied, near, estimate, bow } = standingOf({ recipe, passage }, way, section, model, memory);
    return {
      satisfied: satisfied.map(askJson),
      near: near.map(({ ask, differences }) => ({
        ...askJson(ask),
        differences: differences.map(({ field, words }) => ({ field, words })),
      })),
      estimate:
        'kind' in estimate
          ? { message: estimate.words }
          : {
              grade: section.grades[estimate.grade]?.name ?? '',
              value: estimate.value + 1,
              uncertainty: estimate.uncertainty,
              parts: estimate.parts,
            },
      ...(bow
        ? { bow: { grade: section.grades[bow.grade]?.name ?? '', value: bow.value + 1, uncertainty: bow.uncertainty } }
        : {}),
    };
  };
}

function fitted(section: Section): Model | TooSmall {
  const work = fitSection(section);
  let step = work.next();
  while (!step.done) step = work.next();
  return step.value.model;
}

function askJson({ gradeName, group, item, tonic }: Ask): object {
  return { grade: gradeName, group, item: item.id, tonic };
}

async function readRecipes(): Promise<unknown[] | undefined> {
  const input = await readInput('question');
  if (!input.ok) {
    process.stderr.write(`${input.refusal.message}\n`);
    return undefined;
  }
  const json = parseJson(input.value);
  if (Array.isArray(json?.value)) return json.value as unknown[];
  process.stderr.write(
    json
      ? 'Standard input must hold a JSON array of recipes, such as [{"instrument":"violin","tonic":"A"}].\n'
      : 'Standard input is not JSON. It must hold an array of recipes, such as [{"instrument":"violin","tonic":"A"}].\n',
  );
  return undefined;
}

function asFile(
  { recipe, passage, ways }: BuiltStudy,
  options: Options,
  index: number,
): { file: string } | { error: { path: string; message: string } } {
  const way = ways[0];
  if (!way) throw new Error('A built study has at least one way.');
  const study: ScoredStudy = { title: titleOf(recipe), recipe, passage, way };
  const file = join(options.out ?? '.', `${index}.${options.format === 'midi' ? 'mid' : 'musicxml'}`);
  const message = written(file, options.format === 'midi' ? midiFile(study) : musicXml(scoreOf(study)));
  return message === undefined ? { file } : { error: { path: 'out', message } };
}

sayOnClosedOutput();
process.exitCode = await main();
