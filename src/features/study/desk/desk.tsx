import { memo, Suspense, useMemo, useRef, useState } from 'react';
import { useStore } from 'zustand';
import { useShallow } from 'zustand/react/shallow';
import { INSTRUMENT_TABLE } from '../../../core/instruments/index.ts';
import { readRecipe, type Recipe, titleOf } from '../../../core/recipe/index.ts';
import type { SavedStudy } from '../../../core/study/index.ts';
import { deskShape, rememberDesk, type DeskShape } from '../../../data/desk-shape.ts';
import { toSaved } from '../../../data/library.ts';
import { Notice } from '../../../ui/notice.tsx';
import { useStableCallback } from '../../../ui/stable-callback.ts';
import { Board } from '../board/board.tsx';
import type { Choices } from '../choices.ts';
import { deskCommands } from './commands.ts';
import type { DeskView } from './desk-view.ts';
import { Divider } from './divider.tsx';
import { EXPORTS, type Export } from '../paper/exports.ts';
import { KeepNew, KeptAsYouWork } from './keeping.tsx';
import { SpellingWarning, signatureWords } from './key-words.tsx';
import { afterScore } from '../score-stands.ts';
import { keysOf } from '../keys.ts';
import { coverNames } from '../look.ts';
import { USUAL_PAPER } from '../paper/paper.ts';
import { OnPaper, withPaperParts } from '../paper/on-paper.tsx';
import { PatternSheet } from '../score/pattern-sheet.tsx';
import { PinTrouble } from './pin-trouble.tsx';
import { PlayLine } from '../sound/play-line.tsx';
import { useHearing } from '../sound/use-hearing.ts';
import { useSounding } from '../sound/use-sounding.ts';
import { RecipeSentence } from './recipe-sentence.tsx';
import { RoomColumn } from './room-column.tsx';
import type { RoomId } from './rooms.tsx';
import { nameOfStudy, Score } from '../score/score.tsx';
import { rangeOf, selectTo } from '../selection.ts';
import { Sheets, type Sheet } from './sheets.tsx';
import { StudyActions } from './study-actions.tsx';
import type { StudyStore } from '../study-store.ts';
import { useEditing } from '../use-editing.ts';
import { useFollowing } from '../use-following.ts';
import type { KeptAsWorkedOn } from '../use-keeper.ts';
import { usePinning } from '../note/use-pinning.ts';
import { useShortcuts } from '../use-shortcuts.ts';
import { useFits } from './use-fits.ts';
import { sayTrouble } from '../../../ui/say-trouble.ts';
import { later } from '../../../ui/later.ts';

// It comes once the first score of the page stands, so that it is there when a pupil is.
const stand = afterScore(() => import('../stand/stand.tsx'));
const Stand = later(stand, 'Stand');

interface DeskProps {
  readonly store: StudyStore;
  readonly saved?: SavedStudy;
  /** How a study of the library is kept as it is worked on. */
  readonly kept?: KeptAsWorkedOn;
  /** The fingering the study was opened with, while its choices are unchanged. */
  readonly keptFingers?: SavedStudy['fingering'] | undefined;
  /** Opens another page of the application. */
  readonly onGo: (path: string) => void;
  /** Shows a study of the library as another tab has it. */
  readonly onOther?: (study: SavedStudy) => void;
}

const nothing = (): void => undefined;

/** The desk a study is worked at: its score, the fingerboard under it, the rooms beside it, one line for playing. */
export const Desk = memo(function Desk({ store, saved, kept, keptFingers, onGo, onOther = nothing }: DeskProps) {
  const now = useStore(
    store,
    useShallow(({ choices, way, look, selection, past, future, heard }) => ({
      choices,
      way,
      look,
      selection,
      heard,
      canUndo: past.length > 0,
      canRedo: future.length > 0,
    })),
  );
  const { choices, look, selection } = now;
  const following = useFollowing(now, now.heard, keptFingers);
  const { built, study, chosen, trouble, scored, shown, pictured, listed, settled, marked, changes, heard } = following;
  const editing = useEditing(store);
  const { changeLook, stepBack } = editing;
  const pins = choices.pins ?? [];
  const pinning = usePinning(shown, pins, editing.changePins);
  const [paper, setPaper] = useState(USUAL_PAPER);
  const [shape, setShape] = useState(deskShape);
  const reshape = useStableCallback((part: Partial<DeskShape>): void => {
    setShape({ ...shape, ...part });
    rememberDesk({ ...shape, ...part });
  });
  const [room, setRoom] = useState<RoomId>('ways');
  const [raised, setRaised] = useState(false);
  const [wide, setWide] = useState(false);
  // Where the screen is narrow the sentence folds into the title.
  const [told, setTold] = useState(false);
  const fits = useFits();

  const count = shown?.passage.notes.length ?? 0;
  const select = useStableCallback((at: number, extend?: boolean) =>
    store.select(selectTo(selection, at, extend === true, count)),
  );
  const run = selection && selection.anchor !== selection.head ? rangeOf(selection) : undefined;
  const sounding = useSounding(pictured, run, store.sound);
  const { hearing, setLevel } = useHearing(sounding.playing.temperament);
  const onLevel = useStableCallback(setLevel);
  const pressOnScore = useStableCallback((key: string): boolean => {
    if (!selection) return false;
    if (key === 'Escape') store.select(undefined);
    else if (key === 'h' && look.names) changeLook(coverNames(look, ...rangeOf(selection)));
    else return pinning.pressKey(key, selection);
    return true;
  });
  const [sheet, setSheet] = useState<Sheet>();
  const closeSheet = useStableCallback(() => setSheet(undefined));
  const openHelp = useStableCallback(() => setSheet('help'));
  const openPalette = useStableCallback(() => setSheet('palette'));
  const [standing, setStanding] = useState<false | 'reading' | 'listening'>(false);
  const openStand = useStableCallback(() => setStanding('reading'));
  const listenAtStand = useStableCallback(() => setStanding('listening'));
  const closeStand = useStableCallback(() => setStanding(false));
  useShortcuts({
    undo: () => stepBack(false),
    redo: () => stepBack(true),
    palette: openPalette,
    help: openHelp,
    stand: () => setStanding(!standing && shown !== undefined && 'reading'),
  });

  const { said, recipe } = useWords(choices);
  const firstFinger = pins.find((pin) => pin.at === 0)?.finger;
  const title = recipe ? titleOf(recipe) : 'A study';
  const writeAs = useStableCallback((tonic: string): void => editing.applyChange({ tonic }));
  const asKept = useStableCallback(() => study && toSaved(study, chosen, new Date().toISOString()));
  const goToKept = useStableCallback((id: string) => onGo(`/studies/${id}`));
  const [parts, setParts] = useState(false);
  const exportAs = useStableCallback((one: Export): void => {
    if (!shown) return;
    const write = (): Promise<void> => one.write(shown, paper);
    (one.drawn ? withPaperParts(setParts, write) : write()).catch(sayTrouble);
  });
  const openRoom = useStableCallback((next: RoomId): void => {
    setRoom(next);
    setWide(false);
  });
  const commands = useStableCallback(() =>
    deskCommands(choices, {
      change: editing.applyChange,
      look: (part) => changeLook({ ...look, ...part }),
      room: (id) => {
        openRoom(id);
        setRaised(true);
      },
      doings: [
        { group: 'Do', words: 'Undo', keys: keysOf('undo'), run: () => stepBack(false) },
        { group: 'Do', words: 'Redo', keys: keysOf('redo'), run: () => stepBack(true) },
        { group: 'Do', words: 'To the music stand', keys: keysOf('stand'), run: openStand },
        { group: 'Do', words: 'Listen to the player', run: listenAtStand },
        { group: 'Do', words: 'Keep this fingering', run: pinning.keepAll },
        { group: 'Do', words: 'Release all pins', run: pinning.releaseAll },
        { group: 'Do', words: 'In other keys', run: () => setSheet('keys') },
        { group: 'Do', words: 'A page of variations', run: () => setSheet('variations') },
        { group: 'Do', words: 'Shortcuts', keys: keysOf('help'), run: openHelp },
        { group: 'Do', words: 'Print', run: () => setTimeout(() => window.print()) },
        ...EXPORTS.map((one) => ({ group: 'Export', words: one.words, run: () => exportAs(one) })),
        { group: 'Go', words: 'Library', run: () => onGo('/') },
        { group: 'Go', words: 'Build a new study', run: () => onGo('/studies/new') },
      ],
    }),
  );

  const stage = useRef<HTMLDivElement>(null);
  const { others } = following;
  const isKept = keptFingers !== undefined;
  const savedId = saved?.id;
  const view = useMemo(
    (): DeskView | undefined =>
      pictured &&
      listed && {
        asked: recipe ?? listed.recipe,
        study: pictured,
        listed,
        settled,
        chosen,
        kept: isKept,
        savedId,
        selection: marked,
        look,
        others,
        changes,
        editing,
        pinning,
        sounding,
        hearing,
        heard,
        onLevel,
        onHeard: store.hear,
        onListen: listenAtStand,
        onSelect: select,
        onSheet: setSheet,
      },
    [
      recipe,
      pictured,
      listed,
      settled,
      chosen,
      isKept,
      savedId,
      marked,
      look,
      others,
      changes,
      editing,
      pinning,
      sounding,
      hearing,
      heard,
      onLevel,
      store,
      listenAtStand,
      select,
    ],
  );

  if (standing && shown) {
    return (
      <Suspense>
        <Stand
          study={shown}
          store={store}
          hearing={hearing}
          listening={standing === 'listening'}
          onClose={closeStand}
        />
      </Suspense>
    );
  }
  return (
    <article className="desk" data-wide={wide || undefined}>
      <header className="title-line">
        <div className="flex min-w-0 flex-wrap items-baseline gap-x-4">
          <h1 className="text-2xl leading-tight text-balance wrap-anywhere">{saved?.name ?? title}</h1>
          <p className="text-faint">
            {saved?.name && saved.name !== title ? `${title} · ` : ''}
            {saved && recipe ? `${INSTRUMENT_TABLE[recipe.instrument].name} · ` : ''}
            {recipe ? signatureWords(recipe) : ''}
          </p>
          <button
            type="button"
            aria-expanded={told}
            className="tell no-print underline decoration-rule underline-offset-4"
            onClick={() => setTold(!told)}
          >
            {told ? 'Fold' : 'Change …'}
          </button>
        </div>
        <div className="no-print flex flex-wrap items-center gap-1">
          {kept ? (
            <KeptAsYouWork
              kept={kept}
              scored={built.stale ? undefined : scored}
              refused={!built.stale && trouble !== undefined}
              title={title}
              onCopied={goToKept}
              onOther={onOther}
            />
          ) : (
            <KeepNew ready={scored !== undefined} asKept={asKept} onKept={goToKept} />
          )}
          <StudyActions
            ready={shown !== undefined}
            canUndo={now.canUndo}
            canRedo={now.canRedo}
            pinned={pins.length}
            passage={recipe?.music !== undefined}
            onUndo={stepBack}
            onReleaseAll={pinning.releaseAll}
            onExport={exportAs}
            paper={paper}
            onPaper={setPaper}
            onSheet={setSheet}
          />
        </div>
      </header>
      <div className="sentence" data-told={told || !shown}>
        {recipe ? (
          <>
            <RecipeSentence choices={said} followed={recipe} firstFinger={firstFinger} onChange={editing.changePart} />
            <SpellingWarning tonic={recipe.tonic} form={recipe.form} onTonic={writeAs} />
          </>
        ) : null}
        {shown && !built.fits ? (
          <Notice tone="trouble" title="The fingers kept with this study can no longer be played">
            They are kept as they are; what stands here is the engine’s. The first change you make keeps that instead.
          </Notice>
        ) : null}
        {shown && trouble ? <PinTrouble trouble={trouble} onRelease={pinning.releaseThese} /> : null}
      </div>
      <div ref={stage} className="stage" style={{ '--share': shape.share } as React.CSSProperties}>
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
            <div className="sheet-place">
              {look.sheet === 'notes' ? (
                <Score
                  study={shown}
                  under={nameOfStudy(title, recipe?.instrument)}
                  selection={selection}
                  fits={fits}
                  onSelect={select}
                  onKey={pressOnScore}
                />
              ) : (
                <PatternSheet study={shown} selection={selection} onSelect={select} />
              )}
            </div>
            <Divider stage={stage} share={shape.share} onShare={(share) => reshape({ share })} />
            <div className="board-place no-print">
              {pictured ? (
                <Board
                  study={pictured}
                  selection={marked}
                  store={store}
                  shows={shape.board}
                  onShow={(board) => reshape({ board })}
                  onSelect={select}
                />
              ) : null}
            </div>
          </>
        ) : (
          <p role="status" className="min-h-56">
            Working the fingering out …
          </p>
        )}
      </div>
      {view ? (
        <RoomColumn
          desk={view}
          room={room}
          raised={raised}
          wide={wide}
          onRoom={openRoom}
          onRaised={setRaised}
          onWide={setWide}
        />
      ) : null}
      {pictured ? (
        <div className="play-line no-print">
          <PlayLine sounding={sounding} bowing={pictured.recipe.bowing} some={run !== undefined} onStand={openStand} />
        </div>
      ) : null}
      {view ? <OnPaper view={view} paper={paper} asked={parts} /> : null}
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
