import type { Instrument } from '../../instruments/index.ts';
import type { Candidate } from './candidate.ts';
import type { StepLink } from './lattice.ts';
import type { StoppedSteps } from './step-costs.ts';
import { kindOf, STEP_KINDS, type Step } from './step.ts';

/** Beyond this all is forgotten, bytes. */
const BOUND = 48_000_000;
/** About what a candidate takes, bytes: measured in Node 20. */
const CANDIDATE = 150;

/**
 * What an engine remembers from study to study: candidates of a pitch, the steps between two
 * pitches, and the links made of them. The same step comes back in the way down, in another route,
 * in the next key and after the next pin, and costs the same each time. The caller that makes an engine
 * makes its memory; one bound holds for all of it. Forgetting changes the time a search takes and
 * never its result.
 */
export class EngineMemory {
  readonly bound: number;
  readonly #settings = new Map<string, SettingMemory>();
  readonly #instruments = new WeakMap<Instrument, string>();
  #bytes = 0;

  constructor(bound: number = BOUND) {
    this.bound = bound;
  }

  /** Bytes remembered, about. */
  get bytes(): number {
    return this.#bytes;
  }

  /** What is remembered under one setting; `key` tells all that its costs depend on. */
  under(key: string): SettingMemory {
    const known = this.#settings.get(key);
    if (known) return known;
    const fresh = new SettingMemory((bytes) => this.#take(bytes));
    this.#settings.set(key, fresh);
    return fresh;
  }

  /** An instrument written out, for keys. */
  nameOf(instrument: Instrument): string {
    const known = this.#instruments.get(instrument);
    if (known !== undefined) return known;
    const { strings, frames, handSystems, highestStop, homeHand, fingerToEachStep, slidesInHand } = instrument;
    const name = JSON.stringify([
      strings,
      frames,
      handSystems,
      highestStop,
      homeHand,
      fingerToEachStep,
      slidesInHand ?? false,
    ]);
    this.#instruments.set(instrument, name);
    return name;
  }

  #take(bytes: number): void {
    this.#bytes += bytes;
    if (this.#bytes <= this.bound) return;
    for (const setting of this.#settings.values()) setting.forget();
    this.#settings.clear();
    this.#bytes = bytes;
  }
}

/** The part of a memory that holds for one setting: one instrument, one table of costs. */
export class SettingMemory {
  readonly #take: (bytes: number) => void;
  readonly #candidates = new Map<string, readonly Candidate[]>();
  /** A number for each list of candidates kept; none is given out twice, also not after forgetting. */
  readonly #numbers = new Map<readonly Candidate[], number>();
  #next = 0;
  readonly #steps = new Map<string, StoppedSteps>();
  readonly #links = new Map<string, StepLink>();

  constructor(take: (bytes: number) => void) {
    this.#take = take;
  }

  /** The candidates kept under a key that tells all they depend on. */
  candidates(key: string, work: () => readonly Candidate[]): readonly Candidate[] {
    const known = this.#candidates.get(key);
    if (known) return known;
    const fresh = work();
    this.#take(fresh.length * CANDIDATE);
    this.#candidates.set(key, fresh);
    this.#numbers.set(fresh, this.#next);
    this.#next += 1;
    return fresh;
  }

  /** Those of a list of candidates that are allowed: the list itself where all are, one list for each choice of them. */
  among(list: readonly Candidate[], allows: (one: Candidate) => boolean): readonly Candidate[] {
    const places: number[] = [];
    list.forEach((one, place) => {
      if (allows(one)) places.push(place);
    });
    if (places.length === list.length) return list;
    const allowed = (): Candidate[] => places.map((place) => list[place] as Candidate);
    const number = this.#numbers.get(list);
    return number === undefined ? allowed() : this.candidates(`${number} of which ${places.join()}`, allowed);
  }

  /** The steps between two lists of candidates; kept when both lists are. */
  steps(from: readonly Candidate[], to: readonly Candidate[], step: Step, work: () => StoppedSteps): StoppedSteps {
    return this.#kept(
      this.#steps,
      from,
      to,
      kindOf(step),
      work,
      ({ cost, arrival }) => cost.byteLength + arrival.byteLength,
    );
  }

  /**
   * The finished link from one list to another: the steps of the way up, and where `down` is given
   * those of the way down with them. `once` says the second note is a top note both ways share.
   */
  link(
    from: readonly Candidate[],
    to: readonly Candidate[],
    up: Step,
    down: { readonly step: Step; readonly once: boolean } | undefined,
    work: () => StepLink,
  ): StepLink {
    const back = down ? 1 + kindOf(down.step) + (down.once ? STEP_KINDS : 0) : 0;
    return this.#kept(this.#links, from, to, kindOf(up) + STEP_KINDS * back, work, (link) => link.begins.byteLength);
  }

  /** Forgets everything; what a search still holds it goes on with. */
  forget(): void {
    this.#candidates.clear();
    this.#numbers.clear();
    this.#steps.clear();
    this.#links.clear();
  }

  #kept<T>(
    store: Map<string, T>,
    from: readonly Candidate[],
    to: readonly Candidate[],
    kind: number,
    work: () => T,
    size: (one: T) => number,
  ): T {
    const a = this.#numbers.get(from);
    const b = this.#numbers.get(to);
    if (a === undefined || b === undefined) return work();
    const key = `${a} ${b} ${kind}`;
    const known = store.get(key);
    if (known) return known;
    const fresh = work();
    this.#take(size(fresh));
    store.set(key, fresh);
    return fresh;
  }
}
