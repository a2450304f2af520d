import { ownPath } from '../../data/base-path.ts';
import { keepPreviousData, queryOptions, useQuery, useQueryClient, type QueryClient } from '@tanstack/react-query';
import { type BuiltStudy, fromAddress, type KeptStudy, type SavedFinger } from '../../core/study/index.ts';
import type { Outcome } from '../../core/base/index.ts';
import { bookLineFor } from '../../core/book/index.ts';
import { useBookEntries, useBookLine } from '../../data/book.ts';
import { engine } from '../../workers/engine.ts';
import { firstScore, scoreAsItIs } from './score-stands.ts';
import { firstWayOf } from './kept-ways.ts';
import { pauseInEdits } from './pause-in-edits.ts';
import type { Choices } from './choices.ts';

/** A study worked out, as far as it has come. */
export interface BuiltSoFar {
  readonly outcome: Outcome<BuiltStudy> | undefined;
  /** The study with all its ways; the last such study while those of the present one are being found. */
  readonly all: BuiltStudy | undefined;
  /** True when all ways of the present choices are known. */
  readonly complete: boolean;
  /** False where the fingers a study was kept with can no longer be played. */
  readonly fits: boolean;
  /** True while what is shown belongs to choices that have changed since. */
  readonly stale: boolean;
  readonly error: Error | null;
}

/** The first drawing of a desk waits so long for its fingers, milliseconds. */
const AT_MOST = 500;

/** A study no longer shown is forgotten after this long, milliseconds: it is soon worked out again. */
const FORGOTTEN_AFTER = 1_000;

/** The first way of a study alone, its best or the one it was kept with, which is known long before the others. */
function firstWay(choices: Choices, own: string | undefined, saved?: readonly SavedFinger[]) {
  return queryOptions({
    queryKey: ['first', choices, own, saved],
    queryFn: async (): Promise<Outcome<BuiltStudy | KeptStudy>> =>
      asAsked(await firstWayOf(choices, own, saved), choices),
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: FORGOTTEN_AFTER,
  });
}

/**
 * Has the study of an address at hand before its desk is first drawn: as it was worked out on a day before, or as the
 * engine, which was asked while the application was read, finds it now. The desk is then drawn once, with its fingers,
 * and not first without them.
 */
export async function haveAtHand(queries: QueryClient, { pathname, search }: Location): Promise<void> {
  if (ownPath(pathname) !== '/studies/new') return;
  const asked = fromAddress(new URLSearchParams(search));
  if (!asked.ok || asked.value.way !== 0) return;
  // A slow disk or a hard study must not keep the desk waiting: it is drawn without.
  const late = new Promise<void>((resolve) => setTimeout(resolve, AT_MOST));
  await Promise.race([queries.prefetchQuery(firstWay(asked.value.choices, undefined)), late]);
}

/** Sets the engine to work on choices at once, before the screen has followed them. */
export function useHeadStart(): (choices: Choices) => void {
  const queries = useQueryClient();
  const entries = useBookEntries();
  return (choices) => void queries.prefetchQuery(firstWay(choices, entries && bookLineFor(choices, entries)));
}

/**
 * The study worked out in the engine's worker: the first way as soon as it is found, the others a
 * moment later. The last study stays on view until the next is ready.
 */
export function useBuiltStudy(choices: Choices, saved: readonly SavedFinger[] | undefined, way: number): BuiltSoFar {
  // Another way than the first is only known when all are.
  const firstAlone = way === 0;
  const own = useBookLine(choices);
  const quick = useQuery({
    ...firstWay(choices, own, saved),
    enabled: firstAlone,
    placeholderData: keepPreviousData,
  });
  const first = quick.isPlaceholderData ? undefined : quick.data;
  const full = useQuery({
    queryKey: ['built', choices, saved, own],
    queryFn: async ({ signal }): Promise<Outcome<BuiltStudy | KeptStudy>> => {
      if (firstAlone) {
        await pauseInEdits(signal);
        await firstScore();
        await scoreAsItIs();
        signal.throwIfAborted();
      }
      return saved ? await engine().buildKept(choices, saved) : await engine().build(choices, own);
    },
    enabled: !firstAlone || first !== undefined,
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: FORGOTTEN_AFTER,
    placeholderData: keepPreviousData,
  });
  const complete = full.data !== undefined && !full.isPlaceholderData;
  // A head start may have found the best way of a study that was opened with fingers of its own: it is not asked for.
  const ready = complete ? full.data : firstAlone ? first : undefined;
  return {
    // A choice made before all ways of the study before were known: its first way stays on view meanwhile.
    outcome: ready ?? full.data ?? quick.data,
    all: full.data?.ok ? full.data.value : undefined,
    complete,
    fits: !(ready?.ok && 'fits' in ready.value) || ready.value.fits,
    stale: ready === undefined,
    error: full.error ?? quick.error,
  };
}

/** A study of one way stands for the study asked for: its recipe says how many were. */
function asAsked<Study extends BuiltStudy>(outcome: Outcome<Study>, choices: Choices): Outcome<Study> {
  if (!outcome.ok) return outcome;
  const { value } = outcome;
  return { ok: true, value: { ...value, recipe: { ...value.recipe, ways: choices.ways ?? 8 } } };
}
