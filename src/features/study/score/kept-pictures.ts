/**
 * Pictures that outlive the page, so that a study seen yesterday stands at once while the engraver is still
 * getting ready. They are the browser's to drop: without them a score is engraved as if for the first time.
 */
export class KeptPictures {
  readonly #shelf: string;
  readonly #most: number;

  /**
   * @param engraver what drew them: another engraver's pictures are never found, and go when the first is kept.
   * @param most how many are held; the oldest go first.
   */
  constructor(engraver: string, most: number) {
    this.#shelf = `${SHELVES}${engraver}`;
    this.#most = most;
  }

  /** The picture kept under a key; none where there is none, or where the browser keeps nothing. */
  async find(key: string): Promise<string | undefined> {
    try {
      return await (await (await caches.open(this.#shelf)).match(await addressOf(key)))?.text();
    } catch {
      return undefined;
    }
  }

  /** Keeps a picture, where there is room; says nothing where there is none, since nothing of the teacher's is lost. */
  async keep(key: string, svg: string): Promise<void> {
    try {
      const shelf = await caches.open(this.#shelf);
      await shelf.put(await addressOf(key), new Response(svg));
      const held = await shelf.keys();
      for (const old of held.slice(0, -this.#most)) await shelf.delete(old);
      for (const name of await caches.keys())
        if (name.startsWith(SHELVES) && name !== this.#shelf) await caches.delete(name);
    } catch {
      // Storage is full or shut: the picture is drawn again next time.
    }
  }
}

const SHELVES = 'engraved by ';

/** An address that no server is ever asked for: a cache wants one for a name. */
async function addressOf(key: string): Promise<string> {
  const digest = new Uint8Array(await crypto.subtle.digest('SHA-256', new TextEncoder().encode(key)));
  return `/engraved/${Array.from(digest, (byte) => byte.toString(16).padStart(2, '0')).join('')}`;
}
