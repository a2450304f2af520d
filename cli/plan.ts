import { planFrom } from '../src/core/practice/index.ts';
import { z } from 'zod';
import { readOptions } from './options.ts';
import { readQuestion, sayOnClosedOutput } from './question.ts';

const EXAMPLE =
  '{"today":"2026-03-09","exam":null,"days":14,"minutes":30,"studies":[{"id":"a","recipe":{"instrument":"violin","tonic":"A"},"set":"2026-03-02"}],"attempts":[]}';

/** The answer's exit status: 0 for a plan, 1 for a refusal, 2 when the question cannot be read at all. */
async function main(): Promise<number> {
  if (!readOptions(z.object({}), {}, `Reads a JSON object on standard input, such as ${EXAMPLE}`)) return 2;
  const question = await readQuestion(EXAMPLE);
  if (!question) return 2;
  const plan = planFrom(question);
  const answer = plan.ok ? plan.value : { error: { path: plan.refusal.path, message: plan.refusal.message } };
  process.stdout.write(`${JSON.stringify(answer)}\n`);
  return plan.ok ? 0 : 1;
}

sayOnClosedOutput();
process.exitCode = await main();
