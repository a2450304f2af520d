import { memo, useEffect, useState } from 'react';
import { toast } from 'sonner';
import type { ScoredStudy } from '../../../core/score/index.ts';
import type { SavedStudy } from '../../../core/study/index.ts';
import { useTakenOver } from '../../../data/library-queries.ts';
import { copyOf, toSaved } from '../../../data/library.ts';
import { warmWriter } from '../../../data/records.ts';
import { added } from '../../../data/change.ts';
import { save } from '../../../data/save.ts';
import { Button } from '../../../ui/button.tsx';
import { fileName } from '../../../core/base/index.ts';
import { sayTrouble } from '../../../ui/say-trouble.ts';
import { download } from '../../../ui/download.ts';
import { afterScore } from '../score-stands.ts';
import type { KeptAsWorkedOn } from '../use-keeper.ts';

// Fetched once the first score stands, not when it is needed: that is when something has failed.
const backups = afterScore(async () => {
  await warmWriter();
  return import('./backup-file.ts');
});

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
  const [saving, setSaving] = useState(false);
  const press = (): void => {
    const fresh = asKept();
    if (!fresh) return;
    setSaving(true);
    save([added('studies', fresh)])
      .then(() => {
        toast.success('Kept in the library. Changes are now kept as you make them.');
        onKept(fresh.id);
      }, sayTrouble)
      .finally(() => setSaving(false));
  };
  return (
    <Button kind="strong" aria-label="Keep in the library" onClick={press} disabled={!ready || saving}>
      Keep
    </Button>
  );
});

/** Keeps a study of the library as it is worked on; says truly how it stands, and the way out where it is not kept. */
export const KeptAsYouWork = memo(function KeptAsYouWork({
  kept: { keeping, edited, keep, keeper },
  scored,
  refused,
  title,
  onCopied,
  onOther,
}: {
  kept: KeptAsWorkedOn;
  /** The study its choices ask for; nothing until it is worked out. */
  scored: ScoredStudy | undefined;
  /** The choices cannot be played as they stand. */
  refused: boolean;
  title: string;
  onCopied: (id: string) => void;
  /** Shows the study as another tab has it. */
  onOther: (study: SavedStudy) => void;
}) {
  const takeOver = useTakenOver();
  useEffect(() => {
    if (!edited || !scored) return;
    const { recipe, passage, way } = scored;
    const { fingering, engine, highestPosition } = toSaved({ recipe, passage, ways: [way] }, 0, '');
    keep({ recipe, fingering, engine, highestPosition });
  }, [edited, scored, keep]);

  const keepCopy = (): void => {
    const copy = copyOf(keeper.here, title, new Date().toISOString());
    save([added('studies', copy)]).then(() => {
      keeper.letGo();
      toast.success(`Kept as “${copy.name ?? title}”.`);
      onCopied(copy.id);
    }, sayTrouble);
  };
  const showOther = (): void => {
    if (keeping.state !== 'differs') return;
    keeper.letGo(keeping.there);
    takeOver(keeping.there);
    onOther(keeping.there);
  };
  const exportIt = async (): Promise<void> => {
    const { NOTHING_KEPT, writeBackup } = await backups();
    const text = writeBackup({ ...NOTHING_KEPT, studies: [keeper.here] }, new Date().toISOString());
    download(fileName(keeper.here.name ?? title, 'json'), text, 'application/json');
  };

  if (refused && edited) return <Standing words="Not kept: it cannot be played as it stands" />;
  switch (keeping.state) {
    case 'kept': {
      const at = new Date(keeper.kept.updated).toLocaleTimeString([], { hour: '2-digit', minute: '2-digit' });
      return <Standing words={`Kept ${at}`} />;
    }
    case 'keeping':
      return <Standing words="Keeping …" />;
    case 'failed':
      return (
        <Trouble words={`Not kept. ${keeping.trouble.message}`}>
          <Button onClick={() => keeper.tryAgain()}>Try again</Button>
          <Button kind="quiet" onClick={() => void exportIt().catch(sayTrouble)}>
            Export it
          </Button>
        </Trouble>
      );
    case 'differs':
      return (
        <Trouble words="Not kept: another tab has changed this study since.">
          <Button onClick={showOther}>Show the other</Button>
          <Button onClick={keepCopy}>Keep a copy</Button>
          <Button kind="quiet" onClick={() => keeper.takeMine()}>
            Keep mine in its place
          </Button>
        </Trouble>
      );
    case 'gone':
    case 'damaged':
      return (
        <Trouble
          words={
            keeping.state === 'gone'
              ? 'Not kept: this study was deleted in another tab.'
              : 'Not kept: the record of this study cannot be read any more, and is left as it is.'
          }
        >
          <Button onClick={keepCopy}>Keep a copy</Button>
          <Button kind="quiet" onClick={() => void exportIt().catch(sayTrouble)}>
            Export it
          </Button>
        </Trouble>
      );
  }
});

function Standing({ words }: { words: string }) {
  return (
    <p role="status" className="mr-2 text-sm text-faint">
      {words}
    </p>
  );
}

function Trouble({ words, children }: { words: string; children: React.ReactNode }) {
  return (
    <div role="alert" className="flex max-w-2xl flex-wrap items-center gap-2 border-l-4 border-accent pl-3">
      <p className="w-full text-sm font-medium">{words}</p>
      {children}
    </div>
  );
}
