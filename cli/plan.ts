import { parseJson } from '../src/core/base/reading.ts';
import { planFrom } from '../src/core/practice/plan-request.ts';
import { reasonOf } from './system-reasons.ts';

const EXAMPLE =
  '{"today":"2026-03-09","exam":null,"days":14,"minutes":30,"studies":[{"id":"a","recipe":{"instrument":"violin","tonic":"A"},"set":"2026-03-02"}],"attempts":[]}';

/** The answer's exit status: 0 for a plan, 1 for a refusal, 2 when the question cannot be read at all. */
async function main(): Promise<number> {
  const chunks: Buffer[] = [];
  try {
    for await (const chunk of process.stdin) chunks.push(chunk as Buffer);
  } catch (error) {
    process.stderr.write(`Standard input cannot be read: ${reasonOf(error)}\n`);
    return 2;
  }
  const json = parseJson(Buffer.concat(chunks).toString('utf8'));
  if (!json || typeof json.value !== 'object' || json.value === null || Array.isArray(json.value)) {
    process.stderr.write(`Standard input must hold a JSON object such as ${EXAMPLE}\n`);
    return 2;
  }
  const plan = planFrom(json.value);
  const answer = plan.ok ? plan.value : { error: { path: plan.refusal.path, message: plan.refusal.message } };
  process.stdout.write(`${JSON.stringify(answer)}\n`);
  return plan.ok ? 0 : 1;
}

// Whoever reads the answer may stop before its end.
process.stdout.on('error', () => {
  process.stderr.write('Standard output was closed before everything was written.\n');
  process.exit(1);
});
process.exitCode = await main();
