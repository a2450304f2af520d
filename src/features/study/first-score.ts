/** What waits for the first score waits no longer than this, milliseconds. */
const AT_MOST = 2_000;

/**
 * The moment from which the processor is free for what is not read first: the first score of a page stands. The engraver
 * comes up only once, so later scores are not waited for.
 */
export class FirstScore {
  #tell: () => void = () => undefined;
  readonly #stood = new Promise<void>((resolve) => {
    this.#tell = resolve;
  });
  #waiting: Promise<void> | undefined;

  /** A score is on the page, or there will be none. */
  readonly stands = (): void => {
    this.#tell();
  };

  /** Comes when the first score stands, or when it has been waited for long enough. */
  readonly come = (): Promise<void> => {
    this.#waiting ??= Promise.race([this.#stood, new Promise<void>((resolve) => setTimeout(resolve, AT_MOST))]);
    return this.#waiting;
  };

  /** What fetches a file of the application, which is fetched once the first score stands: before it is asked for. */
  readonly fetch = <File>(fetched: () => Promise<File>): (() => Promise<File>) => {
    // Whoever asks for it hears that it is not to be had.
    void this.come()
      .then(fetched)
      .catch(() => undefined);
    return fetched;
  };
}

/** That of this page. */
export const { stands: scoreStands, come: firstScore, fetch: afterScore } = new FirstScore();
