import type { Candidate } from './candidate.ts';
import type { StepLink } from './chain.ts';
import type { StepContext } from './setting.ts';
import type { Layer } from './traversal.ts';

/** Costs of the steps from every stopped candidate of one note to every one of the next, in playing order. */
export interface StoppedSteps {
  /** `cost[from · width + to]`, infinity where no hand can; what the notes cost by themselves is left out. */
  readonly cost: Float64Array;
  /** How the hand takes the second note: see `ARRIVAL`. */
  readonly arrival: Uint8Array;
}

/** Beyond this many tables of a kind all are forgotten: some ten megabytes. */
const MOST_TABLES = 800;
const MOST_PITCHES = 1024;

/**
 * What has been worked out under one setting: the stopped candidates of a pitch, and the steps
 * between two pitches. The same step comes back in the way down, in the mirrored and the free
 * route, in the next key and after the next pin, and costs the same each time. Forgetting changes
 * the time a search takes and never its result.
 */
export class StepMemory {
  readonly #candidates = new Map<string, readonly Candidate[]>();
  readonly #numbers = new Map<readonly Candidate[], number>();
  readonly #tables = new Map<number, StoppedSteps>();
  readonly #links = new Map<number, StepLink>();

  /** The candidates kept under a key that tells all they depend on. */
  candidates(key: string, work: () => readonly Candidate[]): readonly Candidate[] {
    const known = this.#candidates.get(key);
    if (known) return known;
    if (this.#candidates.size >= MOST_PITCHES) this.#forget();
    const fresh = work();
    this.#candidates.set(key, fresh);
    this.#numbers.set(fresh, this.#numbers.size);
    return fresh;
  }

  /** The step table between two lists of candidates; kept when both lists are. */
  steps(
    from: readonly Candidate[],
    to: readonly Candidate[],
    step: StepContext,
    work: () => StoppedSteps,
  ): StoppedSteps {
    return this.#kept(this.#tables, from, to, circumstances(step), work);
  }

  /**
   * The finished link from one column to the next, where neither has an open string: the steps of
   * the way up, and where `down` is given those of the way down with them. `once` says the second
   * note is a top note both ways share.
   */
  link(
    from: Layer,
    to: Layer,
    up: StepContext,
    down: { readonly step: StepContext; readonly once: boolean } | undefined,
    work: () => StepLink,
  ): StepLink {
    if (from.all !== from.stopped || to.all !== to.stopped) return work();
    const back = down ? 1 + circumstances(down.step) + (down.once ? CIRCUMSTANCES : 0) : 0;
    return this.#kept(this.#links, from.stopped, to.stopped, circumstances(up) + CIRCUMSTANCES * back, work);
  }

  #kept<T>(
    store: Map<number, T>,
    from: readonly Candidate[],
    to: readonly Candidate[],
    code: number,
    work: () => T,
  ): T {
    const a = this.#numbers.get(from);
    const b = this.#numbers.get(to);
    if (a === undefined || b === undefined) return work();
    const key = (a * MOST_PITCHES + b) * 4 * CIRCUMSTANCES * CIRCUMSTANCES + code;
    const known = store.get(key);
    if (known) return known;
    if (store.size >= MOST_TABLES) store.clear();
    const fresh = work();
    store.set(key, fresh);
    return fresh;
  }

  #forget(): void {
    this.#candidates.clear();
    this.#numbers.clear();
    this.#tables.clear();
    this.#links.clear();
  }
}

/** How many kinds of step there are between the same two notes. */
const CIRCUMSTANCES = 64;

const BOWS = ['any', 'change', 'slur', 'slur on the beat'] as const;

/** Everything a step's cost depends on besides its two notes. */
function circumstances(step: StepContext): number {
  return (
    (step.nearTop ? 1 : 0) +
    (step.wayDown ? 2 : 0) +
    (step.edge ? 4 : 0) +
    (step.bound ? 8 : 0) +
    16 * BOWS.indexOf(step.bow)
  );
}
