import { proxy, releaseProxy, wrap, type Remote } from 'comlink';

/** A worker that stopped, never loaded or never answered, in words for the teacher. */
export class WorkerTrouble extends Error {
  override readonly name = 'WorkerTrouble';
}

/** What a worker is called, and how long its work may take. */
export interface Watch<Work> {
  /** What a teacher reads where it failed twice: what could not be done and what to do. */
  readonly words: string;
  /** How long a call may give no sign, milliseconds; some calls need longer. */
  readonly limit: number;
  readonly limits?: { readonly [Call in keyof Work]?: number };
  /** Calls that are not made once more of a new worker. */
  readonly once?: readonly (keyof Work)[];
}

/** The calls of a worker as the page makes them; a signal given last stops one. */
export type Calls<Work> = {
  readonly [Call in keyof Work]: Work[Call] extends (...given: infer Given) => infer Result
    ? (...given: Given | [...Given, AbortSignal]) => Promise<Awaited<Result>>
    : never;
};

interface Running<Work> {
  readonly remote: Remote<Work>;
  /** Told when the worker is ended. One promise of that would hold every answer it was ever raced against. */
  readonly waiting: Set<(lost: Lost) => void>;
  readonly end: () => void;
}

/** The worker is gone; what was asked of it may be asked of another. */
class Lost extends Error {}

/**
 * A worker as a thing that can die. It starts when first asked for. A call that gives no answer and
 * no sign within its limit, and every call of a worker that dies or never loads, is made once more
 * of a new one; when that fails too, `WorkerTrouble` says so in words. Functions among what is
 * given are called from the worker, and count as signs. A worker that is at work hears nothing: a
 * call that is stopped by its signal ends the worker, rejects with the signal's reason, and what
 * else was asked of that worker is asked of the next.
 */
export function supervised<Work extends object>(start: () => Worker, watch: Watch<Work>): Calls<Work> {
  let running: Running<Work> | undefined;

  const end = (one: Running<Work>): void => {
    // The first to notice ends it; others may find a new one running.
    if (running === one) running = undefined;
    one.end();
  };
  const begun = (): Running<Work> => {
    const one: Running<Work> = begin(start, () => end(one));
    return one;
  };

  const ask = async (one: Running<Work>, call: keyof Work, given: readonly unknown[]): Promise<unknown> => {
    let give: (lost: Lost) => void = () => undefined;
    const lost = new Promise<never>((_, reject) => (give = reject));
    one.waiting.add(give);
    const silence = silenceOf(watch.limits?.[call] ?? watch.limit, give);
    const passed = given.map((argument) =>
      typeof argument === 'function'
        ? proxy((...told: unknown[]) => {
            silence.broken();
            (argument as (...told: unknown[]) => void)(...told);
          })
        : argument,
    );
    const work = one.remote[call as keyof Remote<Work>] as unknown as (...given: unknown[]) => Promise<unknown>;
    try {
      return await Promise.race([work(...passed), lost]);
    } finally {
      silence.over();
      one.waiting.delete(give);
    }
  };

  const call = async (name: keyof Work, all: readonly unknown[]): Promise<unknown> => {
    const signal = all.find((one) => one instanceof AbortSignal);
    const given = all.filter((one) => !(one instanceof AbortSignal));
    for (let tries = 0; ; tries += 1) {
      signal?.throwIfAborted();
      const one = (running ??= begun());
      const stop = (): void => end(one);
      signal?.addEventListener('abort', stop);
      try {
        return await ask(one, name, given);
      } catch (error) {
        signal?.throwIfAborted();
        if (!(error instanceof Lost)) throw error;
        end(one);
        if (tries > 0 || watch.once?.includes(name as keyof Work)) throw new WorkerTrouble(watch.words);
      } finally {
        signal?.removeEventListener('abort', stop);
      }
    }
  };

  return new Proxy({} as Calls<Work>, {
    get:
      (_, name) =>
      (...given: unknown[]) =>
        call(name as keyof Work, given),
  });
}

function begin<Work>(start: () => Worker, died: () => void): Running<Work> {
  const worker = start();
  const waiting = new Set<(lost: Lost) => void>();
  worker.addEventListener('error', died);
  worker.addEventListener('messageerror', died);
  const remote = wrap<Work>(worker);
  let over = false;
  const end = (): void => {
    if (over) return;
    over = true;
    for (const give of waiting) give(new Lost());
    remote[releaseProxy]();
    worker.terminate();
  };
  return { remote, waiting, end };
}

/** Waits for a sign: gives up when none came for so many milliseconds. */
function silenceOf(limit: number, give: (lost: Lost) => void): { broken: () => void; over: () => void } {
  let timer: ReturnType<typeof setTimeout> | undefined;
  const over = (): void => clearTimeout(timer);
  const broken = (): void => {
    over();
    timer = setTimeout(() => give(new Lost()), limit);
  };
  broken();
  return { broken, over };
}
