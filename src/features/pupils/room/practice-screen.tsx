import { useState } from 'react';
import { Link } from 'react-router';
import { planToday, type LoggedAttempt, type PupilWhole } from '../../../core/practice/index.ts';
import { CAUTION } from '../../../core/shifts/index.ts';
import { Button } from '../../../ui/button.tsx';
import { useStableCallback } from '../../../ui/stable-callback.ts';
import { OpenPupil } from '../open-pupil.tsx';
import { today } from '../../../data/today.ts';
import { plannedFrom, type Climbing } from '../use-climbing.ts';
import { RungRoom } from './rung-room.tsx';
import { Summary } from './summary.tsx';

/** The day's plan, one rung at a time, to be read from a music stand. */
export function PracticeScreen() {
  return (
    <OpenPupil what="The practice">
      {(whole, climbing) => <Session key={whole.pupil.id} whole={whole} climbing={climbing} />}
    </OpenPupil>
  );
}

/** A session keeps the plan it began with; what is tried is kept at once. */
function Session({ whole, climbing }: { whole: PupilWhole; climbing: readonly Climbing[] }) {
  const { pupil } = whole;
  const [plan] = useState(() =>
    planToday(plannedFrom(whole, climbing), pupil.practice, today(), pupil.exam, pupil.tempo),
  );
  const [place, setPlace] = useState(0);
  /** The tries at each line, by its place. */
  const [made, setMade] = useState<ReadonlyMap<number, readonly LoggedAttempt[]>>(new Map());
  const note = useStableCallback((tries: readonly LoggedAttempt[]) => setMade((all) => new Map(all).set(place, tries)));
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
          <Link to={`/pupils/${pupil.id}`} className="underline">
            Back to {pupil.name}
          </Link>
        </p>
      </section>
    );
  }
  if (!line || !here?.toClimb) return <Summary whole={whole} made={[...made.values()].flat()} />;
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
      key={place}
      line={line}
      here={here}
      whole={whole}
      place={place + 1}
      of={plan.items.length}
      onTries={note}
      onNext={next}
    />
  );
}
