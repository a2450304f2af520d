import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState, type ReactNode } from 'react';
import { Link, useNavigate } from 'react-router';
import { fileName, fingerprint, noProgress, type OnProgress, writeText, counted } from '../../core/base/index.ts';
import { instrumentFor } from '../../core/instruments/index.ts';
import { foundWords, type FoundStudy, type MusicFile } from '../../core/passage/index.ts';
import { octaveWords } from '../../core/recipe/index.ts';
import { FINGERS_WRITTEN, type FingersWritten, fingersInto, type ScoredStudy } from '../../core/score/index.ts';
import { FIRST_CHOICES, toAddress, preparing, type PassageAsk, type PassageStudy } from '../../core/study/index.ts';
import { toSaved } from '../../data/library.ts';
import { bytesOf } from '../../data/outside.ts';
import { added } from '../../data/change.ts';
import { save } from '../../data/save.ts';
import { Button } from '../../ui/button.tsx';
import { Choice } from '../../ui/choice.tsx';
import { download } from '../../ui/download.ts';
import { FileButton } from '../../ui/file-button.tsx';
import { Notice } from '../../ui/notice.tsx';
import { sayTrouble, troubleWords } from '../../ui/say-trouble.ts';
import { engine } from '../../workers/engine.ts';
import { engraver } from '../../workers/engraver.ts';
import { useKeptFingers } from './use-kept-fingers.ts';
import { PassageScore } from './passage-score.tsx';
import { SetToPupil } from './set-to-pupil.tsx';
import { FIRST_WANTED, WantedLine, type Wanted } from './wanted-line.tsx';

/** A file that was opened. */
interface Opened {
  readonly name: string;
  /** What it holds, by a short name of its own: a file of the same name may hold other music. */
  readonly print: string;
  readonly file: MusicFile;
}

const ACCEPT = '.musicxml,.xml,.mxl,.mei,.abc';

/** What a file that goes back is. */
const KINDS = {
  musicxml: 'application/vnd.recordare.musicxml+xml',
  mei: 'application/mei+xml',
  abc: 'text/vnd.abc',
} as const;

const NOT_INTO =
  'The notes of this file cannot be found one by one as they were read. Keep the passage and take its MusicXML from the desk, or export the file as MusicXML.';

/** Music that somebody else wrote: opened from a file, fingered, studied at the desk, and written back. */
export function PassageScreen() {
  const [opened, setOpened] = useState<Opened>();
  const [trouble, setTrouble] = useState<string>();
  const [wanted, setWanted] = useState<Wanted>(FIRST_WANTED);
  const [over, setOver] = useState(false);
  const [reading, setReading] = useState<AbortController>();
  const open = async (chosen: File): Promise<void> => {
    const stop = new AbortController();
    reading?.abort();
    setReading(stop);
    try {
      const bytes = await bytesOf(chosen, 'music');
      const read = await engraver().readMusic(bytes, () => undefined, stop.signal);
      if (!read.ok) throw new Error(`${chosen.name}: ${read.refusal.message}`);
      setOpened({ name: chosen.name, print: fingerprint(read.value.text), file: read.value });
      setWanted((before) => ({ ...FIRST_WANTED, instrument: before.instrument }));
      setTrouble(undefined);
    } catch (error) {
      if (!stop.signal.aborted) setTrouble(readingTrouble(chosen, error));
    } finally {
      setReading((now) => (now === stop ? undefined : now));
    }
  };
  return (
    <article
      className={`min-h-96 ${over ? 'outline-2 outline-accent outline-dashed' : ''}`}
      onDragOver={(event) => {
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={(event) => {
        event.preventDefault();
        setOver(false);
        const [dropped] = event.dataTransfer.files;
        if (dropped) void open(dropped);
      }}
    >
      <header className="no-print flex flex-wrap items-end justify-between gap-4">
        <h1 className="text-3xl wrap-anywhere">
          {opened ? (opened.file.music.title ?? opened.name) : 'A passage from elsewhere'}
        </h1>
        <FileButton label="A file of music" accept={ACCEPT} kind="plain" onFile={(chosen) => void open(chosen)}>
          {opened ? 'Open another file' : 'Choose a file'}
        </FileButton>
      </header>
      {reading ? (
        <p role="status">
          Reading the file … <Button onClick={() => reading.abort()}>Stop</Button>
        </p>
      ) : null}
      {trouble ? (
        <Notice tone="trouble" title="This file cannot be opened">
          {trouble}
        </Notice>
      ) : null}
      {opened ? (
        <Passage key={`${opened.name} ${opened.print}`} opened={opened} wanted={wanted} onWanted={setWanted} />
      ) : (
        <p className="mt-6 max-w-prose">
          Open the passage nobody can finger: choose its file or drop it here. MusicXML, compressed MusicXML, MEI and
          ABC can be read, as notation programs write them. It is fingered at once, the scales in it are found, and the
          fingers go back into the file with everything else as it was. Nothing leaves this browser.
        </p>
      )}
    </article>
  );
}

function Passage({ opened, wanted, onWanted }: { opened: Opened; wanted: Wanted; onWanted: (wanted: Wanted) => void }) {
  const { file } = opened;
  const queries = useQueryClient();
  // The best way stands first: of a long part all of them take some seconds.
  const [come, setCome] = useState<{ readonly of: Wanted; readonly share: number }>();
  const [stopped, setStopped] = useState<Wanted>();
  const best = useFingered(opened, wanted, { ways: 1 });
  const known = best.data?.ok === true && !best.isPlaceholderData;
  const all = useFingered(opened, wanted, {}, known && stopped !== wanted, (share) => setCome({ of: wanted, share }));
  const { data, error } = all.data && !all.isPlaceholderData ? all : best;
  const stop = (): void => {
    setStopped(wanted);
    void queries.cancelQueries({ queryKey: passageKey(opened, wanted, {}) });
  };
  const study = data?.ok ? data.value : undefined;
  return (
    <>
      <WantedLine file={file} wanted={wanted} onWanted={onWanted} />
      {best.isFetching ? <p role="status">Fingering the passage …</p> : null}
      {error ? (
        <Notice tone="trouble" title="The passage could not be fingered">
          {error.message}
        </Notice>
      ) : null}
      {data && !data.ok ? (
        <Notice tone="trouble" title="This cannot be fingered as it is">
          {data.refusal.message}
        </Notice>
      ) : null}
      {study ? (
        <Fingered
          study={study}
          opened={opened}
          others={
            all.isFetching ? (
              <>
                <progress
                  value={come?.of === wanted ? come.share : 0}
                  max={1}
                  aria-label="Looking for other ways"
                  className="accent-accent"
                />{' '}
                <Button onClick={stop}>Stop looking for other ways</Button>
              </>
            ) : stopped === wanted && data === best.data ? (
              <Button onClick={() => setStopped(undefined)}>Look for other ways</Button>
            ) : (
              counted(study.study.ways.length, 'way')
            )
          }
        />
      ) : null}
    </>
  );
}

function passageKey({ print, name }: Opened, wanted: Wanted, rules: PassageAsk['rules']) {
  return ['passage', name, print, wanted, rules];
}

/** What went wrong as a file was read: an engraver that gave up means that the file is too much for it. */
function readingTrouble({ name }: File, error: unknown): string {
  const gaveUp = error instanceof Error && error.name === 'WorkerTrouble';
  return gaveUp
    ? `${name} takes too long to read. Export the part alone, or fewer bars, or as MusicXML.`
    : troubleWords(error);
}

function useFingered(
  opened: Opened,
  wanted: Wanted,
  rules: PassageAsk['rules'],
  enabled = true,
  onProgress: OnProgress = noProgress,
) {
  const { file, name } = opened;
  const title = file.music.title ?? name.replace(/\.[^.]+$/, '');
  return useQuery({
    queryKey: passageKey(opened, wanted, rules),
    // What is no longer wanted is not worked out to its end.
    queryFn: ({ signal }) => engine().passage(file.music, { ...askOf(wanted, title), rules }, onProgress, signal),
    placeholderData: (before) => before,
    staleTime: Number.POSITIVE_INFINITY,
    enabled,
  });
}

function askOf({ instrument, part, voice, from, to, keepFingers }: Wanted, title: string): PassageAsk {
  return { instrument, choice: { part, voice, from, to }, title, rules: {}, keepFingers };
}

const WRITTEN_WORDS: Readonly<Record<FingersWritten, string>> = {
  all: 'every finger',
  changes: 'fingers where something changes',
  shifts: 'shifts alone',
};

function Fingered({
  study: { study, chosen, leftOut, found },
  opened: { file, name },
  others,
}: {
  study: PassageStudy & { readonly found: readonly FoundStudy[] };
  opened: Opened;
  /** What is known of the other ways. */
  others: ReactNode;
}) {
  const navigate = useNavigate();
  const [written, setWritten] = useState<FingersWritten>('all');
  const { recipe, passage } = study;
  const kept = useKeptFingers(chosen.music, recipe.instrument);
  const [asKept, setAsKept] = useState(true);
  const best = study.ways[0];
  if (!best) return null;
  const way = kept && asKept ? kept.way : best;
  const scored: ScoredStudy = {
    title: chosen.music.title,
    recipe,
    passage,
    way,
    look: { fingers: 'all', marks: ['hard'] },
  };
  const toDesk = (): void => {
    const saved = toSaved(study, 0, new Date().toISOString(), chosen.music.title);
    save([added('studies', saved)])
      .then(() => navigate(`/studies/${saved.id}`))
      .catch((error: unknown) => sayTrouble(error, 'Not kept: '));
  };
  const back = (): void => {
    const text = fingersInto(file, chosen.places, way, instrumentFor(recipe.instrument, recipe.setUp), written);
    const bytes = text === undefined ? undefined : writeText(text, file.encoding);
    if (!bytes) sayTrouble(new Error(NOT_INTO));
    else if (!bytes.ok) sayTrouble(bytes.refusal.message);
    else download(fileName(name.replace(/\.[^.]+$/, ''), file.format), bytes.value, KINDS[file.format]);
  };
  const barOf = (at: number): string => chosen.places[at]?.measure ?? '';
  return (
    <>
      <p className="no-print flex flex-wrap items-center gap-x-3 gap-y-1">
        <Button kind="strong" onClick={toDesk}>
          Keep it and open it at the desk
        </Button>
        <Button onClick={back}>Write fingers into the file</Button>
        <Choice
          label="What is written"
          value={written}
          options={FINGERS_WRITTEN.map((one) => ({ value: one, label: WRITTEN_WORDS[one] }))}
          onChoose={(next) => setWritten(next as FingersWritten)}
        />
        {kept ? (
          <Choice
            label="Whose fingers"
            value={asKept ? 'kept' : 'here'}
            options={[
              { value: 'kept', label: `as you kept them in ${kept.name}` },
              { value: 'here', label: 'as worked out here' },
            ]}
            onChoose={(next) => setAsKept(next === 'kept')}
          />
        ) : null}
        <span className="text-faint">
          {counted(passage.notes.length, 'note')}, {counted(way.shifts.length, 'shift')}, {others}
        </span>
      </p>
      {[...leftOut.map(({ message }) => message), ...file.music.notices].length > 0 ? (
        <ul aria-label="Read otherwise" className="mt-1 text-faint">
          {[...leftOut.map(({ message }) => message), ...file.music.notices].map((message) => (
            <li key={message}>{message}</li>
          ))}
        </ul>
      ) : null}
      <PassageScore study={scored} />
      <section aria-label="Scales in it" className="mt-4">
        <h2 className="text-xl">Scales and arpeggios in it</h2>
        {found.length === 0 ? <p>None from tonic to tonic.</p> : null}
        <ul>
          {found.map((one) => (
            <li
              key={`${one.from} ${one.to}`}
              className="flex flex-wrap items-baseline gap-x-3 border-b border-rule py-1"
            >
              <span className="font-serif text-lg">
                {foundWords(one)}, {octaveWords(one.recipe.octaves)}
              </span>
              <span className="text-faint">{barWords(barOf(one.from), barOf(one.to))}</span>
              <Link
                className="underline decoration-rule underline-offset-4"
                to={`/studies/new?${toAddress({ ...FIRST_CHOICES, ...preparing(one, way) }, 0).toString()}`}
              >
                Open as a study
              </Link>
              <SetToPupil name={foundWords(one)} recipe={preparing(one, way)} />
            </li>
          ))}
        </ul>
      </section>
    </>
  );
}

function barWords(from: string, to: string): string {
  return from === to ? `bar ${from}` : `bars ${from} to ${to}`;
}
