import { z } from 'zod';
import { refused, type Outcome } from './outcome.ts';
import { choices, counted } from './words.ts';

/**
 * Reads a value from outside by its schema. What the schema says of a fault in words of its own is said;
 * whatever it leaves unsaid is said here, never by the validator.
 * @example readOutside(z.object({ a: z.number() }), { a: 'x' }).refusal.message // '“a” must be a number.'
 */
export function readOutside<Schema extends z.ZodType>(schema: Schema, value: unknown): Outcome<z.output<Schema>> {
  const read = schema.safeParse(value, { error: wordsFor });
  if (read.success) return { ok: true, value: read.data };
  const { path, message } = firstFault(read.error.issues);
  return refused('unreadable', path.map(String).join('.'), { reason: message });
}

/**
 * What a file says its version is; one that is no number is told from the number it looks like.
 *
 * @example versionWords('1') // '“1”, which is no number'
 */
export function versionWords(version: unknown): string {
  if (typeof version === 'number') return String(version);
  if (version === undefined) return 'none';
  return typeof version === 'string' ? `“${version.slice(0, 20)}”, which is no number` : 'something that is no number';
}

/** How deep lists and objects may lie in one another: nothing of ours comes near. */
const DEEPEST = 60;

/** Text as JSON; `undefined` if it is not JSON or is nested too deeply. A byte-order mark is ignored. */
export function parseJson(text: string): { readonly value: unknown } | undefined {
  if (isDeep(text)) return undefined;
  try {
    return { value: JSON.parse(text.replace(/^\uFEFF/, '')) };
  } catch {
    return undefined;
  }
}

function isDeep(text: string): boolean {
  let [depth, inWords] = [0, false];
  for (let at = 0; at < text.length; at += 1) {
    const code = text.charCodeAt(at);
    if (inWords) {
      if (code === BACKSLASH) at += 1;
      else if (code === QUOTE) inWords = false;
    } else if (code === QUOTE) inWords = true;
    else if (code === BRACKET || code === BRACE) {
      depth += 1;
      if (depth > DEEPEST) return true;
    } else if (code === BRACKET + 2 || code === BRACE + 2) depth -= 1;
  }
  return false;
}

const QUOTE = 34;
const BACKSLASH = 92;
/** `[` and `{`; two further on is what closes each. */
const BRACKET = 91;
const BRACE = 123;

type Issue = z.core.$ZodIssue;

interface Fault {
  readonly path: readonly PropertyKey[];
  readonly message: string;
}

/** The fault to tell: within alternatives, that of the alternative the value comes nearest to. */
function firstFault(issues: readonly Issue[], above: readonly PropertyKey[] = []): Fault {
  const [issue] = issues;
  if (!issue) return { path: above, message: 'This cannot be read.' };
  const path = [...above, ...issue.path];
  if (issue.code === 'invalid_union') {
    const near = issue.errors.find((branch) => branch.length > 0 && branch.every((one) => one.path.length > 0));
    if (near) return firstFault(near, path);
  }
  if (issue.code === 'unrecognized_keys') return { path: [...path, issue.keys[0] ?? ''], message: issue.message };
  return { path, message: issue.message };
}

const TYPES: Readonly<Record<string, string>> = {
  string: 'text',
  number: 'a number',
  int: 'a whole number',
  boolean: 'true or false',
  array: 'a list',
  object: 'an object in braces',
  record: 'an object in braces',
};

/** What is wrong with a value, where its schema has no words of its own. */
function wordsFor(issue: z.core.$ZodRawIssue): string {
  const place = placeWords(issue.path ?? []);
  if (issue.code === 'unrecognized_keys') {
    const known = fieldsOf(issue.inst);
    const fields = known.length > 0 ? ` Its fields are: ${choices(known)}.` : '';
    return `${place} has no field “${issue.keys[0] ?? ''}”.${fields}`;
  }
  if (issue.input === undefined) return `${place} is missing.`;
  switch (issue.code) {
    case 'invalid_type':
      return `${place} must be ${TYPES[issue.expected] ?? issue.expected}.`;
    case 'invalid_value':
      return issue.values.length === 1
        ? `${place} must be ${String(issue.values[0])}.`
        : `${place} must be one of: ${choices(issue.values.map(String))}.`;
    case 'too_big':
      return `${place} ${boundWords(issue.origin, Number(issue.maximum), 'at most')}.`;
    case 'too_small':
      return `${place} ${boundWords(issue.origin, Number(issue.minimum), 'at least')}.`;
    case 'invalid_format':
      return issue.format === 'datetime'
        ? `${place} must be a date and time such as 2026-03-01T10:00:00Z.`
        : `${place} is not written as it must be.`;
    case 'invalid_union':
      return `${place} is none of the things it may be.`;
    default:
      return `${place} cannot be read.`;
  }
}

function boundWords(origin: string, bound: number, bounds: 'at most' | 'at least'): string {
  if (origin === 'string') return `must have ${bounds} ${counted(bound, 'letter')}`;
  if (origin === 'array' || origin === 'set') return `must have ${bounds} ${counted(bound, 'entry', 'entries')}`;
  return `must be ${bounds} ${bound}`;
}

/** `“setUp.size”`, `“pins” entry 3`; lists are counted from 1 here. */
function placeWords(path: readonly PropertyKey[]): string {
  if (path.length === 0) return 'This';
  const last = path.at(-1);
  const names = path.filter((part) => typeof part === 'string');
  if (typeof last === 'number') return `“${names.join('.')}” entry ${last + 1}`;
  return `“${path.map((part) => (typeof part === 'number' ? part + 1 : String(part))).join('.')}”`;
}

function fieldsOf(schema: unknown): string[] {
  return schema instanceof z.ZodObject ? Object.keys(schema.shape) : [];
}
