import { Link } from 'react-router';
import { counted } from '../../../core/base/index.ts';
import type { LoggedAttempt, PupilWhole } from '../../../core/practice/index.ts';
import { CAUTION } from '../../../core/shifts/index.ts';
import { Button, buttonLook } from '../../../ui/button.tsx';
import { giveLog } from '../homework.ts';

/** What was done, when all of it is. */
export function Summary({ whole, made }: { whole: PupilWhole; made: readonly LoggedAttempt[] }) {
  const clean = made.filter(({ result }) => result === 'clean').length;
  const minutes = Math.round(made.reduce((sum, { seconds = 0 }) => sum + seconds, 0) / 60);
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
        <Button kind="strong" onClick={() => giveLog(whole)}>
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
