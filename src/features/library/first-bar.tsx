import { useQuery } from '@tanstack/react-query';
import type { SavedStudy } from '../../core/study/index.ts';
import { engraver } from '../../workers/engraver.ts';

/** How large the bar is drawn, CSS pixels. */
const PAGE = { width: 230, staffHeight: 24 };
/** Rows that are only scrolled past are not engraved, milliseconds. */
const STANDS = 150;

/** The bars asked for: one after the other, so that a study opened meanwhile waits for one at most. */
let before: Promise<unknown> = Promise.resolve();

async function engraved(study: SavedStudy, signal: AbortSignal): Promise<string> {
  await new Promise((resolve) => setTimeout(resolve, STANDS));
  const mine = before.then(() => (signal.aborted ? '' : engraver().firstBar(study, PAGE)));
  before = mine.catch(() => undefined);
  return mine;
}

/** The first bar of a study, to be known by; the row says in words which it is. */
export function FirstBar({ study }: { study: SavedStudy | null | undefined }) {
  const { data } = useQuery({
    queryKey: ['first bar', study?.id, study?.updated],
    queryFn: ({ signal }) => (study ? engraved(study, signal) : ''),
    enabled: Boolean(study),
    staleTime: Number.POSITIVE_INFINITY,
  });
  return <div className="score first-bar" aria-hidden="true" dangerouslySetInnerHTML={{ __html: data ?? '' }} />;
}
