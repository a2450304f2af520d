import { spelledCount, type Outcome } from '../../../core/base/index.ts';
import { memo } from 'react';
import { useQuery } from '@tanstack/react-query';
import { bowStrokes } from '../../../core/bowing/index.ts';
import { type Way, wayName } from '../../../core/fingering/index.ts';
import type { ScoredStudy } from '../../../core/score/index.ts';
import type { BuiltStudy } from '../../../core/study/index.ts';
import { Button } from '../../../ui/button.tsx';
import { engine } from '../../../workers/engine.ts';
import { pauseInEdits } from '../pause-in-edits.ts';

/** Offers a fingering whose shifts fall on bow changes, where slurs hold shifts now; nothing changes by itself. */
export const BowOffer = memo(function BowOffer({ study, onTake }: { study: ScoredStudy; onTake: (way: Way) => void }) {
  const now = slurredShifts(study.way, study);
  const { data } = useQuery({
    queryKey: ['fit bow', study.recipe],
    queryFn: async ({ signal }): Promise<Outcome<BuiltStudy>> => {
      await pauseInEdits(signal);
      return engine().build({ ...study.recipe, fitBow: true, ways: 1 });
    },
    enabled: now > 0,
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: 3_000,
  });
  const way = data?.ok ? data.value.ways[0] : undefined;
  if (!way || way.fingers.length !== study.way.fingers.length) return null;
  const then = slurredShifts(way, study);
  if (then >= now) return null;
  return (
    <p className="no-print mt-1 flex flex-wrap items-baseline gap-x-3">
      <span>
        With this bow {wayName(way, [], study)} has {shiftWords(then)} inside a slur, this fingering {now}.
      </span>
      <Button kind="quiet" onClick={() => onTake(way)}>
        Take that fingering
      </Button>
    </p>
  );
});

function slurredShifts(way: Way, { passage, recipe }: ScoredStudy): number {
  const begins = new Set(bowStrokes(passage, recipe.bowing).map((stroke) => stroke.from));
  return way.shifts.filter((shift) => !begins.has(shift.to)).length;
}

function shiftWords(count: number): string {
  return count === 0 ? 'no shift' : spelledCount(count, 'shift');
}
