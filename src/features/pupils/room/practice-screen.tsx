import { useQuery } from '@tanstack/react-query';
import { useEffect, useMemo, useRef, useState } from 'react';
import { Link, useParams } from 'react-router';
import { toast } from 'sonner';
import { counted } from '../../../core/base/words.ts';
import { asSpoken, callsOf } from '../../../core/practice/caller.ts';
import { planToday, type PlanLine } from '../../../core/practice/plan.ts';
import type { LoggedAttempt, PupilWhole } from '../../../core/practice/pupil.ts';
import { logOf } from '../../../core/practice/pupil-file.ts';
import type { RungHere } from '../../../core/practice/rungs-here.ts';
import type { Result } from '../../../core/practice/attempt.ts';
import { loweredFrom, raisedFrom, type TempoRule } from '../../../core/practice/tempo-steps.ts';
import { CAUTION } from '../../../core/shifts/caution.ts';
import { newId } from '../../../data/library.ts';
import { useKeepPupilRecords, usePupil, useRemoveAttempt } from '../../../data/pupil-queries.ts';
import { Button, buttonLook } from '../../../ui/button.tsx';
import { download, fileName } from '../../../ui/download.ts';
import { useStableCallback } from '../../../ui/stable-callback.ts';
import { StorageNotice } from '../../../ui/storage-notice.tsx';
import { useAwake } from '../../../ui/use-awake.ts';
import { coach } from '../../../workers/coach.ts';
import { Music } from '../music.tsx';
import { NoSuchPupil } from '../page/pupil-screen.tsx';
import { today } from '../today.ts';
import { plannedFrom, useClimbing, type Climbing } from '../use-climbing.ts';
import { usePlaying } from '../use-playing.ts';

/** The day's plan, one rung at a time, to be read from a music stand. */
export function PracticeScreen() {
  const { id } = useParams();
  const found = usePupil(id);
  const climbing = useClimbing(found.data);
  if (found.error) return <StorageNotice title="The practice cannot be opened" trouble={found.error} wholePage />;
  // A session keeps the plan it begins with: it begins when all that is set is worked out.
  if (found.isPending || (found.data && climbing?.length !== found.data.assignments.length)) {
    return <p role="status">Laying the practice out …</p>;
  }
  if (!found.data || !climbing) return <NoSuchPupil />;
  return <Session key={found.data.pupil.id} whole={found.data} climbing={climbing} />;
}

/** A session keeps the plan it began with; what is tried is kept at once. */
function Session({ whole, climbing }: { whole: PupilWhole; climbing: readonly Climbing[] }) {
  const [plan] = useState(() =>
    planToday(plannedFrom(whole, climbing), whole.pupil.practice, today(), whole.pupil.exam, whole.pupil.tempo),
  );
  const [place, setPlace] = useState(0);
  const [made, setMade] = useState<readonly LoggedAttempt[]>([]);
  const [resting, setResting] = useState(false);
  const line = plan.items[place];
  const next = (): void => {
    const before = plan.items.slice(0, place + 1).reduce((sum, { minutes }) => sum + minutes, 0);
    setResting(plan.breaks.includes(before));
    setPlace(place + 1);
  };
  const here = line && climbing.find(({ assignment }) => assignment.study === line.study);
  if (plan.items.length === 0) {
    return (
      <section className="max-w-prose">
        <h1 className="text-3xl">Nothing to practise today</h1>
        <p className="mt-2">
          {climbing.length === 0
            ? 'Nothing is set yet.'
            : 'It is a day of rest, or everything is known for now. Come back tomorrow.'}{' '}
          <Link to={`/pupils/${whole.pupil.id}`} className="underline">
            Back to {whole.pupil.name}
          </Link>
        </p>
      </section>
    );
  }
  if (!line || !here?.toClimb) return <Summary whole={whole} made={made} />;
  if (resting) {
    return (
      <section className="max-w-prose">
        <h1 className="text-3xl">Let the hands rest</h1>
        <p className="mt-2 text-xl">Put the instrument down for a few minutes. Shake the hands out, walk about.</p>
        <p className="mt-2 text-faint">{CAUTION}</p>
        <Button kind="strong" className="mt-4" onClick={() => setResting(false)}>
          Go on
        </Button>
      </section>
    );
  }
  return (
    <RungRoom
      key={`${line.study} ${line.rung}`}
      line={line}
      here={here}
      pupil={whole.pupil.id}
      rule={whole.pupil.tempo}
      place={place + 1}
      of={plan.items.length}
      onTry={(one) => setMade((before) => [...before, one])}
      onTakeBack={(gone) => setMade((before) => before.filter(({ id }) => id !== gone))}
      onNext={next}
    />
  );
}

/** A try lasted at most so long, seconds: whoever left the room was not practising. */
const LONGEST = 600;

function RungRoom({
  line,
  here,
  pupil,
  rule,
  place,
  of,
  onTry,
  onTakeBack,
  onNext,
}: {
  line: PlanLine;
  here: Climbing;
  pupil: string;
  rule: TempoRule;
  place: number;
  of: number;
  onTry: (one: LoggedAttempt) => void;
  onTakeBack: (id: string) => void;
  onNext: () => void;
}) {
  const { data: rungs } = useQuery({
    queryKey: ['rungs', here.toClimb],
    queryFn: () => (here.toClimb ? coach().rungs(here.toClimb) : []),
    staleTime: Number.POSITIVE_INFINITY,
  });
  const rung = rungs?.find(({ id }) => id === line.rung);
  const keep = useKeepPupilRecords();
  const takeBack = useRemoveAttempt();
  const [tries, setTries] = useState<readonly LoggedAttempt[]>([]);
  const [bpm, setBpm] = useState(line.bpm);
  const [metronome, setMetronome] = useState(true);
  const [drone, setDrone] = useState<boolean>();
  const [loop, setLoop] = useState(false);
  const [rising, setRising] = useState(false);
  const [caller, setCaller] = useState<'off' | 'words' | 'voice'>('off');
  const since = useRef(0);
  useEffect(() => {
    since.current = performance.now();
  }, []);
  useAwake();

  const clean = tries.length - 1 - tries.findLastIndex(({ result }) => result !== 'clean');
  const wanted = rung?.rung.clean ?? 3;
  const passed = clean >= wanted;
  const climbs = rung?.rung.climbs === true && bpm < rung.bpm;
  const playing = usePlaying(
    rung?.exercise,
    { bpm, metronome, drone: drone ?? rung?.rung.drone === true, loop: loop && !rising },
    () => {
      if (rising) setBpm(raisedFrom(bpm, Math.max(bpm, rung?.bpm ?? bpm), rule));
      return rising;
    },
  );
  const write = useStableCallback((result: Result): void => {
    const now = performance.now();
    const seconds = Math.min(LONGEST, Math.round((now - since.current) / 1000));
    since.current = now;
    const one: LoggedAttempt = {
      id: newId(),
      pupil,
      study: line.study,
      rung: line.rung,
      date: today(),
      bpm,
      result,
      seconds,
    };
    setTries((before) => [...before, one]);
    onTry(one);
    keep
      .mutateAsync({ attempts: [one] })
      .catch((error: unknown) => toast.error(`Not kept: ${error instanceof Error ? error.message : String(error)}`));
    if (result === 'missed' && rung?.rung.climbs) setBpm(loweredFrom(bpm, rule));
  });
  const undo = useStableCallback((): void => {
    const last = tries.at(-1);
    if (!last) return;
    setTries((before) => before.slice(0, -1));
    onTakeBack(last.id);
    takeBack.mutateAsync(last.id).catch((error: unknown) => toast.error(String(error)));
  });
  const raise = useStableCallback((): void => {
    if (!rung) return;
    setBpm(raisedFrom(bpm, rung.bpm, rule));
    setTries([]);
  });
  const goOn = useStableCallback((): void => {
    if (passed && climbs) raise();
    else {
      playing.stop();
      onNext();
    }
  });
  const press = useStableCallback((event: KeyboardEvent): void => {
    const field = ['INPUT', 'SELECT', 'TEXTAREA'].includes((event.target as Element).tagName);
    const button = event.target instanceof HTMLButtonElement;
    if (field || event.ctrlKey || event.metaKey || event.altKey) return;
    if (event.key === '1') write('clean');
    else if (event.key === '2') write('shaky');
    else if (event.key === '3') write('missed');
    else if (event.key === 'n') goOn();
    else if (event.key === 'u') undo();
    else if (event.key === ' ' && !button) playing.toggle();
    else return;
    event.preventDefault();
  });
  useEffect(() => {
    document.addEventListener('keydown', press);
    return () => document.removeEventListener('keydown', press);
  }, [press]);
  const call = useCall(rung, playing.note, caller, bpm);

  return (
    <section aria-label="Practice" className="practice">
      <header className="flex flex-wrap items-baseline gap-x-4">
        <p className="text-faint">
          {place} of {of}
        </p>
        <h1 className="text-2xl">
          {rung?.name ?? '…'} <span className="font-sans text-lg font-normal text-faint">{here.title}</span>
        </h1>
        <Link to={`/pupils/${pupil}`} className="ml-auto underline">
          Leave
        </Link>
      </header>
      <p className="says">{rung?.says}</p>
      {rung && rung.rung.hand !== 'spoken' ? (
        <Music study={rung.exercise} sounding={playing.note} />
      ) : rung ? (
        <Music study={{ ...rung.exercise, look: { fingers: 'blank' } }} sounding={playing.note} />
      ) : (
        <p role="status">Working the rung out …</p>
      )}
      {caller === 'off' ? null : (
        <p aria-live="off" className="practice-call">
          {call ?? ' '}
        </p>
      )}
      <div className="flex flex-wrap items-center gap-x-6 gap-y-1">
        <p className="practice-tempo">
          <Button aria-label="Slower" onClick={() => setBpm(loweredFrom(bpm, rule))}>
            −
          </Button>
          <span aria-label={`${bpm} beats a minute`}>
            ♩ = <strong>{bpm}</strong>
          </span>
          <Button aria-label="Quicker" onClick={() => setBpm(raisedFrom(bpm, 400, rule))}>
            +
          </Button>
        </p>
        <p className="practice-counter" role="status" aria-label={`${clean} of ${wanted} clean times in a row`}>
          {Array.from({ length: wanted }, (_, k) => (
            <span key={k} aria-hidden="true">
              {k < clean ? '●' : '○'}
            </span>
          ))}
        </p>
        <p className="flex flex-wrap gap-x-4">
          <Check on={metronome} onCheck={setMetronome}>
            Metronome
          </Check>
          <Check on={drone ?? rung?.rung.drone === true} onCheck={setDrone}>
            Drone
          </Check>
          <Check on={loop} onCheck={setLoop}>
            Again and again
          </Check>
          <Check on={rising} onCheck={setRising}>
            Rising tempo
          </Check>
          <label>
            Caller{' '}
            <select
              value={caller}
              onChange={({ target }) => setCaller(target.value as typeof caller)}
              className="border-b-2 border-accent/70 bg-transparent"
            >
              <option value="off">off</option>
              <option value="words">words</option>
              {localVoice() ? <option value="voice">words and voice</option> : null}
            </select>
          </label>
        </p>
      </div>
      <footer className="answers">
        <Button onClick={playing.toggle}>{playing.on ? 'Stop' : 'Hear it'}</Button>
        <Button onClick={() => write('clean')}>
          <kbd>1</kbd> Clean
        </Button>
        <Button onClick={() => write('shaky')}>
          <kbd>2</kbd> Nearly
        </Button>
        <Button onClick={() => write('missed')}>
          <kbd>3</kbd> Missed
        </Button>
        <Button kind={passed ? 'strong' : 'plain'} onClick={goOn}>
          <kbd>N</kbd>{' '}
          {passed && climbs ? `Raise to ${raisedFrom(bpm, rung.bpm, rule)}` : place < of ? 'Next' : 'Finish'}
        </Button>
      </footer>
      <p className="flex flex-wrap gap-x-4 text-sm text-faint">
        {passed ? <span className="font-medium text-ink">Passed.</span> : null}
        <span>{line.why}</span>
        {tries.length > 0 ? (
          <button type="button" className="underline" onClick={undo}>
            Take the last try back
          </button>
        ) : null}
        {rung ? (
          <button type="button" className="underline" onClick={() => void writeOut(rung)}>
            This exercise as MusicXML
          </button>
        ) : null}
        {line.strains ? <span>{CAUTION.split('. ')[0]}.</span> : null}
      </p>
    </section>
  );
}

/** The exercise as a file for notation software. */
async function writeOut({ exercise }: RungHere): Promise<void> {
  const [{ musicXml }, { scoreOf }] = await Promise.all([
    import('../../../core/score/musicxml.ts'),
    import('../../../core/score/from-study.ts'),
  ]);
  download(fileName(exercise.title, 'musicxml'), musicXml(scoreOf(exercise)), 'application/vnd.recordare.musicxml+xml');
}

function Check({ on, onCheck, children }: { on: boolean; onCheck: (on: boolean) => void; children: string }) {
  return (
    <label className="flex items-center gap-1">
      <input
        type="checkbox"
        checked={on}
        onChange={({ target }) => onCheck(target.checked)}
        className="accent-accent"
      />
      {children}
    </label>
  );
}

/** A voice that is installed on this machine: one from the network is never asked. */
function localVoice(): SpeechSynthesisVoice | undefined {
  if (typeof speechSynthesis === 'undefined') return undefined;
  return speechSynthesis.getVoices().find(({ localService, lang }) => localService && lang.startsWith('en'));
}

/** What is called: the note that comes after the sounding one, in words and, where asked, by a voice. */
function useCall(
  rung: RungHere | undefined,
  note: number | undefined,
  caller: 'off' | 'words' | 'voice',
  bpm: number,
): string | undefined {
  const calls = useMemo(() => (rung ? callsOf(rung.exercise) : []), [rung]);
  const ahead = note === undefined ? calls[0] : calls[note + 1];
  const words = caller === 'off' ? undefined : ahead?.words;
  useEffect(() => {
    const voice = localVoice();
    if (caller !== 'voice' || !voice || note === undefined || words === undefined) return;
    const said = new SpeechSynthesisUtterance(asSpoken(words));
    said.voice = voice;
    said.rate = Math.min(2, Math.max(1, bpm / 60));
    speechSynthesis.cancel();
    speechSynthesis.speak(said);
  }, [caller, note, words, bpm]);
  return words;
}

/** What was done, when all of it is. */
function Summary({ whole, made }: { whole: PupilWhole; made: readonly LoggedAttempt[] }) {
  const clean = made.filter(({ result }) => result === 'clean').length;
  const minutes = Math.round(made.reduce((sum, { seconds = 0 }) => sum + seconds, 0) / 60);
  const send = (): void => {
    const log = logOf(whole, new Date().toISOString());
    download(fileName(`log ${whole.pupil.name}`, 'json'), JSON.stringify(log, null, 1), 'application/json');
  };
  return (
    <section className="max-w-prose">
      <h1 className="text-3xl">Done for today</h1>
      <p className="mt-2 text-xl">
        {counted(made.length, 'try', 'tries')}, {clean} clean, in {counted(minutes, 'minute')}.
      </p>
      <p className="mt-2">
        It is kept in this browser. For the lesson, send the log back to the teacher as a file; nothing is sent by
        itself.
      </p>
      <div className="mt-4 flex gap-2">
        <Button kind="strong" onClick={send}>
          Send the log back
        </Button>
        <Link to={`/pupils/${whole.pupil.id}`} className={buttonLook('plain')}>
          Back to {whole.pupil.name}
        </Link>
      </div>
      <p className="mt-4 text-sm text-faint">{CAUTION}</p>
    </section>
  );
}
