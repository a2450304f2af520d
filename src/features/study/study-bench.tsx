import { INSTRUMENT_TABLE } from '../../core/instruments/instruments.ts';
import { lazy, memo, Suspense, useDeferredValue, useLayoutEffect, useMemo, useState } from 'react';
import { toast } from 'sonner';
import { wayName } from '../../core/fingering/reading/way-name.ts';
import { readRecipe, type Recipe } from '../../core/recipe/recipe.ts';
import type { SavedStudy } from '../../core/study/saved-study.ts';
import { titleOf } from '../../core/recipe/title.ts';
import { toSaved } from '../../data/library.ts';
import { Notice } from '../../ui/notice.tsx';
import { useStableCallback } from '../../ui/stable-callback.ts';
import { ChangesNote } from './changes-note.tsx';
import type { Choices } from './choices.ts';
import { benchCommands } from './commands.ts';
import { EXPORTS, type Export } from './exports.ts';
import { KeepNew, KeptAsYouWork } from './keeping.tsx';
import { SpellingWarning, signatureWords } from './key-words.tsx';
import { NoteBar } from './note-bar.tsx';
import { Panels } from './panels.tsx';
import { USUAL_PAPER } from './paper.ts';
import { PatternSheet } from './pattern-sheet.tsx';
import { PinsLine, PinTrouble } from './pins-line.tsx';
import { Player } from './player.tsx';
import { RecipeSentence } from './recipe-sentence.tsx';
import { coverNames, ScoreLookSentence } from './score-look.tsx';
import { nameOfStudy, Score } from './score.tsx';
import { rangeOf, selectTo, type Selection } from './selection.ts';
import { Sheets, type Sheet } from './sheets.tsx';
import { StudyActions } from './study-actions.tsx';
import { TeacherKey } from './teacher-key.tsx';
import { markFingered } from './timing.ts';
import { useBuiltStudy } from './use-built-study.ts';
import { useEditing } from './use-editing.ts';
import type { KeptAsWorkedOn } from './use-keeper.ts';
import { useKnown } from './use-known.ts';
import { useOtherWay } from './use-other-way.ts';
import { usePinning } from './use-pinning.ts';
import { useScored } from './use-scored.ts';
import { useShortcuts } from './use-shortcuts.ts';

// Asked for now and then: it comes when it is.
const Comparison = lazy(async () => ({ default: (await import('./comparison.tsx')).Comparison }));

interface BenchProps {
  readonly choices: Choices;
  readonly way: number;
  readonly saved?: SavedStudy;
  /** How a study of the library is kept as it is worked on. */
  readonly kept?: KeptAsWorkedOn;
  /** The fingering the study was opened with, while its choices are unchanged. */
  readonly keptFingers?: SavedStudy['fingering'] | undefined;
  readonly onChange: (choices: Choices, way: number) => void;
  /** Opens another page of the application. */
  readonly onGo: (path: string) => void;
  /** Shows a study of the library as another tab has it. */
  readonly onOther?: (study: SavedStudy) => void;
}

const nothing = (): void => undefined;

/** The bench a study is worked on: its choices, its score, its ways, and everything that shows them. */
export const StudyBench = memo(function StudyBench({
  choices,
  way,
  saved,
  kept,
  keptFingers,
  onChange,
  onGo,
  onOther = nothing,
}: BenchProps) {
  const built = useBuiltStudy(choices, keptFingers, way);
  const { outcome } = built;
  const study = outcome?.ok ? outcome.value : undefined;
  const chosen = study ? Math.min(way, study.ways.length - 1) : 0;
  const editing = useEditing(choices, way, onChange);
  const { look, changeLook, stepBack } = editing;
  const [selection, setSelection] = useState<Selection>();
  const [paper, setPaper] = useState(USUAL_PAPER);

  const second = useOtherWay(look.besides[0], choices, study);
  const third = useOtherWay(look.besides[1], choices, study);
  const others = [second, third].filter((other) => other !== undefined);
  const changes = useKnown(look.known, study, chosen);
  const scored = useScored(study, chosen, {
    fingers: look.fingers,
    ...(look.marks.length > 0 ? { marks: look.marks } : {}),
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

  const pins = choices.pins ?? [];
  const pinning = usePinning(shown, pins, editing.changePins);
  const count = shown?.passage.notes.length ?? 0;
  const select = useStableCallback((at: number, extend?: boolean) =>
    setSelection(selectTo(selection, at, extend === true, count)),
  );
  const run = selection && selection.anchor !== selection.head ? rangeOf(selection) : undefined;
  const pressOnScore = useStableCallback((key: string): boolean => {
    if (!selection) return false;
    if (key === 'Escape') setSelection(undefined);
    else if (key === 'h' && look.names) changeLook(coverNames(look, ...rangeOf(selection)));
    else return pinning.pressKey(key, selection);
    return true;
  });
  // Pictures and words on a note follow a moment after the fingering and the score; lists and cards, which
  // are read, when the choice has stood until all its ways are known.
  const pictured = useDeferredValue(shown);
  const [stood, setStood] = useState(shown);
  if (shown && stood !== shown && (built.complete || !stood)) setStood(shown);
  const listed = useDeferredValue(stood);
  const settled = useDeferredValue(built.all ?? study);
  const marked = useDeferredValue(selection);
  const [sheet, setSheet] = useState<Sheet>();
  const closeSheet = useStableCallback(() => setSheet(undefined));
  const openKeys = useStableCallback(() => setSheet('keys'));
  const openVariations = useStableCallback(() => setSheet('variations'));
  const openHelp = useStableCallback(() => setSheet('help'));
  const openPalette = useStableCallback(() => setSheet('palette'));
  useShortcuts(stepBack, openHelp, openPalette);

  const { said, recipe } = useWords(choices);
  const firstFinger = pins.find((pin) => pin.at === 0)?.finger;
  const title = recipe ? titleOf(recipe) : 'A study';
  const writeAs = useStableCallback((tonic: string): void => editing.applyChange({ tonic }));
  const asKept = useStableCallback(() => study && toSaved(study, chosen, new Date().toISOString()));
  const goToKept = useStableCallback((id: string) => onGo(`/studies/${id}`));
  const exportAs = useStableCallback((one: Export): void => {
    if (!shown) return;
    one
      .write(shown, paper)
      .catch((error: unknown) => toast.error(error instanceof Error ? error.message : String(error)));
  });

  const commands = useStableCallback(() =>
    benchCommands(choices, {
      change: editing.applyChange,
      look: (part) => changeLook({ ...look, ...part }),
      doings: [
        { group: 'Do', words: 'Undo', keys: 'Ctrl Z', run: () => stepBack(false) },
        { group: 'Do', words: 'Redo', keys: 'Ctrl Shift Z', run: () => stepBack(true) },
        { group: 'Do', words: 'Keep this fingering', run: pinning.keepAll },
        { group: 'Do', words: 'Release all pins', run: pinning.releaseAll },
        { group: 'Do', words: 'In other keys', run: openKeys },
        { group: 'Do', words: 'A page of variations', run: openVariations },
        { group: 'Do', words: 'Shortcuts', keys: '?', run: openHelp },
        { group: 'Do', words: 'Print', run: () => setTimeout(() => window.print()) },
        ...EXPORTS.map((one) => ({ group: 'Export', words: one.words, run: () => exportAs(one) })),
        { group: 'Go', words: 'Library', run: () => onGo('/') },
        { group: 'Go', words: 'Build a new study', run: () => onGo('/studies/new') },
      ],
    }),
  );

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
        <div className="no-print flex flex-wrap items-center gap-2">
          {kept ? (
            <KeptAsYouWork
              kept={kept}
              scored={built.stale ? undefined : scored.now}
              refused={!built.stale && trouble !== undefined}
              title={title}
              onCopied={goToKept}
              onOther={onOther}
            />
          ) : (
            <KeepNew ready={scored.now !== undefined} asKept={asKept} onKept={goToKept} />
          )}
          <StudyActions ready={shown !== undefined} onExport={exportAs} paper={paper} onPaper={setPaper} />
        </div>
      </header>
      {recipe ? (
        <>
          <div className="mt-1">
            <RecipeSentence choices={said} followed={recipe} firstFinger={firstFinger} onChange={editing.changePart} />
          </div>
          <SpellingWarning tonic={recipe.tonic} form={recipe.form} onTonic={writeAs} />
        </>
      ) : null}
      <div className="mt-2">
        {built.error ? (
          <Notice tone="trouble" title="The engine stopped">
            {built.error.message}
          </Notice>
        ) : trouble && !shown ? (
          <Notice tone="trouble" title="This study cannot be made">
            {trouble.message}
          </Notice>
        ) : shown ? (
          <>
            {built.fits ? null : (
              <Notice tone="trouble" title="The fingers kept with this study can no longer be played">
                They are kept as they are; what stands here is the engine’s. The first change you make keeps that
                instead.
              </Notice>
            )}
            {trouble ? <PinTrouble trouble={trouble} onRelease={pinning.releaseThese} /> : null}
            {look.sheet === 'notes' ? (
              <Score
                study={shown}
                under={nameOfStudy(title, recipe?.instrument)}
                selection={selection}
                onSelect={select}
                onKey={pressOnScore}
              />
            ) : (
              <PatternSheet study={shown} selection={selection} onSelect={select} />
            )}
            {look.fingers === 'blank' ? <TeacherKey study={shown} /> : null}
            {changes ? <ChangesNote changes={changes} /> : null}
            <PinsLine
              pins={pins.length}
              count={count}
              canUndo={editing.canUndo}
              canRedo={editing.canRedo}
              onUndo={stepBack}
              onReleaseAll={pinning.releaseAll}
              onKeepAll={pinning.keepAll}
              onOtherKeys={openKeys}
              onVariations={openVariations}
              onHelp={openHelp}
              onPalette={openPalette}
            />
            {pictured ? <Player study={pictured} from={run?.[0]} to={run?.[1]} /> : null}
            {settled ? <ScoreLookSentence look={look} built={settled} chosen={chosen} onLook={changeLook} /> : null}
            {pictured && marked && marked.head < pictured.passage.notes.length ? (
              <NoteBar
                study={pictured}
                selection={marked}
                onPin={pinning.pinOne}
                onPinRun={pinning.pinMany}
                onRelease={pinning.releaseMany}
                onRemark={editing.setRemark}
              />
            ) : null}
            {study && others.length > 0 ? (
              <Suspense>
                <Comparison
                  study={shown}
                  name={wayName(shown.way, study.ways, shown)}
                  others={others}
                  selection={selection}
                  onSelect={select}
                  onTake={pinning.takeOver}
                />
              </Suspense>
            ) : null}
            {pictured && listed ? (
              <Panels
                study={pictured}
                listed={listed}
                built={settled}
                chosen={chosen}
                kept={keptFingers !== undefined}
                savedId={saved?.id}
                selection={marked}
                paper={paper}
                onSelect={select}
                onBowing={editing.setBowing}
                onWay={editing.chooseWay}
                onTake={pinning.takeOver}
                onSchool={editing.followSchool}
                onChange={editing.applyChange}
              />
            ) : null}
          </>
        ) : (
          <p role="status" className="min-h-56">
            Working the fingering out …
          </p>
        )}
      </div>
      <Sheets sheet={sheet} study={sheet && shown} onClose={closeSheet} commands={commands} />
    </article>
  );
});

/**
 * The choices without the pins, which change often and stand in nothing that is said of them, and the
 * recipe they make; the same objects while they are the same.
 */
function useWords({ pins: _, ...choices }: Choices): { said: Choices; recipe: Recipe | undefined } {
  const key = JSON.stringify(choices);
  return useMemo(() => {
    const said = JSON.parse(key) as Choices;
    const read = readRecipe(said);
    return { said, recipe: read.ok ? read.value : undefined };
  }, [key]);
}
