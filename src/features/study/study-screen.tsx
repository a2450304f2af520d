import { startTransition, useEffect, useLayoutEffect, useRef, useState } from 'react';
import { Link, useNavigate, useParams, useSearchParams } from 'react-router';
import { useStore } from 'zustand';
import { type SavedStudy, FIRST_CHOICES, fromAddress, toAddress } from '../../core/study/index.ts';
import { useSavedStudy, useTakenOver } from '../../data/library-queries.ts';
import { Notice } from '../../ui/notice.tsx';
import { StorageNotice } from '../../ui/storage-notice.tsx';
import { useStableCallback } from '../../ui/stable-callback.ts';
import { Desk } from './desk/desk.tsx';
import { asksTheSame, studyStore, type Shown } from './study-store.ts';
import { useKeeper } from './use-keeper.ts';
import { useLateAddress } from './use-late-address.ts';

/**
 * A study not yet kept: its choices live in the address. The desk follows a choice at once and the
 * address a moment later.
 */
export function NewStudyScreen() {
  const [params, setParams] = useSearchParams();
  const address = params.toString();
  const [read, setRead] = useState(() => fromAddress(params));
  const [store] = useState(() => studyStore(read.ok ? read.value : { choices: FIRST_CHOICES, way: 0 }));
  // Addresses of choices made here that have not come back yet: a quick second choice may be made
  // before the address of the first is seen, and must not give way to it.
  const written = useRef<string[]>([]);
  const seen = useRef(address);
  useLayoutEffect(() => {
    if (seen.current === address) return;
    seen.current = address;
    const own = written.current.indexOf(address);
    written.current = written.current.slice(own + 1);
    if (own >= 0) return;
    // Back, forward and links lead; what was written here follows.
    written.current = [];
    const next = fromAddress(params);
    setRead(next);
    if (next.ok) store.load(next.value);
  }, [address, params, store]);
  const late = useLateAddress();
  const write = useStableCallback(({ choices, way }: Shown) => {
    const next = toAddress(choices, way);
    if (next.toString() === (written.current.at(-1) ?? seen.current)) return;
    written.current.push(next.toString());
    late(next.toString(), () => {
      if (written.current.includes(next.toString())) startTransition(() => setParams(next, { replace: false }));
    });
  });
  useEffect(
    () => store.subscribe((now, before) => (asksTheSame(now, before) ? undefined : write(now))),
    [store, write],
  );
  const go = useGo();
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
  return <Desk store={store} onGo={go} />;
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
  const [store] = useState(() => studyStore({ choices: saved.recipe, way: 0 }));
  const takeOver = useTakenOver();
  const kept = useKeeper(saved, onElsewhere);
  const unchanged = useStore(store, ({ choices }) => JSON.stringify(choices) === JSON.stringify(opened.recipe));
  const { note } = kept;
  useEffect(
    () => store.subscribe((now, before) => (asksTheSame(now, before) ? undefined : note(now.choices, now.way))),
    [store, note],
  );
  const showOther = useStableCallback((study: SavedStudy) => {
    takeOver(study);
    onElsewhere();
  });
  const go = useGo();
  return (
    <Desk
      store={store}
      saved={saved}
      kept={kept}
      keptFingers={unchanged ? opened.fingering : undefined}
      onGo={go}
      onOther={showOther}
    />
  );
}

/** Opens another page; the desk itself need not look at the address for that. */
function useGo(): (path: string) => void {
  const navigate = useNavigate();
  return useStableCallback((path: string) => void navigate(path));
}
