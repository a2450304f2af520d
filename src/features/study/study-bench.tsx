import { lazy, memo, Suspense, useDeferredValue, useEffect, useLayoutEffect, useMemo, useState } from 'react';
import { useNavigate } from 'react-router';
import { toast } from 'sonner';
import type { Bowing } from '../../core/bowing/bowing.ts';
import type { Way } from '../../core/fingering/fingering.ts';
import { wayName } from '../../core/fingering/way-name.ts';
import type { Finger } from '../../core/instruments/frame.ts';
import { INSTRUMENT_TABLE } from '../../core/instruments/instrument.ts';
import { instrumentFor } from '../../core/instruments/set-up.ts';
import { CAUTION } from '../../core/shifts/caution.ts';
import { pinNote, pinRun, release } from '../../core/study/pinning.ts';
import { readRecipe, schoolOf, type Pin, type Recipe } from '../../core/study/recipe.ts';
import type { SavedStudy } from '../../core/study/saved-study.ts';
import { titleOf } from '../../core/study/title.ts';
import { useKeepStudy } from '../../data/library-queries.ts';
import { toSaved } from '../../data/library.ts';
import { Notice } from '../../ui/notice.tsx';
import { useSteady } from '../../ui/steady.ts';
import { BowOffer } from './bow-offer.tsx';
import { BowSection } from './bow-section.tsx';
import { changeBowing, changeChoices, type Choices } from './choices.ts';
import { Climb } from './climb.tsx';
import { ChangesNote } from './changes-note.tsx';
import { benchCommands } from './commands.ts';
import { Fingerboard } from './fingerboard.tsx';
import { HandPatterns } from './hand-patterns.tsx';
import { SpellingWarning, signatureWords } from './key-words.tsx';
import { NoteBar } from './note-bar.tsx';
import { EXPORTS } from './exports.ts';
import { OwnLine } from './own-line.tsx';
import { OwnSchool } from './own-school.tsx';
import { USUAL_PAPER, type PaperPart } from './paper.ts';
import { PatternSheet } from './pattern-sheet.tsx';
import { PinsLine, PinTrouble } from './pins-line.tsx';
import { Player } from './player.tsx';
import { RecipeSentence } from './recipe-sentence.tsx';
import { Score } from './score.tsx';
import { coverNames, ScoreLookSentence, USUAL_LOOK, type Look } from './score-look.tsx';
import { rangeOf, selectTo, type Selection } from './selection.ts';
import { ShiftList } from './shift-list.tsx';
import { Shortcuts } from './shortcuts.tsx';
import { StudyActions } from './study-actions.tsx';
import { TeacherKey } from './teacher-key.tsx';
import { markChoice, markFingered } from './timing.ts';
import { useAutosave } from './use-autosave.ts';
import { useBuiltStudy, useHeadStart } from './use-built-study.ts';
import { useKnown } from './use-known.ts';
import { useOtherWay } from './use-other-way.ts';
import { useScored } from './use-scored.ts';
import { useShortcuts } from './use-shortcuts.ts';
import { useUndo } from './use-undo.ts';
import { WaysList } from './ways-list.tsx';
import { WhyList } from './why-list.tsx';

// Asked for now and then: they come when they are.
const Comparison = lazy(async () => ({ default: (await import('./comparison.tsx')).Comparison }));
const GradeSection = lazy(async () => ({ default: (await import('./grade-section.tsx')).GradeSection }));
const OtherKeys = lazy(async () => ({ default: (await import('./other-keys.tsx')).OtherKeys }));
const Variations = lazy(async () => ({ default: (await import('./variations.tsx')).Variations }));
const Palette = lazy(() => import('../../ui/palette.tsx'));

/** Fingers by the keys that pin them. */
const FINGER_KEYS: Readonly<Record<string, Finger>> = { 0: 0, 1: 1, 2: 2, 3: 3, 4: 4, t: 'T' };
const RELEASE_KEYS: readonly string[] = ['Backspace', 'Delete', 'x'];

interface BenchProps {
  readonly choices: Choices;
  readonly way: number;
  readonly saved?: SavedStudy;
  /** The fingering the study was opened with, while its choices are unchanged. */
  readonly keptFingers?: SavedStudy['fingering'] | undefined;
  readonly onChange: (choices: Choices, way: number) => void;
}

/** All that undo brings back. */
interface Shown {
  readonly choices: Choices;
  readonly way: number;
  readonly look: Look;
}

/** The bench a study is worked on: its choices, its score, its ways, and everything that shows them. */
export const StudyBench = memo(function StudyBench({ choices, way, saved, keptFingers, onChange }: BenchProps) {
  const built = useBuiltStudy(choices, keptFingers, way);
  const { outcome } = built;
  const study = outcome?.ok ? outcome.value : undefined;
  const chosen = study ? Math.min(way, study.ways.length - 1) : 0;
  const headStart = useHeadStart();
  const keep = useKeepStudy();
  const navigate = useNavigate();
  const undo = useUndo<Shown>();
  const [selection, setSelection] = useState<Selection>();
  const [paper, setPaper] = useState(USUAL_PAPER);
  const [look, setLook] = useState(USUAL_LOOK);

  const second = useOtherWay(look.besides[0], choices, study);
  const third = useOtherWay(look.besides[1], choices, study);
  const others = [second, third].filter((other) => other !== undefined);
  const changes = useKnown(look.known, study, chosen);
  const scored = useScored(study, chosen, {
    fingers: look.fingers,
    ...(look.names ? { names: look.names, covered: look.covered } : {}),
    ...(others.length > 0 ? { beside: others.map((other) => other.way) } : {}),
    ...(changes ? { altered: changes.altered } : {}),
  });
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
    undo.remember({ choices, way, look });
    show(next, nextWay);
  };
  const changeLook = useSteady((next: Look) => {
    undo.remember({ choices, way, look });
    setLook(next);
  });
  const stepBack = useSteady((forth: boolean) => {
    const target = forth ? undo.forth({ choices, way, look }) : undo.back({ choices, way, look });
    if (!target) return;
    setLook(target.look);
    if (target.way !== way || JSON.stringify(target.choices) !== JSON.stringify(choices))
      show(target.choices, target.way);
  });
  const changePart = useSteady((make: (now: Choices) => Partial<Choices>) =>
    change(changeChoices(choices, make(choices)), 0),
  );
  const applyChange = useSteady(({ bowing, ...part }: Partial<Choices>) => {
    const next = Object.keys(part).length > 0 ? changeChoices(choices, part) : choices;
    change(bowing ? changeBowing(next, bowing) : next, 0);
  });
  const chooseWay = useSteady((next: number) => change(choices, next));
  const setBowing = useSteady((bowing: Bowing) => change(changeBowing(choices, bowing), 0));
  const changePins = (pins: Recipe['pins']): void => change({ ...choices, pins }, 0);
  const pins = choices.pins ?? [];

  const count = shown?.passage.notes.length ?? 0;
  const select = useSteady((at: number, extend?: boolean) =>
    setSelection(selectTo(selection, at, extend === true, count)),
  );
  const run = selection && selection.anchor !== selection.head ? rangeOf(selection) : undefined;
  const pinOne = useSteady((at: number, { string, finger }: Omit<Pin, 'at'>) =>
    changePins(pinNote(pins, at, { string, finger })),
  );
  const pinMany = useSteady((from: number, to: number) => shown && changePins(pinRun(pins, shown.way, from, to)));
  const releaseMany = useSteady((from: number, to: number) => changePins(release(pins, from, to)));
  const releaseAll = useSteady(() => changePins([]));
  const keepAll = useSteady(() => pinMany(0, count - 1));
  const followSchool = useSteady((school: Choices['school']) => change({ ...choices, school }, 0));
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
    else if (key === 'h' && look.names) changeLook(coverNames(look, from, to));
    else if (finger !== undefined && from === to) changePins(pinNote(pins, from, { finger }));
    else if (string && from === to) changePins(pinNote(pins, from, { string: string.name }));
    else return false;
    return true;
  };
  const onPaper = (part: PaperPart): string => (paper.has(part) ? 'break-inside-avoid' : 'no-print');
  // Pictures, cards and words on a note follow a moment after the fingering and the score.
  const pictured = useDeferredValue(shown);
  const settled = useDeferredValue(study);
  const marked = useDeferredValue(selection);
  const pressOnScore = useSteady(pressKey);
  const [sheet, setSheet] = useState<'help' | 'keys' | 'palette' | 'variations'>();
  const closeSheet = useSteady(() => setSheet(undefined));
  const openKeys = useSteady(() => setSheet('keys'));
  const openVariations = useSteady(() => setSheet('variations'));
  const openHelp = useSteady(() => setSheet('help'));
  const openPalette = useSteady(() => setSheet('palette'));
  useShortcuts(stepBack, openHelp, openPalette);

  const readable = useMemo(() => readRecipe(choices), [choices]);
  const recipe = readable.ok ? readable.value : undefined;
  const title = recipe ? titleOf(recipe) : 'A study';
  const rewriting = useAutosave(saved, built.stale ? undefined : scored.now, recipe, title);

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
            {recipe ? `${INSTRUMENT_TABLE[recipe.instrument].name} · ${signatureWords(recipe)}` : ''}
          </p>
        </div>
        <StudyActions
          scored={scored.now}
          saved={saved}
          saving={keep.isPending || rewriting}
          onKeep={keepNew}
          paper={paper}
          onPaper={setPaper}
        />
      </header>
      {recipe ? (
        <>
          <div className="mt-1">
            <RecipeSentence choices={choices} followed={recipe} onChange={changePart} />
          </div>
          <SpellingWarning tonic={recipe.tonic} form={recipe.form} onTonic={(tonic) => changePart(() => ({ tonic }))} />
        </>
      ) : null}
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
              />
            ) : null}
            {look.sheet === 'notes' ? (
              <Score study={shown} selection={selection} onSelect={select} onKey={pressOnScore} />
            ) : (
              <PatternSheet study={shown} selection={selection} onSelect={select} />
            )}
            {look.fingers === 'blank' ? <TeacherKey study={shown} /> : null}
            {changes ? <ChangesNote changes={changes} /> : null}
            <PinsLine
              pins={pins.length}
              count={count}
              canUndo={undo.canUndo}
              canRedo={undo.canRedo}
              onUndo={stepBack}
              onReleaseAll={releaseAll}
              onKeepAll={keepAll}
              onOtherKeys={openKeys}
              onVariations={openVariations}
              onHelp={openHelp}
              onPalette={openPalette}
            />
            <Player study={pictured ?? shown} from={run?.[0]} to={run?.[1]} />
            {study ? (
              <ScoreLookSentence look={look} built={settled ?? study} chosen={chosen} onLook={changeLook} />
            ) : null}
            {marked && marked.head < (pictured ?? shown).passage.notes.length ? (
              <NoteBar
                study={pictured ?? shown}
                selection={marked}
                onPin={pinOne}
                onPinRun={pinMany}
                onRelease={releaseMany}
              />
            ) : null}
            {study && others.length > 0 ? (
              <Suspense>
                <Comparison
                  study={shown}
                  name={wayName(shown.way, shown.passage, shown.recipe)}
                  others={others}
                  selection={selection}
                  onSelect={select}
                  onTake={(taken, from, to) => changePins(pinRun(pins, taken, from, to))}
                />
              </Suspense>
            ) : null}
            <div className="when-seen">
              <BowSection study={pictured ?? shown} onBowing={setBowing} />
              <BowOffer study={pictured ?? shown} choices={choices} onTake={takeOver} />
            </div>
            <div className="when-seen mt-4 grid gap-x-8 gap-y-4 xl:grid-cols-2 print:block">
              <div>
                {study ? (
                  <div className="no-print">
                    <WaysList
                      built={settled ?? study}
                      chosen={chosen}
                      kept={keptFingers !== undefined}
                      onChoose={chooseWay}
                    />
                    <WhyList built={settled ?? study} chosen={chosen} />
                  </div>
                ) : null}
                <OwnSchool
                  school={schoolOf(shown.recipe)}
                  instrument={shown.recipe.instrument}
                  onSchool={followSchool}
                />
                <div className="no-print mt-4">
                  <OwnLine key={shown.title} study={pictured ?? shown} onTake={takeOver} onSelect={select} />
                </div>
              </div>
              <div className="space-y-4">
                <div className={onPaper('fingerboard')} data-paper="fingerboard">
                  <Fingerboard study={pictured ?? shown} selection={marked} onSelect={select} />
                </div>
                <div className={onPaper('fingerboard')}>
                  <HandPatterns study={pictured ?? shown} />
                </div>
                <div className={onPaper('climb')} data-paper="climb">
                  <Climb study={pictured ?? shown} selection={marked} onSelect={select} />
                </div>
              </div>
              <div className={paper.has('shifts') ? 'xl:col-span-2' : 'no-print xl:col-span-2'}>
                <ShiftList study={pictured ?? shown} chosen={marked?.head} onSelect={select} />
              </div>
            </div>
            <div className="when-seen">
              <Suspense>
                <GradeSection study={pictured ?? shown} savedId={saved?.id} onChange={applyChange} />
              </Suspense>
            </div>
            <p className="mt-5 max-w-prose text-sm text-faint">{CAUTION}</p>
          </>
        ) : (
          <p role="status" className="min-h-56">
            Working the fingering out …
          </p>
        )}
      </div>
      {shown ? (
        <Suspense>
          {sheet === 'keys' ? <OtherKeys study={shown} open onClose={closeSheet} /> : null}
          {sheet === 'variations' ? <Variations study={shown} onClose={closeSheet} /> : null}
          {sheet === 'palette' ? (
            <Palette
              open
              onClose={closeSheet}
              commands={benchCommands(choices, {
                change: (part) => changePart(() => part),
                look: (part) => changeLook({ ...look, ...part }),
                doings: [
                  { group: 'Do', words: 'Undo', keys: 'Ctrl Z', run: () => stepBack(false) },
                  { group: 'Do', words: 'Redo', keys: 'Ctrl Shift Z', run: () => stepBack(true) },
                  { group: 'Do', words: 'Keep this fingering', run: keepAll },
                  { group: 'Do', words: 'Release all pins', run: releaseAll },
                  { group: 'Do', words: 'In other keys', run: openKeys },
                  { group: 'Do', words: 'A page of variations', run: openVariations },
                  { group: 'Do', words: 'Shortcuts', keys: '?', run: openHelp },
                  { group: 'Do', words: 'Print', run: () => setTimeout(() => window.print()) },
                  ...EXPORTS.map((one) => ({
                    group: 'Export',
                    words: one.words,
                    run: () => void one.write(shown, paper).catch((error: unknown) => toast.error(String(error))),
                  })),
                  { group: 'Go', words: 'Library', run: () => void navigate('/') },
                  { group: 'Go', words: 'Build a new study', run: () => void navigate('/studies/new') },
                ],
              })}
            />
          ) : null}
        </Suspense>
      ) : null}
      <Shortcuts open={sheet === 'help'} onClose={closeSheet} />
    </article>
  );
});
