/** What waits for the first score of a page waits no longer than this, milliseconds; it comes only once. */
const AT_MOST = 2_000;

/** What waits for the score of a choice, milliseconds: as long as a slow one takes. */
const AT_MOST_A_CHOICE = 300;

/**
 * When the score of the page stands. It comes first; what is not read first waits until then, for they share the
 * processor.
 */
export class ScoreStands {
  #tellFirst: () => void = () => undefined;
  readonly #first = new Promise<void>((resolve) => {
    this.#tellFirst = resolve;
  });
  #waiting: Promise<void> | undefined;
  #asked = false;
  #tellNext: (() => void)[] = [];

  /** A score is asked for. */
  readonly asked = (): void => {
    this.#asked = true;
  };

  /** The score that was asked for is no longer wanted: nobody need begin to wait for it. */
  readonly left = (): void => {
    this.#asked = false;
  };

  /** A score is on the page, or there will be none. */
  readonly stands = (): void => {
    this.#asked = false;
    this.#tellFirst();
    for (const tell of this.#tellNext.splice(0)) tell();
  };

  /** Comes when the first score stands, or when it has been waited for long enough. */
  readonly first = (): Promise<void> => {
    this.#waiting ??= Promise.race([this.#first, pause(AT_MOST)]);
    return this.#waiting;
  };

  /** Comes when the next score stands, or when it has been waited for long enough. */
  readonly next = (): Promise<void> =>
    Promise.race([new Promise<void>((resolve) => void this.#tellNext.push(resolve)), pause(AT_MOST_A_CHOICE)]);

  /** Comes when the score that is asked for stands, at once where none is. */
  readonly asItIs = async (): Promise<void> => {
    if (this.#asked) await this.next();
  };

  /** What fetches a file of the application, which is fetched once the first score stands: before it is asked for. */
  readonly fetch = <File>(fetched: () => Promise<File>): (() => Promise<File>) => {
    // The caller hears that it cannot be loaded.
    void this.first()
      .then(fetched)
      .catch(() => undefined);
    return fetched;
  };
}

function pause(milliseconds: number): Promise<void> {
  return new Promise((resolve) => setTimeout(resolve, milliseconds));
}

/** That of this page. */
export const {
  asked: scoreAsked,
  left: scoreLeft,
  stands: scoreStands,
  first: firstScore,
  next: nextScore,
  asItIs: scoreAsItIs,
  fetch: afterScore,
} = new ScoreStands();
