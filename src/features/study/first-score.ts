/** What waits for the first score of a page waits no longer than this, milliseconds. */
const AT_MOST = 2_000;

let tell: () => void = () => undefined;
const stands = new Promise<void>((resolve) => {
  tell = resolve;
});
let waiting: Promise<void> | undefined;

/** A score is on the page, or there will be none. */
export function scoreStands(): void {
  tell();
}

/**
 * The moment from which the processor is free for what is not read first: the first score of a page stands. The engraver
 * comes up only once, so later scores are not waited for.
 */
export function firstScore(): Promise<void> {
  waiting ??= Promise.race([stands, new Promise<void>((resolve) => setTimeout(resolve, AT_MOST))]);
  return waiting;
}

/** What fetches a file of the application, which is fetched once the first score stands: before it is asked for. */
export function afterScore<File>(fetched: () => Promise<File>): () => Promise<File> {
  // Whoever asks for it hears that it is not to be had.
  void firstScore()
    .then(fetched)
    .catch(() => undefined);
  return fetched;
}
