import { parseArgs, type ParseArgsConfig } from 'node:util';
import type { z } from 'zod';

/** Options by their schema; nothing, with the reason and the usage said, where they cannot be read. */
export function readOptions<Schema extends z.ZodType>(
  schema: Schema,
  options: NonNullable<ParseArgsConfig['options']>,
  usage: string,
): z.output<Schema> | undefined {
  try {
    const parsed = schema.safeParse(parseArgs({ options }).values);
    if (parsed.success) return parsed.data;
    process.stderr.write(`${parsed.error.issues[0]?.message}\n${usage}\n`);
  } catch (error) {
    const option = /'(-[^']*)'/.exec((error as Error).message)?.[1];
    process.stderr.write(
      `${option ? `There is no option ${option}, or it needs a value.` : 'These options cannot be read.'}\n${usage}\n`,
    );
  }
  return undefined;
}
