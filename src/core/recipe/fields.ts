import { z } from 'zod';
import { choices } from '../base/index.ts';

/** One of a few words; says which they are. */
export function oneOf<const Values extends readonly [string, ...string[]]>(
  what: string,
  values: Values,
): z.ZodEnum<{ [Value in Values[number]]: Value }> {
  return z.enum(values, { error: `Choose the ${what} from: ${choices(values)}.` }) as z.ZodEnum<{
    [Value in Values[number]]: Value;
  }>;
}

/** A whole number within bounds; says which they are. */
export function whole(what: string, low: number, high: number): z.ZodNumber {
  const error = `${what} must be a whole number from ${low} to ${high}.`;
  return z.number({ error }).int(error).min(low, error).max(high, error);
}
