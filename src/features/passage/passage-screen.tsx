import { useQuery } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { fileName } from '../../core/base/file-name.ts';
import { counted } from '../../core/base/words.ts';
import { INSTRUMENT_TABLE, instrumentFor, INSTRUMENTS, type InstrumentId } from '../../core/instruments/instruments.ts';
import { foundWords, type FoundStudy } from '../../core/passage/found.ts';
import type { MusicFile } from '../../core/passage/read/music-file.ts';
import { octaveWords } from '../../core/recipe/title.ts';
import { FINGERS_WRITTEN, type FingersWritten } from '../../core/score/into/fingers-written.ts';
import { fingersInto } from '../../core/score/into/into-file.ts';
import type { ScoredStudy } from '../../core/score/scored-study.ts';
import { FIRST_CHOICES, toAddress } from '../../core/study/address.ts';
import { preparing } from '../../core/study/preparing.ts';
import type { PassageAsk, PassageStudy } from '../../core/study/passage-study.ts';
import { useKeepStudies } from '../../data/library-queries.ts';
import { toSaved } from '../../data/library.ts';
import { Button } from '../../ui/button.tsx';
import { Choice } from '../../ui/choice.tsx';
import { download } from '../../ui/download.ts';
import { FileButton } from '../../ui/file-button.tsx';
import { Notice } from '../../ui/notice.tsx';
import { sayTrouble, troubleWords } from '../../ui/say-trouble.ts';
import { useSize } from '../../ui/use-size.ts';
import { engine } from '../../workers/engine.ts';
import { engraver } from '../../workers/engraver.ts';
import { useKeptFingers } from './use-kept-fingers.ts';
import { SetToPupil } from './set-to-pupil.tsx';

/** A file that was opened. */
interface Opened {
  readonly name: string;
  readonly file: MusicFile;
}

/** What is taken out of it, and for whom. */
interface Wanted {
  readonly instrument: InstrumentId;
  readonly part: string | undefined;
  readonly voice: string | undefined;
  readonly from: number | undefined;
  readonly to: number | undefined;
  readonly keepFingers: boolean;
}

const FIRST: Wanted = {
  instrument: 'violin',
  part: undefined,
  voice: undefined,
  from: undefined,
  to: undefined,
  keepFingers: true,
};

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
  const [wanted, setWanted] = useState<Wanted>(FIRST);
  const [over, setOver] = useState(false);
  const open = async (chosen: File): Promise<void> => {
    try {
      const read = await engraver().readMusic(new Uint8Array(await chosen.arrayBuffer()));
      if (!read.ok) throw new Error(`${chosen.name}: ${read.refusal.message}`);
      setOpened({ name: chosen.name, file: read.value });
      setWanted((before) => ({ ...FIRST, instrument: before.instrument }));
      setTrouble(undefined);
    } catch (error) {
      setTrouble(troubleWords(error));
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
      {trouble ? (
        <Notice tone="trouble" title="This file cannot be opened">
          {trouble}
        </Notice>
      ) : null}
      {opened ? (
        <Passage key={opened.name} opened={opened} wanted={wanted} onWanted={setWanted} />
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
  // The best way stands first: of a long part all of them take some seconds.
  const best = useFingered(opened, wanted, { ways: 1 });
  const all = useFingered(opened, wanted, {}, best.data?.ok === true && !best.isPlaceholderData);
  const { data, error } = all.data && !all.isPlaceholderData ? all : best;
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
      {study ? <Fingered study={study} opened={opened} others={!all.isFetching} /> : null}
    </>
  );
}

function useFingered({ file, name }: Opened, wanted: Wanted, rules: PassageAsk['rules'], enabled = true) {
  const title = file.music.title ?? name.replace(/\.[^.]+$/, '');
  return useQuery({
    queryKey: ['passage', name, file.text.length, wanted, rules],
    queryFn: () => engine().passage(file.music, { ...askOf(wanted, title), rules }),
    placeholderData: (before) => before,
    staleTime: Number.POSITIVE_INFINITY,
    enabled,
  });
}

function askOf({ instrument, part, voice, from, to, keepFingers }: Wanted, title: string): PassageAsk {
  return { instrument, choice: { part, voice, from, to }, title, rules: {}, keepFingers };
}

/** Which part, which bars, for which instrument, in a sentence to choose from. */
function WantedLine({
  file,
  wanted,
  onWanted,
}: {
  file: MusicFile;
  wanted: Wanted;
  onWanted: (wanted: Wanted) => void;
}) {
  const { parts } = file.music;
  const part = parts.find(({ id }) => id === wanted.part) ?? parts[0];
  const numbers = [...new Set((part?.bars ?? []).map(({ number }) => number).filter((one) => /^\d+$/.test(one)))];
  const bars = numbers.map((number) => ({ value: number, label: number }));
  const number = (text: string): number | undefined => (text === '' ? undefined : Number(text));
  return (
    <p className="no-print mt-1 font-serif text-lg leading-9">
      Finger{' '}
      <Choice
        label="Part"
        value={wanted.part ?? ''}
        options={[
          { value: '', label: 'the first part that fits' },
          ...parts.map(({ id, name, notes }) => ({ value: id, label: `${name} (${counted(notes.length, 'note')})` })),
        ]}
        onChoose={(next) =>
          onWanted({ ...wanted, part: next || undefined, voice: undefined, from: undefined, to: undefined })
        }
      />{' '}
      for{' '}
      <Choice
        label="Instrument"
        value={wanted.instrument}
        options={INSTRUMENTS.map((id) => ({ value: id, label: INSTRUMENT_TABLE[id].name.toLowerCase() }))}
        onChoose={(next) => onWanted({ ...wanted, instrument: next as InstrumentId })}
      />
      {part && part.voices.length > 1 ? (
        <>
          , voice{' '}
          <Choice
            label="Voice"
            value={wanted.voice ?? ''}
            options={[{ value: '', label: 'all together' }, ...part.voices.map((one) => ({ value: one, label: one }))]}
            onChoose={(next) => onWanted({ ...wanted, voice: next || undefined })}
          />
        </>
      ) : null}
      , from bar{' '}
      <Choice
        label="First bar"
        value={wanted.from === undefined ? '' : String(wanted.from)}
        options={[{ value: '', label: 'the first' }, ...bars]}
        onChoose={(next) => onWanted({ ...wanted, from: number(next) })}
      />{' '}
      to{' '}
      <Choice
        label="Last bar"
        value={wanted.to === undefined ? '' : String(wanted.to)}
        options={[{ value: '', label: 'the last' }, ...bars]}
        onChoose={(next) => onWanted({ ...wanted, to: number(next) })}
      />
      ; fingers that stand in it{' '}
      <Choice
        label="Fingers in the file"
        value={wanted.keepFingers ? 'keep' : 'free'}
        options={[
          { value: 'keep', label: 'are kept' },
          { value: 'free', label: 'may change' },
        ]}
        onChoose={(next) => onWanted({ ...wanted, keepFingers: next === 'keep' })}
      />
      .
    </p>
  );
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
  /** Whether all other ways are known as well. */
  others: boolean;
}) {
  const keep = useKeepStudies();
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
    keep
      .mutateAsync([saved])
      .then(() => navigate(`/studies/${saved.id}`))
      .catch((error: unknown) => sayTrouble(error, 'Not kept: '));
  };
  const back = (): void => {
    const text = fingersInto(file, chosen.places, way, instrumentFor(recipe.instrument, recipe.setUp), written);
    if (text === undefined) sayTrouble(new Error(NOT_INTO));
    else download(fileName(name.replace(/\.[^.]+$/, ''), file.format), text, KINDS[file.format]);
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
          {counted(passage.notes.length, 'note')}, {counted(way.shifts.length, 'shift')},{' '}
          {others ? counted(study.ways.length, 'way') : 'looking for other ways …'}
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

/** Staff of the passage, CSS pixels. */
const STAFF = 34;

function PassageScore({ study }: { study: ScoredStudy }) {
  const place = useRef<HTMLDivElement>(null);
  const size = useSize(place);
  const width = size?.width;
  const { data: svg, error } = useQuery({
    queryKey: ['passage score', study.passage, study.way, width],
    queryFn: () => engraver().draw(study, { width: width ?? 900, staffHeight: STAFF }, 'paper'),
    enabled: width !== undefined,
    placeholderData: (before) => before,
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: 60_000,
  });
  return (
    <>
      <div
        ref={place}
        role="img"
        aria-label={`Score of ${study.title}`}
        className="score class-score mt-2 bg-sheet p-2"
        dangerouslySetInnerHTML={{ __html: svg ?? '' }}
      />
      {error ? <p role="alert">{error.message}</p> : null}
    </>
  );
}
