/**
 * Performance marks of one change: the choice, the fingering on screen, the score on screen.
 * They are read by the benchmark and cost nothing otherwise.
 */
const CHOICE = 'choice';

/** Whether the fingering of the last choice is on screen: a score that comes before is that of the choice before. */
let fingered = false;

/** Whether a score has come in the very commit that is being made: its fingering may be told of after it. */
let justEngraved = false;

/** A teacher has just changed a choice. */
export function markChoice(): void {
  fingered = false;
  performance.clearMarks(CHOICE);
  performance.mark(CHOICE);
}

/** The fingering that follows from the choice is on screen. */
export function markFingered(): void {
  fingered = true;
  measure('choice to fingering');
  if (justEngraved) measure('choice to score');
}

/** The score that follows from the choice is on screen. */
export function markEngraved(): void {
  if (fingered) {
    measure('choice to score');
    return;
  }
  justEngraved = true;
  queueMicrotask(() => {
    justEngraved = false;
  });
}

function measure(name: string): void {
  if (performance.getEntriesByName(CHOICE, 'mark').length === 0) return;
  // The last measure is all that is read; a long session keeps no more.
  performance.clearMeasures(name);
  performance.measure(name, CHOICE);
}
