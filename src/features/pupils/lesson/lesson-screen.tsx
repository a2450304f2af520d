import {
  dayWords,
  type Result,
  proposalFor,
  earNoteOf,
  type EarNote,
  type Lesson,
  type LoggedAttempt,
  type PupilWhole,
  standingOf,
} from '../../../core/practice/index.ts';
import { useMemo, useRef, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { counted } from '../../../core/base/index.ts';
import type { Report } from '../../../core/listening/index.ts';
import { applied, type Change } from '../../../data/change.ts';
import { save } from '../../../data/save.ts';
import { useKept } from '../../../data/use-kept.ts';
import { Button } from '../../../ui/button.tsx';
import { Choice } from '../../../ui/choice.tsx';
import { useStableCallback } from '../../../ui/stable-callback.ts';
import { Music } from '../music.tsx';
import { SetStudy } from '../page/set-study.tsx';
import { WhatNext } from '../page/what-next-list.tsx';
import { today } from '../../../data/today.ts';
import { useHeardExercise } from '../use-heard-exercise.ts';
import { ListeningRung } from '../listening-rung.tsx';
import { OpenPupil } from '../open-pupil.tsx';
import { useKeys } from '../../../ui/use-keys.ts';
import { useRungs } from '../use-rungs.ts';
import { stillSet, type Climbing } from '../use-climbing.ts';
import { usePlaying } from '../use-playing.ts';
import { sayTrouble } from '../../../ui/say-trouble.ts';

/** The lesson: what was set is heard, judged by one key, and set again. */
export function LessonScreen() {
  return (
    <OpenPupil what="The lesson">
      {(whole, climbing) => <Heard key={whole.pupil.id} whole={whole} climbing={climbing} />}
    </OpenPupil>
  );
}

const ANSWERS = [
  { result: 'clean', key: '1', name: 'Clean' },
  { result: 'shaky', key: '2', name: 'Shaky' },
  { result: 'missed', key: '3', name: 'Missed' },
] as const satisfies readonly { result: Result; key: string; name: string }[];

function Heard({ whole, climbing }: { whole: PupilWhole; climbing: readonly Climbing[] }) {
  const { pupil } = whole;
  const navigate = useNavigate();
  const day = today();
  const set = useMemo(() => stillSet(climbing), [climbing]);
  const lesson = useMemo(() => lessonOf(whole, day), [whole, day]);
  const [place, setPlace] = useState(() => firstUnheard(set, lesson));
  const here = set[Math.min(place, set.length - 1)];
  const field = useRef<HTMLInputElement>(null);
  // What is typed to each study, also before it is saved.
  const words = useRef(new Map<string, string>());
  // Another rung than the next, where the teacher wants to hear that.
  const [asked, setAsked] = useState<{ readonly assignment: string; readonly rung: string }>();
  const wanted = asked?.assignment === here?.assignment.id ? asked?.rung : undefined;
  const rungHere = wanted ?? here?.standing.next?.id ?? here?.climb?.rungs.at(-1)?.id;
  const tempoOf = (id: string | undefined): number => {
    const one = here?.climb?.rungs.find((rung) => rung.id === id);
    return Math.max(1, one?.climbs ? (here?.standing.tempo?.bpm ?? one.bpm) : (one?.bpm ?? here?.standing.bpm ?? 60));
  };

  // Made of the lesson as it is stored, so that a second key pressed before the page has followed loses nothing.
  const inLesson = (change: (now: Lesson) => Lesson, more: readonly Change[] = []): Promise<unknown> => {
    const updated = new Date().toISOString();
    const next = applied('lessons', lesson.id, (now) => ({ ...change(now ?? lesson), updated }));
    return save([next, ...more]).catch((error: unknown) => sayTrouble(error, 'Not kept: '));
  };
  const judge = useStableCallback((result: Result, repeat = false, ear?: EarNote): void => {
    if (!here) return;
    const heard = lesson.heard.find(({ assignment }) => assignment === here.assignment.id);
    // Judged again, it is the rung that was heard, not the one that came of it.
    const rung = heard?.rung ?? rungHere;
    if (rung === undefined) return;
    const bpm = heard?.bpm ?? tempoOf(rung);
    const attempt: LoggedAttempt = {
      id: `${lesson.id}-${here.assignment.id}`.slice(0, 80),
      pupil: pupil.id,
      study: here.assignment.study,
      rung,
      date: day,
      bpm,
      result,
      // Heard clean by the teacher it passes; to be repeated, it is a clean time like any other.
      ...(repeat ? {} : { heard: true as const }),
      ...(ear && { ear }),
    };
    const said = words.current.get(here.assignment.id) ?? here.assignment.words;
    const entry = { assignment: here.assignment.id, rung, result, bpm, words: said };
    void inLesson(
      (now) => ({ ...now, heard: [...now.heard.filter(({ assignment }) => assignment !== entry.assignment), entry] }),
      [applied('attempts', attempt.id, () => attempt)],
    );
  });
  const move = useStableCallback((by: number): void =>
    setPlace(Math.max(0, Math.min(set.length - 1, Math.min(place, set.length - 1) + by))),
  );
  const end = useStableCallback((): void => {
    void inLesson((now) => ({ ...now, ended: true })).then(() => navigate(`/pupils/${pupil.id}/sheet`));
  });
  const rungs = useRungs(here?.toClimb);
  const heardNow = lesson.heard.find(({ assignment }) => assignment === here?.assignment.id);
  const rungId = heardNow?.rung ?? rungHere;
  const rung = rungs?.find(({ id }) => id === rungId);
  const bpm = heardNow?.bpm ?? tempoOf(rungId);
  const playing = usePlaying(rung?.exercise, { bpm, metronome: true, drone: false, loop: false }, () => false);

  const [listens, setListens] = useState(false);
  const [heardAt, setHeardAt] = useState<number>();
  const bowed = rung?.rung.hand === 'bowed';
  const [marked, takeHeard] = useHeardExercise(rung?.exercise);
  const judgeHeard = useStableCallback((report: Report): void => {
    if (!rung || report.verdict === 'unclear') return;
    takeHeard(report);
    judge(report.verdict, false, earNoteOf(rung.exercise, report));
  });
  useKeys((key) => {
    const answer = ANSWERS.find((one) => one.key === key);
    if (answer) judge(answer.result);
    else if (key === 'ArrowDown') move(1);
    else if (key === 'ArrowUp') move(-1);
    else if (key === 'r' && heardNow) judge(heardNow.result, true);
    else if (key === 'w') field.current?.focus();
    else if (key === 'e') end();
    else if (key === ' ') playing.toggle();
    else return false;
    return true;
  });

  return (
    <article className="lesson">
      <header className="flex flex-wrap items-baseline justify-between gap-3">
        <h1 className="text-2xl wrap-anywhere">
          <Link to={`/pupils/${pupil.id}`} className="underline decoration-rule underline-offset-4">
            {pupil.name}
          </Link>
          : lesson of {dayWords(day)}
        </h1>
        <p className="flex items-center gap-3">
          <span role="status" className="text-faint">
            {lesson.heard.length} of {set.length} heard
          </span>
          <Button kind="strong" onClick={end}>
            <kbd>E</kbd> End, and the week’s sheet
          </Button>
        </p>
      </header>
      <div className="lesson-columns">
        <section aria-label="What was set">
          {set.length === 0 ? <p>Nothing is set yet: set the first study below.</p> : null}
          <ol>
            {set.map((one, k) => (
              <SetLine
                key={one.assignment.id}
                whole={whole}
                one={one}
                lesson={lesson}
                now={one === here}
                onChoose={() => setPlace(k)}
              />
            ))}
          </ol>
        </section>
        <section aria-label="What next" className="lesson-next">
          <h2 className="text-lg">What next</h2>
          <WhatNext pupil={pupil} climbing={climbing} />
          <SetStudy whole={whole} />
        </section>
        {here ? (
          <section aria-label="Now" className="lesson-now">
            <p className="says">
              {heardNow || !here.climb ? (
                <span className="font-serif text-xl font-bold">{rung?.name ?? '…'}</span>
              ) : (
                <Choice
                  label="The rung to hear"
                  value={rungId ?? ''}
                  options={here.climb.rungs.map(({ id, name }) => ({ value: id, label: name }))}
                  onChoose={(chosen) => setAsked({ assignment: here.assignment.id, rung: chosen })}
                />
              )}
              , {bpm} a minute. {rung?.says}
            </p>
            {marked ? <Music study={marked} sounding={playing.note ?? heardAt} /> : null}
            {rung && bowed && listens && !playing.on ? (
              <ListeningRung
                exercise={rung.exercise}
                onHeard={judgeHeard}
                onNote={setHeardAt}
                onClose={() => setListens(false)}
                played={{ pupil: pupil.id, study: here.assignment.study, title: `${here.title}: ${rung.name}` }}
              />
            ) : null}
            <div className="answers">
              {bowed && !listens ? <Button onClick={() => setListens(true)}>Listen</Button> : null}
              <Button onClick={playing.toggle}>{playing.on ? 'Stop' : 'Hear it'}</Button>
              {ANSWERS.map(({ result, key, name }) => (
                <Button
                  key={result}
                  kind={heardNow?.result === result ? 'strong' : 'plain'}
                  aria-pressed={heardNow?.result === result}
                  onClick={() => judge(result)}
                >
                  <kbd>{key}</kbd> {name}
                </Button>
              ))}
              <Button disabled={!heardNow} onClick={() => heardNow && judge(heardNow.result, true)}>
                <kbd>R</kbd> Repeat it
              </Button>
              <Button disabled={set.length < 2} onClick={() => move(1)}>
                <kbd>↓</kbd> Next study
              </Button>
            </div>
            <Words
              key={here.assignment.id}
              here={here}
              field={field}
              onWords={(said) => {
                const { id } = here.assignment;
                words.current.set(id, said);
                if (!heardNow) return;
                void inLesson((now) => ({
                  ...now,
                  heard: now.heard.map((one) => (one.assignment === id ? { ...one, words: said } : one)),
                }));
              }}
            />
          </section>
        ) : null}
      </div>
    </article>
  );
}

/** The lesson that was begun today and goes on, or a new one; under an id made of the day, so that two tabs hold one. */
function lessonOf({ pupil, lessons }: PupilWhole, day: string): Lesson {
  const ofToday = lessons.filter(({ date }) => date === day);
  const id = `${day}-${ofToday.filter(({ ended }) => ended).length}-${pupil.id.slice(0, 23)}`;
  const fresh = { id, pupil: pupil.id, date: day, heard: [], ended: false, updated: new Date().toISOString() };
  return ofToday.find(({ ended }) => !ended) ?? fresh;
}

function firstUnheard(set: readonly Climbing[], lesson: Lesson): number {
  const place = set.findIndex(({ assignment }) => !lesson.heard.some((one) => one.assignment === assignment.id));
  return Math.max(0, place);
}

/** What to listen for until the next lesson, in the teacher's own words; saved as it is typed. */
function Words({
  here: { assignment },
  field,
  onWords,
}: {
  here: Climbing;
  field: React.RefObject<HTMLInputElement | null>;
  onWords: (words: string) => void;
}) {
  const { here, keep } = useKept('assignments', assignment);
  return (
    <label className="mt-2 block">
      <span className="text-sm text-faint">
        <kbd>W</kbd> What to listen for this week
      </span>
      <input
        ref={field}
        value={here.words}
        maxLength={400}
        onChange={({ target }) => {
          keep({ words: target.value, updated: new Date().toISOString() });
          onWords(target.value);
        }}
        onKeyDown={({ key, currentTarget }) => (key === 'Enter' || key === 'Escape') && currentTarget.blur()}
        className="w-full border-b-2 border-ink bg-sheet px-2 py-1"
      />
    </label>
  );
}

/** One study that was set: how it went, and what is set of it now. */
function SetLine({
  whole,
  one,
  lesson,
  now,
  onChoose,
}: {
  whole: PupilWhole;
  one: Climbing;
  lesson: Lesson;
  now: boolean;
  onChoose: () => void;
}) {
  const heard = lesson.heard.find(({ assignment }) => assignment === one.assignment.id);
  const proposal = useMemo(() => {
    if (!heard) return undefined;
    const id = `${lesson.id}-${one.assignment.id}`.slice(0, 80);
    const tries = whole.attempts.filter(({ study, id: own }) => study === one.assignment.study && own !== id);
    const before = standingOf(one.climb?.rungs ?? [], tries, whole.pupil.tempo);
    return proposalFor(before, one.standing, one.assignment.target);
  }, [heard, lesson.id, one, whole]);
  const last = whole.lessons.findLast(({ date }) => date < lesson.date)?.date ?? one.assignment.set;
  const days = new Set(
    whole.attempts
      .filter(({ study, heard: inLesson, date }) => study === one.assignment.study && !inLesson && date >= last)
      .map(({ date }) => date),
  ).size;
  const sign = heard ? { clean: '✓', shaky: '~', missed: '×' }[heard.result] : '·';
  return (
    <li className="border-b border-rule" aria-current={now || undefined}>
      <button
        type="button"
        className={`w-full px-1 py-1.5 text-left ${now ? 'bg-wash' : 'hover:bg-wash'}`}
        onClick={onChoose}
      >
        <span className="flex items-baseline gap-2">
          <span aria-hidden="true" className="w-4 text-accent">
            {sign}
          </span>
          <span className="font-serif text-lg wrap-anywhere">{one.title}</span>
          {heard ? <span className="sr-only">: {heard.result}</span> : null}
        </span>
        <span className="block pl-6 text-sm text-faint">
          {proposal
            ? `${proposal.words}${proposal.hearBy ? ` Hear it again by ${dayWords(proposal.hearBy)}.` : ''}`
            : one.saved
              ? `${one.standing.next?.name ?? 'stands'}, ${one.standing.bpm} a minute; practised on ${counted(days, 'day')} since`
              : 'Deleted from the library'}
        </span>
        {one.assignment.words ? <span className="block pl-6 text-sm italic">“{one.assignment.words}”</span> : null}
      </button>
    </li>
  );
}
