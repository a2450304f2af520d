import { same, type Meeting } from '../core/library/index.ts';
import { troubleFrom } from './database.ts';
import type { StorageTrouble } from './storage-trouble.ts';

/** Whether a record that is worked on is saved. */
export type Keeping<One> =
  | { readonly state: 'kept' }
  | { readonly state: 'keeping' }
  /** Not saved, with the reason; it is tried again. */
  | { readonly state: 'failed'; readonly trouble: StorageTrouble }
  /** Not saved: another tab changed the same part. */
  | { readonly state: 'differs'; readonly there: One; readonly part: string }
  /** Not saved: deleted in another tab. */
  | { readonly state: 'gone' }
  /** Not saved: the record there cannot be read, and is left as it is. */
  | { readonly state: 'damaged' };

/** What a keeper works with; the page gives the real ones. */
export interface KeeperTools<One extends object> {
  /** Writes the change from `base` to `next`, joined with what others changed. */
  readonly change: (base: One, next: One) => Promise<Meeting<One>>;
  /** Does something after `wait` milliseconds; returns a function that cancels it. */
  readonly later: (work: () => void, wait: number) => () => void;
  /** Told of every change of state, and of the record as it is stored. */
  readonly tell: (keeping: Keeping<One>, kept: One) => void;
  /** Told of a change that waits for the teacher's word, so that it outlives the page; `undefined` when it is settled. */
  readonly draft?: (waiting: { readonly base: One; readonly part: Partial<One> } | undefined) => void;
}

/** The most earlier states remembered. */
const MOST_PAST = 100;

/** A failed write is tried again after this long, milliseconds, until it succeeds. */
const AGAIN_AFTER = 4_000;

/**
 * Saves one record while it is worked on: one write at a time, the latest state last. What fails is tried again, with
 * the next edit and by itself; what meets another tab's change of the same part waits for the teacher's word.
 */
export class Keeper<One extends object> {
  readonly #tools: KeeperTools<One>;
  #kept: One;
  /** What was stored before, until the page has read what is stored now. */
  #past: One[] = [];
  /** Fields that were changed here and are not stored yet. */
  #pending: Partial<One> | undefined;
  #here: { readonly of: One; readonly pending: Partial<One> | undefined; readonly record: One };
  #running = false;
  #callOff: () => void = () => undefined;
  #keeping: Keeping<One> = { state: 'kept' };
  #ended = false;

  constructor(kept: One, tools: KeeperTools<One>) {
    this.#kept = kept;
    this.#here = { of: kept, pending: undefined, record: kept };
    this.#tools = tools;
  }

  get keeping(): Keeping<One> {
    return this.#keeping;
  }

  /** The record as it is stored, as far as is known here. */
  get kept(): One {
    return this.#kept;
  }

  /** The fields that were changed here and are not stored. */
  get waitingPart(): Partial<One> | undefined {
    return this.#pending;
  }

  /** True while there is something that is not stored. */
  get waiting(): boolean {
    return this.#pending !== undefined;
  }

  /** The record as it is here, stored or not; the same object until it changes. */
  get here(): One {
    const { of, pending } = this.#here;
    if (of !== this.#kept || pending !== this.#pending) {
      const record = this.#pending ? { ...this.#kept, ...this.#pending } : this.#kept;
      this.#here = { of: this.#kept, pending: this.#pending, record };
    }
    return this.#here.record;
  }

  /** Saves some fields. */
  keep(part: Partial<One>): void {
    this.#pending = { ...this.#pending, ...part };
    const { state } = this.#keeping;
    const waits = state === 'differs' || state === 'gone' || state === 'damaged';
    if (waits) this.#draft();
    // The page shows the change at once, also while an earlier one is being written.
    if (waits || this.#running) this.#tools.tell(this.#keeping, this.#kept);
    else void this.#run();
  }

  /** Takes up a change that an earlier page left waiting. */
  resume(base: One, part: Partial<One>): void {
    if (this.#pending) return;
    this.#kept = base;
    this.#pending = part;
    void this.#run();
  }

  /** Tries a failed write again now. */
  tryAgain(): void {
    if (this.#pending) void this.#run();
  }

  /** Saves the record as it is here in place of another tab's: the teacher has said so. */
  takeMine(): void {
    if (this.#keeping.state !== 'differs') return;
    this.#kept = this.#keeping.there;
    void this.#run();
  }

  /** Drops what is not stored here: it was saved as a copy, or another's is taken. */
  letGo(kept: One = this.#kept): void {
    this.#pending = undefined;
    this.#kept = kept;
    this.#tools.draft?.(undefined);
    this.#say({ state: 'kept' });
  }

  /** Whether a record that was read is news: neither what is stored here, nor what was before the last writes here. */
  isNews(record: One): boolean {
    if (this.#pending || this.#running || same(record, this.#kept)) return false;
    return !this.#past.some((earlier) => same(earlier, record));
  }

  /** Takes over what others changed, where it is news. */
  follow(record: One): void {
    // Once the page has read what is stored, an earlier state that comes again is somebody's undo.
    if (same(record, this.#kept)) this.#past = [];
    if (!this.isNews(record)) return;
    this.#past = [];
    this.#kept = record;
    this.#say({ state: 'kept' });
  }

  /** The page is left: nothing is tried again by itself. */
  end(): void {
    this.#ended = true;
    this.#callOff();
  }

  async #run(): Promise<void> {
    this.#callOff();
    if (this.#running) return;
    this.#running = true;
    try {
      while (this.#pending) {
        const part = this.#pending;
        this.#say({ state: 'keeping' });
        const met = await this.#tools.change(this.#kept, { ...this.#kept, ...part });
        if (met.kind !== 'kept') {
          this.#say(
            met.kind === 'differs' ? { state: 'differs', there: met.there, part: met.part } : { state: met.kind },
          );
          this.#draft();
          return;
        }
        this.#past = [...this.#past, this.#kept].slice(-MOST_PAST);
        this.#kept = met.record;
        if (this.#pending === part) this.#pending = undefined;
      }
      this.#tools.draft?.(undefined);
      this.#say({ state: 'kept' });
    } catch (error) {
      this.#say({ state: 'failed', trouble: troubleFrom(error) });
      if (!this.#ended) this.#callOff = this.#tools.later(() => void this.#run(), AGAIN_AFTER);
    } finally {
      this.#running = false;
    }
  }

  #draft(): void {
    if (this.#pending) this.#tools.draft?.({ base: this.#kept, part: this.#pending });
  }

  #say(keeping: Keeping<One>): void {
    this.#keeping = keeping;
    this.#tools.tell(keeping, this.#kept);
  }
}
