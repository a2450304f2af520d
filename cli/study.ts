import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { z } from 'zod';
import { midiFile } from '../src/core/formats/midi.ts';
import { musicXml } from '../src/core/formats/musicxml.ts';
import type { ScoredStudy } from '../src/core/formats/scored-study.ts';
import { buildFrom, type BuiltStudy } from '../src/core/study/build.ts';
import type { Outcome } from '../src/core/study/refusal.ts';
import { titleOf } from '../src/core/study/title.ts';

const USAGE = `Reads a JSON array of recipes on standard input and writes a JSON array of studies.
Options: --format json|musicxml|midi   --out DIR (for musicxml and midi)`;

const Options = z
  .object({ format: z.enum(['json', 'musicxml', 'midi']).default('json'), out: z.string().optional() })
  .refine((options) => options.format === 'json' || options.out !== undefined, {
    error: 'The formats musicxml and midi need --out DIR, the folder to write to.',
  });

type Options = z.infer<typeof Options>;

async function main(): Promise<number> {
  const options = readOptions();
  if (!options) return 2;
  const recipes = await readRecipes();
  if (!recipes) return 2;
  if (options.out !== undefined && options.format !== 'json') {
    try {
      mkdirSync(options.out, { recursive: true });
    } catch (error) {
      process.stderr.write(`The folder "${options.out}" cannot be written to: ${(error as Error).message}\n`);
      return 2;
    }
  }
  let failed = false;
  const answers = recipes.map((input, index) => {
    const built = safely(input);
    if (!built.ok) {
      failed = true;
      return { error: built.refusal };
    }
    return options.format === 'json' ? asJson(built.value) : asFile(built.value, options, index);
  });
  process.stdout.write(`${JSON.stringify(answers)}\n`);
  return failed ? 1 : 0;
}

/** A fault of the program's own fills its slot as any refusal does; the others are still answered. */
function safely(input: unknown): Outcome<BuiltStudy> {
  try {
    return buildFrom(input);
  } catch (error) {
    const message = `This recipe met a fault in the program (${(error as Error).message}). A simpler recipe may work.`;
    return { ok: false, refusal: { path: '', message } };
  }
}

function readOptions(): Options | undefined {
  try {
    const { values } = parseArgs({ options: { format: { type: 'string' }, out: { type: 'string' } } });
    const parsed = Options.safeParse(values);
    if (parsed.success) return parsed.data;
    process.stderr.write(`${parsed.error.issues[0]?.message}\n${USAGE}\n`);
  } catch (error) {
    process.stderr.write(`${(error as Error).message}\n${USAGE}\n`);
  }
  return undefined;
}

async function readRecipes(): Promise<unknown[] | undefined> {
  const chunks: Buffer[] = [];
  for await (const chunk of process.stdin) chunks.push(chunk as Buffer);
  try {
    const value: unknown = JSON.parse(Buffer.concat(chunks).toString('utf8'));
    if (Array.isArray(value)) return value;
    process.stderr.write('Standard input must hold a JSON array of recipes.\n');
  } catch (error) {
    process.stderr.write(`Standard input is not JSON: ${(error as Error).message}\n`);
  }
  return undefined;
}

function asJson({ recipe, passage, ways }: BuiltStudy): unknown {
  const start = passage.tonic.name;
  return {
    recipe: { ...recipe, start, ...(recipe.instrument === 'bass' ? { handSystem: recipe.handSystem ?? '1-2-4' } : {}) },
    notes: passage.notes.map((note) => ({
      at: note.at,
      pitch: note.pitch.name,
      midi: note.pitch.midi,
      degree: note.degree,
    })),
    ways,
  };
}

function asFile({ recipe, passage, ways }: BuiltStudy, options: Options, index: number): { file: string } {
  const way = ways[0];
  if (!way) throw new Error('A built study has at least one way.');
  const study: ScoredStudy = { title: titleOf(recipe), recipe, passage, way };
  const file = join(options.out ?? '.', `${index}.${options.format === 'midi' ? 'mid' : 'musicxml'}`);
  writeFileSync(file, options.format === 'midi' ? midiFile(study) : musicXml(study));
  return { file };
}

process.exitCode = await main();
