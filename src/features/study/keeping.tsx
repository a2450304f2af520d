import { memo, useEffect } from 'react';
import { toast } from 'sonner';
import type { ScoredStudy } from '../../core/score/scored-study.ts';
import type { SavedStudy } from '../../core/study/saved-study.ts';
import { useKeepStudy } from '../../data/library-queries.ts';
import { Button } from '../../ui/button.tsx';
import { useAutosave } from './use-autosave.ts';

/** Keeps a study that is not in the library yet, and opens it there. */
export const KeepNew = memo(function KeepNew({
  ready,
  asKept,
  onKept,
}: {
  /** Whether there is a study to keep. */
  ready: boolean;
  /** The study as it would be kept now. */
  asKept: () => SavedStudy | undefined;
  onKept: (id: string) => void;
}) {
  const keep = useKeepStudy();
  const trouble = keep.error?.message;
  useEffect(() => {
    if (trouble) toast.error(trouble, { duration: 15_000 });
  }, [trouble]);
  const press = (): void => {
    const fresh = asKept();
    if (!fresh) return;
    keep.mutate(fresh, {
      onSuccess: () => {
        toast.success('Kept in the library. Changes are now kept as you make them.');
        onKept(fresh.id);
      },
    });
  };
  return (
    <Button kind="strong" onClick={press} disabled={!ready || keep.isPending}>
      Keep in the library
    </Button>
  );
});

/** Keeps a study of the library as it is worked on, and says when it last did. */
export const KeptAsYouWork = memo(function KeptAsYouWork({
  saved,
  scored,
  title,
}: {
  saved: SavedStudy;
  /** The study its choices ask for; nothing until it is worked out. */
  scored: ScoredStudy | undefined;
  title: string;
}) {
  const saving = useAutosave(saved, scored, title);
  const at = new Date(saved.updated).toLocaleTimeString([], { hour: '2-digit', minute: '2-digit' });
  return (
    <p role="status" className="mr-2 text-sm text-faint">
      {saving ? 'Keeping …' : `Kept ${at}`}
    </p>
  );
});
