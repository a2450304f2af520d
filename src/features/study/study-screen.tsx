import { useEffect, useLayoutEffect, useMemo, useRef, useState } from 'react';
import { useNavigate, useParams, useSearchParams } from 'react-router';
import { toast } from 'sonner';
import type { BuiltStudy } from '../../core/study/build.ts';
import type { ScoredStudy } from '../../core/formats/scored-study.ts';
import type { SavedStudy } from '../../core/study/saved-study.ts';
import { titleOf } from '../../core/study/title.ts';
import { readRecipe } from '../../core/study/recipe.ts';
import { keySignature } from '../../core/theory/key-signature.ts';
import { printed } from '../../core/theory/pitch.ts';
import { enharmonicTwin } from '../../core/theory/spelling.ts';
import { formOf } from '../../core/theory/form.ts';
import { INSTRUMENT_TABLE } from '../../core/instruments/instrument.ts';
import { toSaved } from '../../data/demo.ts';
import { useKeepStudy, useSavedStudy } from '../../data/library-queries.ts';
import { Notice } from '../../ui/notice.tsx';
import { useSteady } from '../../ui/steady.ts';
import { fromAddress, toAddress } from './address.ts';
import type { Choices } from './choices.ts';
import { changeChoices } from './choices.ts';
import { MovesList } from './moves-list.tsx';
import { RecipeSentence } from './recipe-sentence.tsx';
import { Score } from './score.tsx';
import { StudyActions } from './study-actions.tsx';
import { markChoice, markFingered } from './timing.ts';
import { useBuiltStudy, useHeadStart } from './use-built-study.ts';
import { WaysList } from './ways-list.tsx';
import { WhyList } from './why-list.tsx';

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
  const [draft, setDraft] = useState<{ choices: Choices; way: number; fresh: boolean }>({
    choices: saved.recipe,
    way: 0,
    fresh: false,
  });
  return (
    <StudyBench
      saved={saved}
      keptFingers={draft.fresh ? undefined : saved.fingering}
      choices={draft.choices}
      way={draft.way}
      onChange={(choices, way) =>
        setDraft({ choices, way, fresh: draft.fresh || JSON.stringify(choices) !== JSON.stringify(draft.choices) })
      }
    />
  );
}

interface BenchProps {
  readonly choices: Choices;
  readonly way: number;
  readonly saved?: SavedStudy;
  /** The fingering the study was opened with, while its choices are unchanged. */
  readonly keptFingers?: SavedStudy['fingering'] | undefined;
  readonly onChange: (choices: Choices, way: number) => void;
}

function StudyBench({ choices, way, saved, keptFingers, onChange }: BenchProps) {
  // The fingers a study was opened with are its first way for as long as it is open.
  const [opened] = useState(keptFingers);
  const built = useBuiltStudy(choices, keptFingers ? opened : undefined, way);
  const { outcome } = built;
  const study = outcome?.ok ? outcome.value : undefined;
  const chosen = study ? Math.min(way, study.ways.length - 1) : 0;
  const headStart = useHeadStart();
  const keep = useKeepStudy();
  const navigate = useNavigate();

  const scored = useScored(study, chosen);

  useLayoutEffect(() => {
    if (scored && !built.stale) markFingered();
  }, [scored, built.stale]);

  const change = (next: Choices, nextWay: number): void => {
    markChoice();
    if (nextWay === 0) headStart(next);
    onChange(next, nextWay);
  };
  const chooseWay = useSteady((next: number) => change(choices, next));

  const settled = scored && !built.stale ? scored : undefined;
  useAutosave(saved, settled, choices, keep.mutate);

  const trouble = keep.error?.message;
  useEffect(() => {
    if (trouble) toast.error(trouble, { duration: 15_000 });
  }, [trouble]);

  const keepNew = useSteady((): void => {
    if (!study) return;
    const fresh = toSaved(study, chosen, new Date().toISOString());
    keep.mutate(fresh, {
      onSuccess: () => {
        toast.success('Kept in the library. Changes are now kept as you make them.');
        void navigate(`/studies/${fresh.id}`);
      },
    });
  });

  const readable = readRecipe(choices);
  const title = readable.ok ? titleOf(readable.value) : 'A study';
  return (
    <article>
      <header className="flex flex-wrap items-center justify-between gap-x-6 gap-y-2">
        <div className="flex flex-wrap items-baseline gap-x-4">
          <h1 className="text-3xl leading-tight text-balance wrap-anywhere">{saved?.name ?? title}</h1>
          <p className="text-faint">
            {saved?.name ? `${title} · ` : ''}
            {readable.ok ? INSTRUMENT_TABLE[readable.value.instrument].name : ''}
            {readable.ok ? ` · ${signatureWords(readable.value.tonic, readable.value.form)}` : ''}
          </p>
        </div>
        <StudyActions scored={scored} saved={saved} saving={keep.isPending} onKeep={keepNew} />
      </header>
      {readable.ok ? (
        <div className="mt-1">
          <RecipeSentence choices={choices} onChange={(next) => change(next, 0)} />
        </div>
      ) : null}
      <SpellingWarning choices={choices} onChange={(next) => change(next, 0)} />
      <div className="mt-2">
        {built.error ? (
          <Notice tone="trouble" title="The engine stopped">
            {built.error.message} Reload the page to start it again.
          </Notice>
        ) : outcome && !outcome.ok ? (
          <Notice tone="trouble" title="This study cannot be made">
            {outcome.refusal.message}
          </Notice>
        ) : scored && study ? (
          <>
            <Score study={scored} />
            <div className="mt-4 grid gap-x-8 gap-y-4 lg:grid-cols-[1.3fr_1fr_0.8fr] print:grid-cols-2">
              <div className="no-print">
                <WaysList built={study} chosen={chosen} kept={keptFingers !== undefined} onChoose={chooseWay} />
                <WhyList built={study} chosen={chosen} />
              </div>
              <MovesList built={study} way={scored.way} />
            </div>
            <p className="mt-5 max-w-prose text-sm text-faint">
              Build stretches and high positions up over weeks, let the hand go between tries, and stop when it hurts or
              tingles. The teacher in the room decides; for pain that stays, a doctor or physiotherapist.
            </p>
          </>
        ) : (
          <p role="status" className="min-h-56">
            Working the fingering out …
          </p>
        )}
      </div>
    </article>
  );
}

/** The chosen way as a score; the same object while notes and fingers are the same, so that it is engraved once. */
function useScored(study: BuiltStudy | undefined, chosen: number): ScoredStudy | undefined {
  const [last, setLast] = useState<{ key: string; scored: ScoredStudy }>();
  const way = study?.ways[chosen];
  if (!study || !way) return undefined;
  const { ways: _, ...asked } = study.recipe;
  const key = JSON.stringify([asked, way.fingers]);
  if (last?.key === key) return last.scored;
  const scored = { title: titleOf(study.recipe), recipe: study.recipe, passage: study.passage, way };
  setLast({ key, scored });
  return scored;
}

/** Keeps a saved study whenever its recipe or its fingers differ from what is kept. */
function useAutosave(
  saved: SavedStudy | undefined,
  scored: ScoredStudy | undefined,
  choices: Choices,
  write: (study: SavedStudy) => void,
): void {
  const last = useRef<string>(undefined);
  useEffect(() => {
    if (!saved || !scored) return;
    const wanted = readRecipe(choices);
    if (!wanted.ok || JSON.stringify(wanted.value) !== JSON.stringify(scored.recipe)) return;
    const next = toSaved(
      { recipe: scored.recipe, passage: scored.passage, ways: [scored.way] },
      0,
      new Date().toISOString(),
    );
    const state = JSON.stringify([next.recipe, next.fingering]);
    last.current ??= JSON.stringify([saved.recipe, saved.fingering]);
    if (state === last.current) return;
    last.current = state;
    write({ ...saved, ...next, id: saved.id, created: saved.created });
  }, [saved, scored, choices, write]);
}

/** `3 sharps: F♯ C♯ G♯`; with five or more the letters left plain. */
function signatureWords(tonic: string, form: SavedStudy['recipe']['form']): string {
  const { fifths, altered, plain, standard } = keySignature(tonic, form);
  if (!standard) return 'no standard signature, accidentals written out';
  if (fifths === 0) return 'no sharps or flats';
  const count = Math.abs(fifths);
  const names = altered.map(printed).join(' ');
  const left = count >= 5 ? `, plain: ${plain.length > 0 ? plain.join(' ') : 'none'}` : '';
  return `${count} ${fifths > 0 ? 'sharp' : 'flat'}${count === 1 ? '' : 's'}: ${names}${left}`;
}

function SpellingWarning({ choices, onChange }: { choices: Choices; onChange: (choices: Choices) => void }) {
  const form = choices.form ?? 'major';
  const readable = readRecipe(choices);
  if (!readable.ok || keySignature(choices.tonic, form).standard) return null;
  const twin = enharmonicTwin(choices.tonic, formOf(form));
  return (
    <div className="no-print mt-2">
      <Notice title={`${printed(choices.tonic)} ${formOf(form).name} has no standard key signature`}>
        It is spelled out in full.{' '}
        {twin ? (
          <button type="button" className="underline" onClick={() => onChange(changeChoices(choices, { tonic: twin }))}>
            Write it as {printed(twin)} instead: the same sound.
          </button>
        ) : null}
      </Notice>
    </div>
  );
}
