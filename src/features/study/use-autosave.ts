import { useEffect, useRef } from 'react';
import { toast } from 'sonner';
import type { ScoredStudy } from '../../core/score/scored-study.ts';
import type { SavedStudy } from '../../core/study/saved-study.ts';
import { copyOf, useKeepStudy, useRewriteStudy, wasChangedElsewhere } from '../../data/library-queries.ts';
import { toSaved } from '../../data/library.ts';

/**
 * Keeps a saved study whenever its recipe or its fingers differ from what is kept; true while it
 * does. A study still on view from the choices before must not be given. What another tab has kept meanwhile is not written over: the change is offered as a copy.
 */
export function useAutosave(saved: SavedStudy, scored: ScoredStudy | undefined, title: string): boolean {
  const keep = useKeepStudy();
  const { mutateAsync: rewrite, isPending } = useRewriteStudy();
  const { mutate: keepCopy } = keep;
  const last = useRef<string>(undefined);
  // What was last read or written here; another tab's writing makes it differ from what is kept.
  const base = useRef<string>(undefined);
  useEffect(() => {
    if (!scored) return;
    const next = toSaved(
      { recipe: scored.recipe, passage: scored.passage, ways: [scored.way] },
      0,
      new Date().toISOString(),
    );
    const state = JSON.stringify([next.recipe, next.fingering]);
    last.current ??= JSON.stringify([saved.recipe, saved.fingering]);
    if (state === last.current) return;
    last.current = state;
    const study: SavedStudy = { ...saved, ...next, id: saved.id, created: saved.created };
    rewrite({ study, base: base.current ?? saved.updated }).catch((error: unknown) => {
      if (!(error instanceof Error)) return;
      const copy = (): void => keepCopy(copyOf(study, `${study.name ?? title} (copy)`, new Date().toISOString()));
      const action = wasChangedElsewhere(error) ? { action: { label: 'Keep a copy', onClick: copy } } : {};
      toast.error(error.message, { duration: 30_000, ...action });
    });
    base.current = next.updated;
  }, [saved, scored, title, rewrite, keepCopy]);
  return isPending;
}
