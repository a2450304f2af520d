import { useEffect, useLayoutEffect, useRef, useState } from 'react';
import { Mic, Moon, Sun, X } from '../../../ui/icons.tsx';
import { useStore } from 'zustand';
import type { Hearing } from '../../../core/listening/index.ts';
import { noteId, type ScoredStudy, standStaff } from '../../../core/score/index.ts';
import { lightNow } from '../../../data/light.ts';
import { useStableCallback } from '../../../ui/stable-callback.ts';
import { useAwake } from '../../../ui/use-awake.ts';
import { useSize, type Size } from '../../../ui/use-size.ts';
import { engraver } from '../../../workers/engraver.ts';
import type { StudyStore } from '../study-store.ts';
import { lightNote } from '../board/lit-note.ts';
import { ListeningStrip } from './listening-strip.tsx';
import { pageAfter, pageWith, STAND_STEP } from './stand-pages.ts';
import { troubleWords } from '../../../ui/say-trouble.ts';

/** Keys that turn a page; pedals send the page keys. */
const FORTH = ['PageDown', 'ArrowRight', 'ArrowDown'];
const BACK = ['PageUp', 'ArrowLeft', 'ArrowUp'];

/**
 * The score alone, as large as the screen allows, to be read from a music stand: pages turned by tap,
 * key or pedal, and by themselves while it plays; the screen stays awake.
 */
export function Stand({
  study,
  store,
  hearing,
  listening = false,
  onClose,
}: {
  study: ScoredStudy;
  /** Tells the note that sounds. */
  store: StudyStore;
  /** By what the player is judged. */
  hearing: Hearing;
  /** Whether the microphone is asked for at once. */
  listening?: boolean;
  onClose: () => void;
}) {
  const sounds = useStore(store, (state) => state.sounding);
  const place = useRef<HTMLDivElement>(null);
  const size = useSize(place);
  const [zoom, setZoom] = useState(1);
  const [dark, setDark] = useState(() => lightNow() === 'lamp');
  const [fingers, setFingers] = useState(true);
  const [hears, setHears] = useState(listening);
  const [asked, setPage] = useState(0);
  const { pages, trouble } = usePages(study, size, zoom, fingers);
  const page = Math.max(0, Math.min(asked, pages.length - 1));
  const sounding = sounds === undefined ? undefined : pageWith(pages, noteId(sounds));
  if (sounding !== undefined && sounding !== page) setPage(sounding);
  useAwake();
  const turn = useStableCallback((by: 1 | -1) => setPage(pageAfter(page, by, pages.length)));
  const press = useStableCallback((event: KeyboardEvent): void => {
    if (event.key === 'Escape' || event.key === 'm') onClose();
    else if (FORTH.includes(event.key)) turn(1);
    else if (BACK.includes(event.key)) turn(-1);
    else return;
    event.preventDefault();
    event.stopPropagation();
  });
  useEffect(() => {
    document.addEventListener('keydown', press, { capture: true });
    return () => document.removeEventListener('keydown', press, { capture: true });
  }, [press]);
  // A page that has just been turned shows the note that sounds.
  useLayoutEffect(() => lightNote(study, sounds), [study, sounds, page, pages]);

  return (
    <section aria-label="Music stand" className="stand" data-dark={dark || undefined}>
      <header>
        <h1>{study.title}</h1>
        <p role="status">{pages.length > 1 ? `Page ${page + 1} of ${pages.length}` : ''}</p>
        <Control name="Smaller" sign="−" onPress={() => setZoom(zoom / STAND_STEP)} />
        <Control name="Larger" sign="+" onPress={() => setZoom(zoom * STAND_STEP)} />
        <button type="button" aria-pressed={fingers} onClick={() => setFingers(!fingers)}>
          Fingers {fingers ? 'on' : 'off'}
        </button>
        <button type="button" aria-pressed={dark} onClick={() => setDark(!dark)}>
          {dark ? <Sun size={20} aria-hidden="true" /> : <Moon size={20} aria-hidden="true" />}
          {dark ? 'Light' : 'Dark'}
        </button>
        {hears ? null : (
          <button type="button" onClick={() => setHears(true)}>
            <Mic size={20} aria-hidden="true" /> Listen
          </button>
        )}
        <button type="button" onClick={onClose}>
          <X size={20} aria-hidden="true" /> Leave
        </button>
      </header>
      <div className="stand-place">
        <div
          ref={place}
          role="img"
          className="score stand-page"
          aria-label={`Score of ${study.title}`}
          dangerouslySetInnerHTML={{ __html: pages[page] ?? '' }}
        />
        {pages.length > 1 ? (
          <>
            <button type="button" className="turn back" aria-label="The page before" onClick={() => turn(-1)} />
            <button type="button" className="turn forth" aria-label="The page after" onClick={() => turn(1)} />
          </>
        ) : null}
      </div>
      {trouble ? <p role="alert">{trouble}</p> : null}
      {hears ? <ListeningStrip study={study} store={store} hearing={hearing} onClose={() => setHears(false)} /> : null}
    </section>
  );
}

function Control({ name, sign, onPress }: { name: string; sign: string; onPress: () => void }) {
  return (
    <button type="button" aria-label={name} onClick={onPress}>
      {sign}
    </button>
  );
}

/** The pages of a study at the size asked for; the last ones until these are ready. */
function usePages(
  study: ScoredStudy,
  size: Size | undefined,
  zoom: number,
  fingers: boolean,
): { readonly pages: readonly string[]; readonly trouble: string | undefined } {
  const [pages, setPages] = useState<readonly string[]>([]);
  const [trouble, setTrouble] = useState<string>();
  useEffect(() => {
    if (!size) return undefined;
    let wanted = true;
    const staffHeight = standStaff(study.passage.notes.length, size.width, size.height, zoom);
    const shown = fingers ? study : { ...study, look: { ...study.look, fingers: 'blank' as const } };
    engraver()
      .pages(shown, { ...size, staffHeight })
      .then((next) => wanted && setPages(next))
      .catch((error: unknown) => wanted && setTrouble(troubleWords(error)));
    return () => {
      wanted = false;
    };
  }, [study, size, zoom, fingers]);
  return { pages, trouble };
}
