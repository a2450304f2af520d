import { useDeferredValue, useEffect, useLayoutEffect, useMemo, useRef, useState } from 'react';
import { useNavigate, useParams, useSearchParams } from 'react-router';
import { toast } from 'sonner';
import type { BuiltStudy } from '../../core/study/build.ts';
import type { ScoredStudy } from '../../core/formats/scored-study.ts';
import type { SavedStudy } from '../../core/study/saved-study.ts';
import { titleOf } from '../../core/study/title.ts';
import type { Way } from '../../core/fingering/fingering.ts';
import type { Finger } from '../../core/instruments/frame.ts';
import { instrumentFor } from '../../core/instruments/set-up.ts';
import { pinNote, pinRun, pinsToRelease, release } from '../../core/study/pinning.ts';
import { readRecipe, schoolOf, type Recipe } from '../../core/study/recipe.ts';
import { wayName } from '../../core/fingering/way-name.ts';
import { keySignature } from '../../core/theory/key-signature.ts';
import { printed } from '../../core/theory/pitch.ts';
import { enharmonicTwin } from '../../core/theory/spelling.ts';
import { formOf } from '../../core/theory/form.ts';
import { INSTRUMENT_TABLE } from '../../core/instruments/instrument.ts';
import { toSaved } from '../../data/demo.ts';
import {
  copyOf,
  useKeepStudy,
  useRewriteStudy,
  useSavedStudy,
  wasChangedElsewhere,
} from '../../data/library-queries.ts';
import { Notice } from '../../ui/notice.tsx';
import { Button } from '../../ui/button.tsx';
import { useSteady } from '../../ui/steady.ts';
import { fromAddress, toAddress } from './address.ts';
import type { Choices } from './choices.ts';
import { changeChoices } from './choices.ts';
import { Climb } from './climb.tsx';
import { Comparison } from './comparison.tsx';
import { Fingerboard } from './fingerboard.tsx';
import { HandPatterns } from './hand-patterns.tsx';
import { NoteBar } from './note-bar.tsx';
import { OtherKeys } from './other-keys.tsx';
import { OwnLine } from './own-line.tsx';
import { OwnSchool } from './own-school.tsx';
import { USUAL_PAPER, type PaperPart } from './paper.ts';
import { RecipeSentence } from './recipe-sentence.tsx';
import { Score } from './score.tsx';
import { rangeOf, selectTo, type Selection } from './selection.ts';
import { ScoreLookSentence, USUAL_LOOK, type Look } from './score-look.tsx';
import { ShiftList } from './shift-list.tsx';
import { StudyActions } from './study-actions.tsx';
import { markChoice, markFingered } from './timing.ts';
import { useBuiltStudy, useHeadStart } from './use-built-study.ts';
import { Shortcuts } from './shortcuts.tsx';
import { useOtherWay } from './use-other-way.ts';
import { useUndo } from './use-undo.ts';
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

interface BenchProps {
  readonly choices: Choices;
  readonly way: number;
  readonly saved?: SavedStudy;
  /** The fingering the study was opened with, while its choices are unchanged. */
  readonly keptFingers?: SavedStudy['fingering'] | undefined;
  readonly onChange: (choices: Choices, way: number) => void;
}

function StudyBench({ choices, way, saved, keptFingers, onChange }: BenchProps) {
  const built = useBuiltStudy(choices, keptFingers, way);
  const { outcome } = built;
  const study = outcome?.ok ? outcome.value : undefined;
  const chosen = study ? Math.min(way, study.ways.length - 1) : 0;
  const headStart = useHeadStart();
  const keep = useKeepStudy();
  const navigate = useNavigate();
  const undo = useUndo<{ choices: Choices; way: number }>();
  const [selection, setSelection] = useState<Selection>();
  const [paper, setPaper] = useState(USUAL_PAPER);
  const [look, setLook] = useState(USUAL_LOOK);

  const other = useOtherWay(look.beside, choices, study);
  const scored = useScored(study, chosen, look, other?.way);
  // While a pin can't be played the last study stays, so that the pin can be released.
  const trouble = outcome && !outcome.ok ? outcome.refusal : undefined;
  const shown = scored.now ?? (trouble?.path.startsWith('pins') ? scored.last : undefined);

  useLayoutEffect(() => {
    if (scored.now && !built.stale) markFingered();
  }, [scored.now, built.stale]);

  const show = (next: Choices, nextWay: number): void => {
    markChoice();
    if (nextWay === 0) headStart(next);
    onChange(next, nextWay);
  };
  const change = (next: Choices, nextWay: number): void => {
    undo.remember({ choices, way });
    show(next, nextWay);
  };
  const stepBack = useSteady((forth: boolean) => {
    const target = forth ? undo.forth({ choices, way }) : undo.back({ choices, way });
    if (target) show(target.choices, target.way);
  });
  const changePart = useSteady((make: (now: Choices) => Partial<Choices>) =>
    change(changeChoices(choices, make(choices)), 0),
  );
  const chooseWay = useSteady((next: number) => change(choices, next));
  const changePins = (pins: Recipe['pins']): void => change({ ...choices, pins }, 0);
  const pins = choices.pins ?? [];

  const count = shown?.passage.notes.length ?? 0;
  const select = useSteady((at: number, extend?: boolean) =>
    setSelection(selectTo(selection, at, extend === true, count)),
  );
  const takeOver = useSteady((taken: Way) => changePins(pinRun(pins, taken, 0, count - 1)));
  const instrument = shown && instrumentFor(shown.recipe.instrument, shown.recipe.setUp);
  const pressKey = (key: string): boolean => {
    if (!selection || !shown) return false;
    const [from, to] = rangeOf(selection);
    const finger = FINGER_KEYS[key.toLowerCase()];
    const string = instrument?.strings.find((one) => one.name.toLowerCase() === key.toLowerCase());
    if (key === 'Escape') setSelection(undefined);
    else if (RELEASE_KEYS.includes(key)) changePins(release(pins, from, to));
    else if (key === 'p') changePins(pinRun(pins, shown.way, from, to));
    else if (finger !== undefined && from === to) changePins(pinNote(pins, from, { finger }));
    else if (string && from === to) changePins(pinNote(pins, from, { string: string.name }));
    else return false;
    return true;
  };
  const onPaper = (part: PaperPart): string => (paper.has(part) ? 'break-inside-avoid' : 'no-print');
  // Pictures and cards follow a moment after the fingering and the score.
  const pictured = useDeferredValue(shown);
  const pressOnScore = useSteady(pressKey);
  const [help, setHelp] = useState(false);
  const [keys, setKeys] = useState(false);
  const openHelp = useSteady(() => setHelp(true));
  useShortcuts(stepBack, openHelp);

  const settled = scored.now && !built.stale ? scored.now : undefined;
  const readable = readRecipe(choices);
  const title = readable.ok ? titleOf(readable.value) : 'A study';
  const rewrite = useRewriteStudy();
  const keepChange = useSteady((next: SavedStudy, base: string): void => {
    rewrite.mutateAsync({ study: next, base }).catch((error: unknown) => {
      if (!(error instanceof Error)) return;
      const copy = (): void => keep.mutate(copyOf(next, `${next.name ?? title} (copy)`, new Date().toISOString()));
      const action = wasChangedElsewhere(error) ? { action: { label: 'Keep a copy', onClick: copy } } : {};
      toast.error(error.message, { duration: 30_000, ...action });
    });
  });
  useAutosave(saved, settled, choices, keepChange);

  const unkept = keep.error?.message;
  useEffect(() => {
    if (unkept) toast.error(unkept, { duration: 15_000 });
  }, [unkept]);

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
        <StudyActions
          scored={scored.now}
          saved={saved}
          saving={keep.isPending}
          onKeep={keepNew}
          paper={paper}
          onPaper={setPaper}
        />
      </header>
      {readable.ok ? (
        <div className="mt-1">
          <RecipeSentence choices={choices} followed={readable.value} onChange={changePart} />
        </div>
      ) : null}
      <SpellingWarning choices={choices} onChange={(next) => change(next, 0)} />
      <div className="mt-2">
        {built.error ? (
          <Notice tone="trouble" title="The engine stopped">
            {built.error.message} Reload the page to start it again.
          </Notice>
        ) : trouble && !shown ? (
          <Notice tone="trouble" title="This study cannot be made">
            {trouble.message}
          </Notice>
        ) : shown ? (
          <>
            {trouble ? (
              <PinTrouble
                trouble={trouble}
                onRelease={(gone) => changePins(pins.filter((pin) => !gone.includes(pin.at)))}
                notes={pinsToRelease({ pins: [...pins] }, trouble.path, trouble.message)}
              />
            ) : null}
            <Score study={shown} selection={selection} onSelect={select} onKey={pressOnScore} />
            <PinsLine
              pins={pins.length}
              count={count}
              undo={undo}
              onUndo={stepBack}
              onReleaseAll={() => changePins([])}
              onKeepAll={() => takeOver(shown.way)}
              onOtherKeys={() => setKeys(true)}
              onHelp={openHelp}
            />
            {study ? <ScoreLookSentence look={look} built={study} chosen={chosen} onLook={setLook} /> : null}
            {selection && selection.head < count ? (
              <NoteBar
                study={shown}
                selection={selection}
                onPin={(at, { string, finger }) => changePins(pinNote(pins, at, { string, finger }))}
                onPinRun={(from, to) => changePins(pinRun(pins, shown.way, from, to))}
                onRelease={(from, to) => changePins(release(pins, from, to))}
              />
            ) : null}
            {study && other ? (
              <Comparison
                study={shown}
                other={other.way}
                names={[wayName(shown.way, shown.passage, shown.recipe), other.name]}
                selection={selection}
                onSelect={select}
                onTake={(from, to) => changePins(pinRun(pins, other.way, from, to))}
              />
            ) : null}
            <div className="mt-4 grid gap-x-8 gap-y-4 xl:grid-cols-2 print:block">
              <div>
                {study ? (
                  <div className="no-print">
                    <WaysList built={study} chosen={chosen} kept={keptFingers !== undefined} onChoose={chooseWay} />
                    <WhyList built={study} chosen={chosen} />
                  </div>
                ) : null}
                <OwnSchool
                  school={schoolOf(shown.recipe)}
                  instrument={shown.recipe.instrument}
                  onSchool={(school) => change({ ...choices, school }, 0)}
                />
                <div className="no-print mt-4">
                  <OwnLine key={shown.title} study={pictured ?? shown} onTake={takeOver} onSelect={select} />
                </div>
              </div>
              <div className="space-y-4">
                <div className={onPaper('fingerboard')}>
                  <Fingerboard study={pictured ?? shown} selection={selection} onSelect={select} />
                </div>
                <div className={onPaper('fingerboard')}>
                  <HandPatterns study={pictured ?? shown} />
                </div>
                <div className={onPaper('climb')}>
                  <Climb study={pictured ?? shown} selection={selection} onSelect={select} />
                </div>
              </div>
              <div className={paper.has('shifts') ? 'xl:col-span-2' : 'no-print xl:col-span-2'}>
                <ShiftList study={pictured ?? shown} chosen={selection?.head} onSelect={select} />
              </div>
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
      {shown ? <OtherKeys study={shown} open={keys} onClose={() => setKeys(false)} /> : null}
      <Shortcuts open={help} onClose={() => setHelp(false)} />
    </article>
  );
}

/**
 * The chosen way as a score; the same object while notes and fingers are the same, so that it is
 * engraved once. `last` is what was shown before a study that can't be made.
 */
function useScored(
  study: BuiltStudy | undefined,
  chosen: number,
  look: Look,
  beside: Way | undefined,
): { readonly now: ScoredStudy | undefined; readonly last: ScoredStudy | undefined } {
  const [last, setLast] = useState<{ key: string; scored: ScoredStudy }>();
  const way = study?.ways[chosen];
  if (!study || !way) return { now: undefined, last: last?.scored };
  const { ways: _, ...asked } = study.recipe;
  const key = JSON.stringify([asked, way.fingers, look.fingers, look.names, beside?.fingers]);
  if (last?.key === key) return { now: last.scored, last: last.scored };
  const scored: ScoredStudy = {
    title: titleOf(study.recipe),
    recipe: study.recipe,
    passage: study.passage,
    way,
    look: {
      fingers: look.fingers,
      ...(look.names ? { names: look.names } : {}),
      ...(beside ? { beside } : {}),
    },
  };
  setLast({ key, scored });
  return { now: scored, last: scored };
}

/** Fingers by the keys that pin them. */
const FINGER_KEYS: Readonly<Record<string, Finger>> = { 0: 0, 1: 1, 2: 2, 3: 3, 4: 4, t: 'T' };
const RELEASE_KEYS: readonly string[] = ['Backspace', 'Delete', 'x'];

/** Undo and redo from anywhere on the screen, unless a field has the keys. */
function useShortcuts(stepBack: (forth: boolean) => void, openHelp: () => void): void {
  useEffect(() => {
    const press = (event: KeyboardEvent): void => {
      const field = event.target instanceof HTMLInputElement || event.target instanceof HTMLTextAreaElement;
      if (field) return;
      if (event.key === '?') openHelp();
      if (!(event.ctrlKey || event.metaKey)) return;
      const key = event.key.toLowerCase();
      if (key !== 'z' && key !== 'y') return;
      event.preventDefault();
      stepBack(key === 'y' || event.shiftKey);
    };
    document.addEventListener('keydown', press);
    return () => document.removeEventListener('keydown', press);
  }, [stepBack, openHelp]);
}

function PinTrouble({
  trouble,
  notes,
  onRelease,
}: {
  trouble: { readonly message: string };
  notes: readonly number[];
  onRelease: (notes: readonly number[]) => void;
}) {
  return (
    <Notice tone="trouble" title="This pin cannot be played">
      {trouble.message}{' '}
      {notes.length > 0 ? (
        <button type="button" className="underline" onClick={() => onRelease(notes)}>
          {notes.length === 1 ? 'Release the pin' : `Release these ${notes.length} pins`}
        </button>
      ) : null}
    </Notice>
  );
}

/** How to work on the score, and what can be taken back. */
function PinsLine({
  pins,
  count,
  undo,
  onUndo,
  onReleaseAll,
  onKeepAll,
  onOtherKeys,
  onHelp,
}: {
  pins: number;
  count: number;
  undo: { readonly canUndo: boolean; readonly canRedo: boolean };
  onUndo: (forth: boolean) => void;
  onReleaseAll: () => void;
  onKeepAll: () => void;
  onOtherKeys: () => void;
  onHelp: () => void;
}) {
  return (
    <div className="no-print mt-1 flex flex-wrap items-center justify-between gap-x-4">
      <p className="text-sm text-faint">
        Choose a note with the mouse or the arrow keys; 0 to 4 and T pin its finger, a string’s letter its string, X
        releases it.{' '}
        {pins > 0 ? `${pins} ${pins === 1 ? 'note is' : 'notes are'} pinned, underlined on the score.` : ''}
      </p>
      <div className="flex flex-wrap">
        <Button kind="quiet" disabled={!undo.canUndo} onClick={() => onUndo(false)}>
          Undo
        </Button>
        <Button kind="quiet" disabled={!undo.canRedo} onClick={() => onUndo(true)}>
          Redo
        </Button>
        <Button kind="quiet" onClick={onOtherKeys}>
          In other keys …
        </Button>
        <Button kind="quiet" onClick={onHelp}>
          Shortcuts …
        </Button>
        <Button kind="quiet" disabled={pins === count} onClick={onKeepAll}>
          Keep this fingering
        </Button>
        {pins > 0 ? (
          <Button kind="quiet" onClick={onReleaseAll}>
            Release all pins
          </Button>
        ) : null}
      </div>
    </div>
  );
}

/** Keeps a saved study whenever its recipe or its fingers differ from what is kept. */
function useAutosave(
  saved: SavedStudy | undefined,
  scored: ScoredStudy | undefined,
  choices: Choices,
  write: (study: SavedStudy, base: string) => void,
): void {
  const last = useRef<string>(undefined);
  // What was last read or written here; another tab's writing makes it differ from what is kept.
  const base = useRef<string>(undefined);
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
    write({ ...saved, ...next, id: saved.id, created: saved.created }, base.current ?? saved.updated);
    base.current = next.updated;
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
