import { startTransition, useState } from 'react';
import { Link, useNavigate, useParams, useSearchParams } from 'react-router';
import type { SavedStudy } from '../../core/study/saved-study.ts';
import { useSavedStudy, useTakenOver } from '../../data/library-queries.ts';
import { Notice } from '../../ui/notice.tsx';
import { StorageNotice } from '../../ui/storage-notice.tsx';
import { useStableCallback } from '../../ui/stable-callback.ts';
import { fromAddress, toAddress, type Addressed } from './address.ts';
import { FIRST_CHOICES, type Choices } from './choices.ts';
import { StudyBench } from './study-bench.tsx';
import { useKeeper } from './use-keeper.ts';

/**
 * A study not yet kept: its choices live in the address. The screen follows a choice at once and the
 * frame round it, which looks at the address, a moment later.
 */
export function NewStudyScreen() {
  const [params, setParams] = useSearchParams();
  const address = params.toString();
  const [seen, setSeen] = useState(address);
  // `written` are addresses of choices made here that have not come back yet: a quick second choice
  // may be made before the address of the first is seen, and must not give way to it.
  const [draft, setDraft] = useState<Draft>(() => ({ read: fromAddress(params), written: [] }));
  if (seen !== address) {
    setSeen(address);
    const own = draft.written.indexOf(address);
    // Back, forward and links lead; what was written here follows.
    setDraft(
      own < 0 ? { read: fromAddress(params), written: [] } : { ...draft, written: draft.written.slice(own + 1) },
    );
  }
  const change = useStableCallback((choices: Choices, way: number) => {
    const next = toAddress(choices, way);
    const moves = next.toString() !== (draft.written.at(-1) ?? address);
    const read: Addressed = { ok: true, value: { choices, way } };
    setDraft({ read, written: moves ? [...draft.written, next.toString()] : draft.written });
    // Writing the address is a task of its own, so that the engine's answer need not wait for it.
    if (moves) setTimeout(() => startTransition(() => setParams(next, { replace: false })));
  });
  const go = useGo();
  const { read } = draft;
  if (!read.ok) {
    return (
      <Notice tone="trouble" wholePage title="This address holds no study">
        {read.refusal.path ? `At ${read.refusal.path}: ` : ''}
        {read.refusal.message}{' '}
        <Link to={`/studies/new?${toAddress(FIRST_CHOICES, 0).toString()}`} className="underline">
          Build a study
        </Link>
      </Notice>
    );
  }
  return <StudyBench choices={read.value.choices} way={read.value.way} onChange={change} onGo={go} />;
}

interface Draft {
  readonly read: Addressed;
  readonly written: readonly string[];
}

/** A study of the library; every change is kept as it is made. */
export function SavedStudyScreen() {
  const { id } = useParams();
  const { data: found, isPending, error } = useSavedStudy(id);
  // Raised when the study is to be shown as another tab has it.
  const [round, setRound] = useState(0);
  const showAnew = useStableCallback(() => setRound((before) => before + 1));
  if (error) return <StorageNotice title="The library cannot be read" trouble={error} wholePage />;
  if (isPending) return <p role="status">Opening the study …</p>;
  if (found.kind !== 'study') {
    return (
      <Notice
        tone="trouble"
        wholePage
        title={found.kind === 'none' ? 'There is no such study here' : 'This study cannot be read'}
      >
        {found.kind === 'none'
          ? 'It may have been deleted, or kept in another browser.'
          : `Its record is damaged: ${found.damaged.reason} It is left as it is; the library can export it or delete it.`}{' '}
        <Link className="underline" to="/">
          Go to the library
        </Link>
      </Notice>
    );
  }
  return <KeptStudy key={`${found.study.id} ${round}`} saved={found.study} onElsewhere={showAnew} />;
}

function KeptStudy({ saved, onElsewhere }: { saved: SavedStudy; onElsewhere: () => void }) {
  // The fingers a study was opened with stand for its choices as long as it is open.
  const [opened] = useState({ recipe: saved.recipe, fingering: saved.fingering });
  const [draft, setDraft] = useState<{ choices: Choices; way: number }>({ choices: saved.recipe, way: 0 });
  const takeOver = useTakenOver();
  const kept = useKeeper(saved, onElsewhere);
  const unchanged = JSON.stringify(draft.choices) === JSON.stringify(opened.recipe);
  const change = useStableCallback((choices: Choices, way: number) => {
    kept.note(choices, way);
    setDraft({ choices, way });
  });
  const showOther = useStableCallback((study: SavedStudy) => {
    takeOver(study);
    onElsewhere();
  });
  const go = useGo();
  return (
    <StudyBench
      saved={saved}
      kept={kept}
      keptFingers={unchanged ? opened.fingering : undefined}
      choices={draft.choices}
      way={draft.way}
      onChange={change}
      onGo={go}
      onOther={showOther}
    />
  );
}

/** Opens another page; the bench itself need not look at the address for that. */
function useGo(): (path: string) => void {
  const navigate = useNavigate();
  return useStableCallback((path: string) => void navigate(path));
}
