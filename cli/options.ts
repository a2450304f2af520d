import { parseArgs, type ParseArgsConfig } from 'node:util';
import type { z } from 'zod';
import { readOutside } from '../src/core/base/index.ts';

/**
 * Options by their schema; nothing, with the reason and the usage said, where they cannot be read. `--help` prints the usage
 * and ends.
 */
export function readOptions<Schema extends z.ZodType>(
  schema: Schema,
  options: NonNullable<ParseArgsConfig['options']>,
  usage: string,
): z.output<Schema> | undefined {
  if (process.argv.slice(2).includes('--help')) {
    process.stdout.write(`${usage}\n`);
    process.exit(0);
  }
  let values: unknown;
  try {
    values = parseArgs({ options }).values;
  } catch (error) {
    process.stderr.write(`${faultIn(error)}\n${usage}\n`);
    return undefined;
  }
  const read = readOutside(schema, values);
  if (read.ok) return read.value;
  process.stderr.write(`${read.refusal.message}\n${usage}\n`);
  return undefined;
}

/** What is wrong with the options, by the code of Node's error: never in its words. */
function faultIn(error: unknown): string {
  const { code = '', message = '' } = error as { code?: string; message?: string };
  const named = /'(-[^'\s]*)/.exec(message)?.[1];
  if (code === 'ERR_PARSE_ARGS_UNEXPECTED_POSITIONAL')
    return 'Everything after the command is an option with its value.';
  return named ? `There is no option ${named}, or it needs a value.` : 'These options cannot be read.';
}
