import type { QueryKey } from '@tanstack/react-query';

/** Each part of a key written out once, as long as it lives: a part is never changed in place. */
const written = new WeakMap<object, string>();

/**
 * What tells one query's key from another's, as text. Studies are asked for by all their choices, and the
 * screen asks at every turn: the same choices are not written out again.
 */
export function hashOfKey(key: QueryKey): string {
  return key.map(wordOf).join('\n');
}

function wordOf(part: unknown): string {
  if (typeof part !== 'object' || part === null) return JSON.stringify(part) ?? 'null';
  const known = written.get(part);
  if (known !== undefined) return known;
  const word = JSON.stringify(part, inOrder);
  written.set(part, word);
  return word;
}

/** Fields in the order of their names, so that the same choices made in another order are the same. */
function inOrder(_: string, value: unknown): unknown {
  if (typeof value !== 'object' || value === null || Array.isArray(value)) return value;
  return Object.fromEntries(Object.entries(value).sort(([a], [b]) => (a < b ? -1 : 1)));
}
