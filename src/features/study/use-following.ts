import { useDeferredValue, useLayoutEffect, useMemo, useState } from 'react';
import type { Refusal } from '../../core/base/index.ts';
import { sameFingering } from '../../core/fingering/index.ts';
import { heardMarks } from '../../core/listening/index.ts';
import type { ScoredStudy } from '../../core/score/index.ts';
import type { BuiltStudy, Changes, SavedFinger } from '../../core/study/index.ts';
import type { Selection } from './selection.ts';
import type { Heard, Shown } from './study-store.ts';
import { markFingered } from './timing.ts';
import { useBuiltStudy, type BuiltSoFar } from './use-built-study.ts';
import { useKnown } from './look/use-known.ts';
import { useOtherWay, type NamedWay } from './ways/use-other-way.ts';
import { useScored } from './use-scored.ts';

/** One study at the moments at which different parts of the desk follow a choice. */
export interface Following {
  readonly built: BuiltSoFar;
  readonly study: BuiltStudy | undefined;
  readonly chosen: number;
  readonly trouble: Refusal | undefined;
  readonly scored: ScoredStudy | undefined;
  readonly shown: ScoredStudy | undefined;
  readonly pictured: ScoredStudy | undefined;
  readonly listed: ScoredStudy | undefined;
  readonly settled: BuiltStudy | undefined;
  readonly marked: Selection | undefined;
  /** Ways set beside the chosen one, and what is new to a pupil who knows another study. */
  readonly others: readonly NamedWay[];
  readonly changes: Changes | undefined;
  /** What was heard of it, while it stands. */
  readonly heard: Heard | undefined;
}

/**
 * What follows a choice, and when:
 *
 * | | what it is | follows | shown by |
 * |---|---|---|---|
 * | `study` | the study as far as it is worked out | first way, then all | |
 * | `scored` | its chosen way; none while it cannot be played | at once | what is kept |
 * | `shown` | the same, or the last while a pin cannot be played | at once | the score |
 * | `pictured` | `shown` | when the score has been asked for | fingerboard, map, note, bow |
 * | `listed` | `shown` | when all ways are known | cards, the grade |
 * | `settled` | the study with all its ways | when all ways are known | ways, reasons |
 * | `marked` | the chosen notes | when the score shows them | fingerboard, map, note |
 *
 * So a quick second choice never waits for the pictures of the first.
 */
export function useFollowing(
  { choices, way, look, selection }: Shown,
  hearing: Heard | undefined,
  keptFingers: readonly SavedFinger[] | undefined,
): Following {
  const built = useBuiltStudy(choices, keptFingers, way);
  const { outcome } = built;
  const study = outcome?.ok ? outcome.value : undefined;
  const chosen = study ? Math.min(way, study.ways.length - 1) : 0;
  const second = useOtherWay(look.besides[0], choices, study);
  const third = useOtherWay(look.besides[1], choices, study);
  const others = useMemo(() => [second, third].filter((other) => other !== undefined), [second, third]);
  const changes = useKnown(look.known, study, chosen);
  // Other fingers or other notes are another study: what was heard of the last one no longer stands.
  const played = study?.ways[chosen];
  const heard = useMemo(
    () => (hearing && played && sameFingering(hearing.way, played) ? hearing : undefined),
    [hearing, played],
  );
  const heardHere = useMemo(() => heard && heardMarks(heard.report, heard.level), [heard]);
  const scored = useScored(study, chosen, {
    fingers: look.fingers,
    ...(look.hands === 'named' ? {} : { hands: look.hands }),
    ...(look.marks.length > 0 ? { marks: look.marks } : {}),
    ...(look.names ? { names: look.names, covered: look.covered } : {}),
    ...(others.length > 0 ? { beside: others.map((other) => other.way) } : {}),
    ...(changes ? { altered: changes.altered } : {}),
    ...(heardHere ? { heard: heardHere } : {}),
  });
  // While a pin can't be played the last study stays, so that the pin can be released.
  const trouble = outcome && !outcome.ok ? outcome.refusal : undefined;
  const shown = scored.now ?? (trouble?.path.startsWith('pins') ? scored.last : undefined);
  useLayoutEffect(() => {
    if (scored.now && !built.stale) markFingered();
  }, [scored.now, built.stale]);

  const pictured = useLater(shown);
  const [stood, setStood] = useState(shown);
  if (shown && stood !== shown && (built.complete || !stood)) setStood(shown);
  return {
    built,
    study,
    chosen,
    trouble,
    scored: scored.now,
    shown,
    pictured,
    listed: useLater(stood),
    settled: useLater(built.all ?? study),
    marked: useDeferredValue(selection),
    others,
    changes,
    heard,
  };
}

/** A value that follows when there is time; nothing at first, even where it is at hand when the desk is first drawn. */
function useLater<T>(value: T | undefined): T | undefined {
  return useDeferredValue<T | undefined | null>(value, null) ?? undefined;
}
