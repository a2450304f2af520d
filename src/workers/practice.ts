/** Nothing has been asked for so long, milliseconds, before there is practice: who asks while it goes on waits for one run. */
const CALM = 500;

/** So many runs on end that are no faster than the best so far, and it is enough. */
const NO_FASTER = 3;

/** A run is faster where it takes less than this share of the best before. */
const FASTER = 0.95;

/** There is an end to it, however much the machine is busy with other things. */
const AT_MOST = 20;

/**
 * Does the same work again while nobody asks for any, until it gets no faster. A browser compiles well only what has run
 * often: the first dozen scores take up to three times as long as those after them.
 */
export class Practice {
  readonly #now: () => number;
  #pause: ReturnType<typeof setTimeout> | undefined;
  #best = Number.POSITIVE_INFINITY;
  #noFaster = 0;
  #runs = 0;

  /** @param now a clock, milliseconds. */
  constructor(now: () => number) {
    this.#now = now;
  }

  /** Some work was asked for and is done; it will do to practise. */
  after(work: () => void): void {
    clearTimeout(this.#pause);
    this.#pause = setTimeout(() => this.#run(work), CALM);
  }

  #run(work: () => void): void {
    if (this.#noFaster === NO_FASTER || this.#runs === AT_MOST) return;
    const began = this.#now();
    work();
    const took = this.#now() - began;
    this.#runs += 1;
    this.#noFaster = took < this.#best * FASTER ? 0 : this.#noFaster + 1;
    this.#best = Math.min(this.#best, took);
    // As long a pause as it took: half of the processor's time is left to others.
    this.#pause = setTimeout(() => this.#run(work), took);
  }
}
