import { changed, type Meeting, type StudyChange, type Work } from '../core/library/meeting.ts';
import type { SavedStudy } from '../core/study/saved-study.ts';
import { troubleFrom, type StorageTrouble } from './database.ts';

/** How a study that is worked on stands with what is kept of it. */
export type Keeping =
  | { readonly state: 'kept'; readonly at: string }
  | { readonly state: 'keeping' }
  /** Not kept, with the reason; it is tried again. */
  | { readonly state: 'failed'; readonly trouble: StorageTrouble }
  /** Not kept: another tab changed the same part. */
  | { readonly state: 'differs'; readonly there: SavedStudy }
  /** Not kept: deleted in another tab. */
  | { readonly state: 'gone' }
  /** Not kept: the record there cannot be read, and is left as it is. */
  | { readonly state: 'damaged' };

/** What a keeper works with; the page gives the real ones. */
export interface KeeperTools {
  readonly change: (base: SavedStudy, change: StudyChange, now: string) => Promise<Meeting>;
  /** ISO date and time. */
  readonly now: () => string;
  /** Does something after so many milliseconds; gives what calls it off. */
  readonly later: (work: () => void, wait: number) => () => void;
  /** Told of every change of state, and of the study as it is kept. */
  readonly tell: (keeping: Keeping, kept: SavedStudy) => void;
}

/** A failed write is tried again after this long, milliseconds, until it succeeds. */
const AGAIN_AFTER = 4_000;

/**
 * Keeps one study while it is worked on: one write at a time, the latest state last. What fails is
 * tried again, with the next edit and by itself; what meets another tab's change waits for the
 * teacher's word. Nothing is called kept that is not.
 */
export class Keeper {
  readonly #tools: KeeperTools;
  #kept: SavedStudy;
  #pending: Work | undefined;
  #running = false;
  #callOff: () => void = () => undefined;
  #keeping: Keeping;
  #ended = false;

  constructor(kept: SavedStudy, tools: KeeperTools) {
    this.#kept = kept;
    this.#tools = tools;
    this.#keeping = { state: 'kept', at: kept.updated };
  }

  get keeping(): Keeping {
    return this.#keeping;
  }

  /** The study as it is kept. */
  get kept(): SavedStudy {
    return this.#kept;
  }

  /** True while there is something that is not kept. */
  get waiting(): boolean {
    return this.#pending !== undefined;
  }

  /** The study as it stands here, kept or not. */
  get here(): SavedStudy {
    return this.#pending ? changed(this.#kept, { part: 'work', work: this.#pending }) : this.#kept;
  }

  /** Keeps the study as it is played now. */
  keep(work: Work): void {
    this.#pending = work;
    const { state } = this.#keeping;
    if (state === 'differs' || state === 'gone' || state === 'damaged') return;
    void this.#run();
  }

  /** Tries a failed write again now. */
  tryAgain(): void {
    if (this.#pending) void this.#run();
  }

  /** Keeps the study as it stands here in place of another tab's: the teacher has said so. */
  takeMine(): void {
    if (this.#keeping.state !== 'differs') return;
    this.#kept = this.#keeping.there;
    void this.#run();
  }

  /** Lets go of what is not kept here: it was kept as a copy, or another's is taken. */
  letGo(kept: SavedStudy = this.#kept): void {
    this.#pending = undefined;
    this.#kept = kept;
    this.#say({ state: 'kept', at: kept.updated });
  }

  /** Takes over what others changed, while nothing here waits to be kept. */
  follow(study: SavedStudy): void {
    if (this.#pending || this.#running) return;
    this.#kept = study;
    this.#say({ state: 'kept', at: study.updated });
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
        const work = this.#pending;
        this.#say({ state: 'keeping' });
        const met = await this.#tools.change(this.#kept, { part: 'work', work }, this.#tools.now());
        if (met.kind !== 'kept') {
          this.#say(met.kind === 'differs' ? { state: 'differs', there: met.there } : { state: met.kind });
          return;
        }
        this.#kept = met.study;
        if (this.#pending === work) this.#pending = undefined;
      }
      this.#say({ state: 'kept', at: this.#kept.updated });
    } catch (error) {
      this.#say({ state: 'failed', trouble: troubleFrom(error) });
      if (!this.#ended) this.#callOff = this.#tools.later(() => void this.#run(), AGAIN_AFTER);
    } finally {
      this.#running = false;
    }
  }

  #say(keeping: Keeping): void {
    this.#keeping = keeping;
    this.#tools.tell(keeping, this.#kept);
  }
}
