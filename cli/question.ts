import { parseJson } from '../src/core/base/index.ts';
import { readInput } from './outside.ts';

/** The JSON object on standard input; `undefined`, with the reason printed, if it is not an object such as `example`. */
export async function readQuestion(example: string): Promise<object | undefined> {
  const input = await readInput('question');
  if (!input.ok) {
    process.stderr.write(`${input.refusal.message}\n`);
    return undefined;
  }
  const json = parseJson(input.value);
  if (json && typeof json.value === 'object' && json.value !== null && !Array.isArray(json.value)) return json.value;
  process.stderr.write(`Standard input must hold a JSON object such as ${example}\n`);
  return undefined;
}

/** The reader of the answer may stop before its end. */
export function sayOnClosedOutput(): void {
  process.stdout.on('error', () => {
    process.stderr.write('Standard output was closed before everything was written.\n');
    process.exit(1);
  });
}
