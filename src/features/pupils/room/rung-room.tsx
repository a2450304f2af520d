import { useEffect, useState } from 'react';
import { Link } from 'react-router';
import type { Report } from '../../../core/listening/index.ts';
import {
  earNoteOf,
  tempoHeard,
  type PlanLine,
  type LoggedAttempt,
  type PupilWhole,
  loweredFrom,
  raisedFrom,
  tempoAfter,
} from '../../../core/practice/index.ts';
import { CAUTION } from '../../../core/shifts/index.ts';
import { Button } from '../../../ui/button.tsx';
import { useAwake } from '../../../ui/use-awake.ts';
import { useStableCallback } from '../../../ui/stable-callback.ts';
import { useKeys } from '../../../ui/use-keys.ts';
import { ExerciseFiles } from '../exercise-files.tsx';
import { Music } from '../music.tsx';
import type { Climbing } from '../use-climbing.ts';
import { usePlaying } from '../use-playing.ts';
import { useRungs } from '../use-rungs.ts';
import { useHeardExercise } from '../use-heard-exercise.ts';
import { ListeningRung } from '../listening-rung.tsx';
import { useCall, useHasVoice, type Caller } from './use-call.ts';
import { useTries } from './use-tries.ts';

/** How far the tempo can be turned by hand, beats a minute. */
const QUICKEST = 400;

/** One rung at the music stand: its music, its tempo, the clean times in a row, and what comes of each try. */
export function RungRoom({
  line,
  here,
  whole: { pupil, attempts },
  place,
  of,
  onTries,
  onNext,
}: {
  line: PlanLine;
  here: Climbing;
  whole: PupilWhole;
  /** Which of how many lines of the day it is. */
  place: number;
  of: number;
  /** Told the tries made here, whenever they change. */
  onTries: (tries: readonly LoggedAttempt[]) => void;
  onNext: () => void;
}) {
  const rung = useRungs(here.toClimb)?.find(({ id }) => id === line.rung);
  const { tries, write, takeBack } = useTries(pupil.id, line);
  useEffect(() => onTries(tries), [tries, onTries]);
  useAwake();

  // The tempo of a rung that climbs is what the log says, tries of this session included.
  const [before] = useState(() => attempts.filter(({ study, rung: id }) => study === line.study && id === line.rung));
  const tempo = rung?.rung.climbs ? tempoAfter(rung.bpm, [...before, ...tries], pupil.tempo) : undefined;
  const due = tempo?.bpm ?? line.bpm;
  // Turned by hand, it stays so until the tempo that is due is another.
  const [turned, setTurned] = useState<{ readonly from: number; readonly bpm: number }>();
  const bpm = turned?.from === due ? turned.bpm : due;
  const turn = (next: number): void => setTurned({ from: due, bpm: next });

  const inARow = tries.length - 1 - tries.findLastIndex(({ result }) => result !== 'clean');
  const clean = tempo ? tempo.clean : inARow;
  const wanted = rung?.clean ?? 3;
  const raised = tempo !== undefined && tries.length > 0 && due > line.bpm;
  const passed = tempo ? tempo.reached || raised : inARow >= wanted;

  const [metronome, setMetronome] = useState(true);
  const [drone, setDrone] = useState<boolean>();
  const droned = drone ?? rung?.rung.drone === true;
  const [loop, setLoop] = useState(false);
  const [rising, setRising] = useState(false);
  const playing = usePlaying(rung?.exercise, { bpm, metronome, drone: droned, loop: loop && !rising }, () => {
    if (rising) turn(raisedFrom(bpm, Math.max(bpm, rung?.bpm ?? bpm), pupil.tempo));
    return rising;
  });
  const [caller, setCaller] = useState<Caller>('off');
  const hasVoice = useHasVoice();
  const [listens, setListens] = useState(false);
  const [heardAt, setHeardAt] = useState<number>();
  const call = useCall(rung, playing.note ?? heardAt, caller, bpm);
  // While it sounds from here, the microphone would hear that.
  const hears = listens && rung?.rung.hand === 'bowed' && !playing.on;
  const [marked, takeHeard] = useHeardExercise(rung?.exercise);
  const count = useStableCallback((report: Report): void => {
    if (!rung || report.verdict === 'unclear') return;
    takeHeard(report);
    write(report.verdict, tempoHeard(report, bpm), earNoteOf(rung.exercise, report));
  });
  const next = (): void => {
    playing.stop();
    onNext();
  };
  useKeys((key) => {
    if (key === '1') write('clean', bpm);
    else if (key === '2') write('shaky', bpm);
    else if (key === '3') write('missed', bpm);
    else if (key === 'n') next();
    else if (key === 'u') takeBack();
    else if (key === ' ') playing.toggle();
    else return false;
    return true;
  });

  return (
    <section aria-label="Practice" className="practice">
      <header className="flex flex-wrap items-baseline gap-x-4">
        <p className="text-faint">
          {place} of {of}
        </p>
        <h1 className="text-2xl">
          {rung?.name ?? '…'} <span className="font-sans text-lg font-normal text-faint">{here.title}</span>
        </h1>
        <Link to={`/pupils/${pupil.id}`} className="ml-auto underline">
          Leave
        </Link>
      </header>
      <p className="says">{rung?.says}</p>
      {marked ? (
        <Music study={marked} sounding={playing.note ?? heardAt} />
      ) : (
        <p role="status">Working the rung out …</p>
      )}
      {caller === 'off' ? null : (
        <p aria-live="off" className="practice-call">
          {call ?? ' '}
        </p>
      )}
      {rung && hears ? (
        <ListeningRung
          exercise={rung.exercise}
          onHeard={count}
          onNote={setHeardAt}
          onClose={() => setListens(false)}
          played={{ pupil: pupil.id, study: line.study, title: `${here.title}: ${rung.name}` }}
        />
      ) : null}
      <div className="flex flex-wrap items-center gap-x-6 gap-y-1">
        <p className="practice-tempo">
          <Button aria-label="Slower" onClick={() => turn(loweredFrom(bpm, pupil.tempo))}>
            −
          </Button>
          <span aria-label={`${bpm} beats a minute`}>
            ♩ = <strong>{bpm}</strong>
          </span>
          <Button aria-label="Quicker" onClick={() => turn(raisedFrom(bpm, QUICKEST, pupil.tempo))}>
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
          <Check on={droned} onCheck={setDrone}>
            Drone
          </Check>
          <Check on={loop} onCheck={setLoop}>
            Again and again
          </Check>
          <Check on={rising} onCheck={setRising}>
            Rising tempo
          </Check>
          {rung?.rung.hand === 'bowed' ? (
            <Check on={listens} onCheck={setListens}>
              Listen
            </Check>
          ) : null}
          <label>
            Caller{' '}
            <select
              value={caller}
              onChange={({ target }) => setCaller(target.value as Caller)}
              className="border-b-2 border-accent/70 bg-transparent"
            >
              <option value="off">off</option>
              <option value="words">words</option>
              {hasVoice ? <option value="voice">words and voice</option> : null}
            </select>
          </label>
        </p>
      </div>
      <footer className="answers">
        <Button onClick={playing.toggle}>{playing.on ? 'Stop' : 'Hear it'}</Button>
        <Button onClick={() => write('clean', bpm)}>
          <kbd>1</kbd> Clean
        </Button>
        <Button onClick={() => write('shaky', bpm)}>
          <kbd>2</kbd> Shaky
        </Button>
        <Button onClick={() => write('missed', bpm)}>
          <kbd>3</kbd> Missed
        </Button>
        <Button kind={passed ? 'strong' : 'plain'} onClick={next}>
          <kbd>N</kbd> {place < of ? 'Next' : 'Finish'}
        </Button>
      </footer>
      <p className="flex flex-wrap items-baseline gap-x-4 text-sm text-faint">
        {passed ? (
          <span className="font-medium text-ink">{raised && !tempo.reached ? `Raised to ${due}.` : 'Passed.'}</span>
        ) : null}
        <span>{line.why}</span>
        {tries.length > 0 ? (
          <button type="button" className="underline" onClick={takeBack}>
            Take the last try back
          </button>
        ) : null}
        {rung ? <ExerciseFiles exercise={rung.exercise} /> : null}
        {line.strains ? <span>{CAUTION.split('. ')[0]}.</span> : null}
      </p>
    </section>
  );
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
