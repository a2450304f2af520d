import { join } from 'node:path';
import { z } from 'zod';
import { classFiles, classPlanFrom, type ClassPlan } from '../src/core/classroom/index.ts';
import { readOptions } from './options.ts';
import { written } from './outside.ts';
import { readQuestion, sayOnClosedOutput } from './question.ts';
import { answered } from './recipe-file.ts';
import { studyAnswer } from './study-answer.ts';

const EXAMPLE =
  '{"tonic":"D","form":"major","figure":"scale","octaves":2,"sections":[{"instrument":"violin"},{"instrument":"cello"}]}';
const USAGE = `Reads a class as a JSON object on standard input, such as ${EXAMPLE}
Options: --out DIR (writes score.musicxml, the teacher's score, and a part a section)`;

/** The exit status: 0 for a class, 1 for a refusal, 2 when the question cannot be read at all. */
async function main(): Promise<number> {
  const options = readOptions(z.object({ out: z.string().optional() }), { out: { type: 'string' } }, USAGE);
  if (!options) return 2;
  const { out } = options;
  const question = await readQuestion(EXAMPLE);
  if (!question) return 2;
  const plan = classPlanFrom(question);
  if (!plan.ok) return answered({ error: { path: plan.refusal.path, message: plan.refusal.message } }, 1);
  const failed = out === undefined ? undefined : filesWritten(plan.value, out);
  return failed ? answered({ error: { path: 'out', message: failed } }, 1) : answered(classAnswer(plan.value), 0);
}

function classAnswer({ title, sections }: ClassPlan): object {
  return {
    title,
    sections: sections.map(({ name, section, study, octaves, level, reminders, forTheTeacher }) => ({
      name,
      instrument: section.instrument,
      players: section.players,
      octaves,
      level: level.id,
      study: studyAnswer(study),
      reminders,
      forTheTeacher,
    })),
  };
}

/** Writes the files of a class; what stood in the way, where something did. */
function filesWritten(plan: ClassPlan, out: string): string | undefined {
  for (const { name, text } of classFiles(plan)) {
    const trouble = written(join(out, name), text);
    if (trouble !== undefined) return trouble;
  }
  return undefined;
}

sayOnClosedOutput();
process.exitCode = await main();
