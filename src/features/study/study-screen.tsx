import { useMemo, useState } from 'react';
import { useParams, useSearchParams } from 'react-router';
import type { SavedStudy } from '../../core/study/saved-study.ts';
import { useSavedStudy } from '../../data/library-queries.ts';
import { Notice } from '../../ui/notice.tsx';
import { fromAddress, toAddress } from './address.ts';
import type { Choices } from './choices.ts';
import { StudyBench } from './study-bench.tsx';

/** A study not yet kept: its choices live in the address. */
export function NewStudyScreen() {
  const [params, setParams] = useSearchParams();
  const { choices, way } = useMemo(() => fromAddress(params), [params]);
  return (
    <StudyBench
      choices={choices}
      way={way}
      onChange={(next, nextWay) => setParams(toAddress(next, nextWay), { replace: false })}
    />
  );
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
  return (
    <StudyBench
      saved={saved}
      keptFingers={unchanged ? opened.fingering : undefined}
      choices={draft.choices}
      way={draft.way}
      onChange={(choices, way) => setDraft({ choices, way })}
    />
  );
}
