/**
 * Answers that outlive the page, so that a study seen yesterday stands at once while whoever gave them is still
 * getting ready. They are the browser's to drop: without them all is worked out as if for the first time.
 */
export class Shelf {
  readonly #what: string;
  readonly #name: string;
  readonly #most: number;

  /**
   * @param what what is kept, a word or two: `engraved`.
   * @param maker who made it: another's answers are never found, and go when the first of this one's is kept.
   * @param most how many are held; the oldest go first.
   */
  constructor(what: string, maker: string, most: number) {
    this.#what = `${what} by `;
    this.#name = this.#what + maker;
    this.#most = most;
  }

  /** The answer kept under a key; none where there is none, or where the browser keeps nothing. */
  async find(key: string): Promise<string | undefined> {
    try {
      return await (await (await caches.open(this.#name)).match(addressOf(key)))?.text();
    } catch {
      return undefined;
    }
  }

  /** Keeps an answer, where there is room; says nothing where there is none, since nothing of the teacher's is lost. */
  async keep(key: string, text: string): Promise<void> {
    try {
      const shelf = await caches.open(this.#name);
      await shelf.put(addressOf(key), new Response(text));
      const held = await shelf.keys();
      for (const old of held.slice(0, -this.#most)) await shelf.delete(old);
      for (const name of await caches.keys())
        if (name.startsWith(this.#what) && name !== this.#name) await caches.delete(name);
    } catch {
      // Storage is full or shut: it is worked out again next time.
    }
  }
}

/** An address that no server is ever asked for: a cache wants one for a name. */
function addressOf(key: string): string {
  return `/kept/${encodeURIComponent(key)}`;
}
