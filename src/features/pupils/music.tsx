import { useQuery } from '@tanstack/react-query';
import { useLayoutEffect, useRef } from 'react';
import { noteId, type ScoredStudy, staffFit } from '../../core/score/index.ts';
import { engraver } from '../../workers/engraver.ts';
import { useSize } from '../../ui/use-size.ts';

/** One picture is shown whole, made smaller where it stands higher than was thought: staves between these, CSS pixels. */
const STAVES = { largest: 72, least: 24 };

/** A study or an exercise engraved as large as its place allows; the sounding note lit. */
export function Music({ study, sounding }: { study: ScoredStudy; sounding?: number | undefined }) {
  const place = useRef<HTMLDivElement>(null);
  const size = useSize(place);
  const { data, error } = useQuery({
    queryKey: ['music', study, size?.width, size?.height],
    queryFn: () => {
      const { width = 600, height = 400 } = size ?? {};
      return engraver().draw(study, { width, ...staffFit(study, width, height, 1, STAVES) }, 'screen');
    },
    enabled: size !== undefined,
    // With other marks under the same notes, the picture stays until the next is there.
    placeholderData: (before, query) =>
      (query?.queryKey[1] as ScoredStudy | undefined)?.passage === study.passage ? before : undefined,
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: 60_000,
  });
  useLayoutEffect(() => {
    place.current?.querySelectorAll('.lit').forEach((lit) => lit.classList.remove('lit'));
    if (sounding !== undefined) place.current?.querySelector(`#${noteId(sounding)}`)?.classList.add('lit');
  }, [sounding, data]);
  return (
    <div className="music-place">
      <div
        ref={place}
        role="img"
        aria-label={`Score of ${study.title}`}
        className="score music"
        dangerouslySetInnerHTML={{ __html: data ?? '' }}
      />
      {error ? <p role="alert">{error.message}</p> : null}
    </div>
  );
}
