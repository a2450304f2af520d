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
}

/** The calls of a worker as the page makes them. */
export type Calls<Work> = {
  readonly [Call in keyof Work]: Work[Call] extends (...given: infer Given) => infer Result
    ? (...given: Given) => Promise<Awaited<Result>>
    : never;
};

interface Running<Work> {
  readonly remote: Remote<Work>;
  /** Rejects when the worker dies. */
  readonly lost: Promise<never>;
  readonly end: () => void;
}

/** The worker is gone; what was asked of it may be asked of another. */
class Lost extends Error {}

/**
 * A worker as a thing that can die. It starts when first asked for. A call that gives no answer and
 * no sign within its limit, and every call of a worker that dies or never loads, is made once more
 * of a new one; when that fails too, `WorkerTrouble` says so in words. Functions among what is
 * given are called from the worker, and count as signs.
 */
export function supervised<Work extends object>(start: () => Worker, watch: Watch<Work>): Calls<Work> {
  let running: Running<Work> | undefined;

  const ask = async (call: keyof Work, given: readonly unknown[]): Promise<unknown> => {
    running ??= begin(start);
    const { remote, lost } = running;
    const silence = silenceOf(watch.limits?.[call] ?? watch.limit);
    const passed = given.map((one) =>
      typeof one === 'function'
        ? proxy((...told: unknown[]) => {
            silence.broken();
            (one as (...told: unknown[]) => void)(...told);
          })
        : one,
    );
    const work = remote[call as keyof Remote<Work>] as unknown as (...given: unknown[]) => Promise<unknown>;
    try {
      return await Promise.race([work(...passed), lost, silence.lasted]);
    } finally {
      silence.over();
    }
  };

  const call = async (name: keyof Work, given: readonly unknown[]): Promise<unknown> => {
    for (let tries = 0; ; tries += 1) {
      const before = running;
      try {
        return await ask(name, given);
      } catch (error) {
        if (!(error instanceof Lost)) throw error;
        // Whoever notices first ends it; others find a new one running.
        if (running && (before === undefined || running === before)) {
          running.end();
          running = undefined;
        }
        if (tries > 0) throw new WorkerTrouble(watch.words);
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

function begin<Work>(start: () => Worker): Running<Work> {
  const worker = start();
  const lost = new Promise<never>((_, reject) => {
    worker.addEventListener('error', () => reject(new Lost()));
    worker.addEventListener('messageerror', () => reject(new Lost()));
  });
  // Nobody may be waiting when it dies.
  lost.catch(() => undefined);
  const remote = wrap<Work>(worker);
  return {
    remote,
    lost,
    end: () => {
      remote[releaseProxy]();
      worker.terminate();
    },
  };
}

/** Waits for a sign: `lasted` rejects when none came for so many milliseconds. */
function silenceOf(limit: number): { lasted: Promise<never>; broken: () => void; over: () => void } {
  let timer: ReturnType<typeof setTimeout> | undefined;
  let reject: (error: Error) => void = () => undefined;
  const lasted = new Promise<never>((_, fail) => (reject = fail));
  const over = (): void => clearTimeout(timer);
  const broken = (): void => {
    over();
    timer = setTimeout(() => reject(new Lost()), limit);
  };
  broken();
  return { lasted, broken, over };
}
