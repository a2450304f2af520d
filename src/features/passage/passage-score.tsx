import { useQuery } from '@tanstack/react-query';
import { useRef } from 'react';
import type { ScoredStudy } from '../../core/score/index.ts';
import { useSize } from '../../ui/use-size.ts';
import { engraver } from '../../workers/engraver.ts';

/** Staff of the passage, CSS pixels. */
const STAFF = 34;

/** The passage engraved, as wide as the page. */
export function PassageScore({ study }: { study: ScoredStudy }) {
  const place = useRef<HTMLDivElement>(null);
  const size = useSize(place);
  const width = size?.width;
  const { data: svg, error } = useQuery({
    queryKey: ['passage score', study.passage, study.way, width],
    queryFn: () => engraver().draw(study, { width: width ?? 900, staffHeight: STAFF }, 'paper'),
    enabled: width !== undefined,
    placeholderData: (before) => before,
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: 60_000,
  });
  return (
    <>
      <div
        ref={place}
        role="img"
        aria-label={`Score of ${study.title}`}
        className="score class-score mt-2 bg-sheet p-2"
        dangerouslySetInnerHTML={{ __html: svg ?? '' }}
      />
      {error ? <p role="alert">{error.message}</p> : null}
    </>
  );
}
