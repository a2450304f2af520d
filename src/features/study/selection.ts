/** The notes chosen on the score: one, or a run from one to another, counted from 0. */
export interface Selection {
  /** Where the choosing began. */
  readonly anchor: number;
  /** The note the arrows move. */
  readonly head: number;
}

/** First and last note of a selection. */
export function rangeOf({ anchor, head }: Selection): readonly [from: number, to: number] {
  return [Math.min(anchor, head), Math.max(anchor, head)];
}

export function isSelected(selection: Selection | undefined, at: number): boolean {
  if (!selection) return false;
  const [from, to] = rangeOf(selection);
  return at >= from && at <= to;
}

/** Moves or extends a selection to a note, kept within the study. */
export function selectTo(selection: Selection | undefined, at: number, extend: boolean, count: number): Selection {
  const head = Math.max(0, Math.min(count - 1, at));
  return { anchor: extend && selection ? selection.anchor : head, head };
}
