/** Why a recipe can't become a study: the field at fault, and what would work instead. */
export interface Refusal {
  /** Dotted path of the field: `octaves`, `pins.0.string`. */
  readonly path: string;
  /** One sentence or two a teacher understands. */
  readonly message: string;
  /** Notes whose pins must be released, counted from 0, where pins are at fault. */
  readonly release?: readonly number[];
}

/** Either a value, or the refusal that stands in its place. */
export type Outcome<T> = { readonly ok: true; readonly value: T } | { readonly ok: false; readonly refusal: Refusal };

/** Wraps a value that came about. */
export function granted<T>(value: T): Outcome<T> {
  return { ok: true, value };
}

/** Wraps a refusal. */
export function refused(
  path: string,
  message: string,
  release?: readonly number[],
): { readonly ok: false; readonly refusal: Refusal } {
  return { ok: false, refusal: release ? { path, message, release } : { path, message } };
}
