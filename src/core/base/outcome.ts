import { refusal, type Refusal, type RefusalCode, type RefusalFacts } from './refusal.ts';

export type { Refusal };

/** Something refused. */
export interface Refused {
  readonly ok: false;
  readonly refusal: Refusal;
}

/** Either a value, or the refusal that stands in its place. */
export type Outcome<T> = { readonly ok: true; readonly value: T } | Refused;

/** Wraps a value that came about. */
export function granted<T>(value: T): Outcome<T> {
  return { ok: true, value };
}

/** Refuses a field: see `refusal`. */
export function refused<Code extends RefusalCode>(
  code: Code,
  path: string,
  facts: RefusalFacts<Code>,
  release?: readonly number[],
): Refused {
  return { ok: false, refusal: refusal(code, path, facts, release) };
}

/** A refusal of what was read from a file, with its place before its reason; `kept` says what was left alone. */
export function atPlace({ refusal: { path, message } }: Refused, kept = ''): Refused {
  return refused('unreadable-file', path, { place: path, reason: message, kept });
}
