import { startTransition, useState } from 'react';
import { useNavigate, useParams, useSearchParams } from 'react-router';
import type { SavedStudy } from '../../core/study/saved-study.ts';
import { useSavedStudy } from '../../data/library-queries.ts';
import { Notice } from '../../ui/notice.tsx';
import { useSteady } from '../../ui/steady.ts';
import { fromAddress, toAddress } from './address.ts';
import type { Choices } from './choices.ts';
import { StudyBench } from './study-bench.tsx';

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
  const [draft, setDraft] = useState<Draft>(() => ({ ...fromAddress(params), written: [] }));
  if (seen !== address) {
    setSeen(address);
    const own = draft.written.indexOf(address);
    // Back, forward and links lead; what was written here follows.
    setDraft(own < 0 ? { ...fromAddress(params), written: [] } : { ...draft, written: draft.written.slice(own + 1) });
  }
  const change = useSteady((choices: Choices, way: number) => {
    const next = toAddress(choices, way);
    const moves = next.toString() !== (draft.written.at(-1) ?? address);
    setDraft({ choices, way, written: moves ? [...draft.written, next.toString()] : draft.written });
    // Writing the address is a task of its own, so that the engine's answer need not wait for it.
    if (moves) setTimeout(() => startTransition(() => setParams(next, { replace: false })));
  });
  const go = useGo();
  return <StudyBench choices={draft.choices} way={draft.way} onChange={change} onGo={go} />;
}

interface Draft {
  readonly choices: Choices;
  readonly way: number;
  readonly written: readonly string[];
}

/** A study of the library; every change is kept as it is made. */
export function SavedStudyScreen() {
  const { id } = useParams();
  const { data: saved, isPending, error } = useSavedStudy(id);
  if (error)
    return (
      <Notice tone="trouble" wholePage title="The library cannot be read">
        {error.message}
      </Notice>
    );
  if (isPending) return <p role="status">Opening the study …</p>;
  if (!saved) {
    return (
      <Notice tone="trouble" wholePage title="There is no such study here">
        It may have been deleted, or kept in another browser.{' '}
        <a className="underline" href="/">
          Go to the library
        </a>
        .
      </Notice>
    );
  }
  return <KeptStudy key={saved.id} saved={saved} />;
}

function KeptStudy({ saved }: { saved: SavedStudy }) {
  // The fingers a study was opened with stand for its choices as long as it is open.
  const [opened] = useState({ recipe: saved.recipe, fingering: saved.fingering });
  const [draft, setDraft] = useState<{ choices: Choices; way: number }>({ choices: saved.recipe, way: 0 });
  const unchanged = JSON.stringify(draft.choices) === JSON.stringify(opened.recipe);
  const change = useSteady((choices: Choices, way: number) => setDraft({ choices, way }));
  const go = useGo();
  return (
    <StudyBench
      saved={saved}
      keptFingers={unchanged ? opened.fingering : undefined}
      choices={draft.choices}
      way={draft.way}
      onChange={change}
      onGo={go}
    />
  );
}

/** Opens another page; the bench itself need not look at the address for that. */
function useGo(): (path: string) => void {
  const navigate = useNavigate();
  return useSteady((path: string) => void navigate(path));
}
