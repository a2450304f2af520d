/**
 * Answers that outlive the page, so that a study seen yesterday stands at once while the worker that gave them is still
 * getting ready. They are the browser's to drop: without them all is worked out as if for the first time.
 */
export class Shelf {
  readonly #what: string;
  readonly #name: string;
  readonly #most: number;
  /** What will put away the last answer given. */
  #later: ReturnType<typeof setTimeout> | undefined;
  #tidied = false;

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

  /** The answer kept under a key; `undefined` if nothing was cached. */
  async find(key: string): Promise<string | undefined> {
    try {
      return await (await (await caches.open(this.#name)).match(await addressOf(key)))?.text();
    } catch {
      return undefined;
    }
  }

  /** Keeps an answer once no other has come for a while: of quick choices the last is worth it, and is written out then. */
  keep(answer: () => Answer): void {
    clearTimeout(this.#later);
    this.#later = setTimeout(() => void this.#putAway(answer()), AFTER);
  }

  /** Says nothing if there is no room, since nothing of the teacher's is lost. */
  async #putAway({ key, text }: Answer): Promise<void> {
    try {
      const shelf = await caches.open(this.#name);
      await shelf.put(await addressOf(key), new Response(text));
      const held = await shelf.keys();
      for (const old of held.slice(0, -this.#most)) await shelf.delete(old);
      if (this.#tidied) return;
      this.#tidied = true;
      for (const name of await caches.keys())
        if (name.startsWith(this.#what) && name !== this.#name) await caches.delete(name);
    } catch {
      // Storage is full or shut: it is worked out again next time.
    }
  }
}

/** What is kept, and under which key. */
interface Answer {
  readonly key: string;
  readonly text: string;
}

/** An answer is put away when no other has come for so long, milliseconds. */
const AFTER = 1_000;

/** An address that no server is ever asked for: a cache wants one for a name, and a study of many notes has a long key. */
async function addressOf(key: string): Promise<string> {
  const digest = new Uint8Array(await crypto.subtle.digest('SHA-256', new TextEncoder().encode(key)));
  return `/kept/${Array.from(digest, (byte) => byte.toString(16).padStart(2, '0')).join('')}`;
}
