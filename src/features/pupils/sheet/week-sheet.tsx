import { Link } from 'react-router';
import type { PupilWhole } from '../../../core/practice/pupil.ts';
import { buttonLook } from '../../../ui/button.tsx';
import type { Climbing } from '../use-climbing.ts';

/** The way to the sheet of the week. */
export function WeekSheet({ whole, climbing }: { whole: PupilWhole; climbing: readonly Climbing[] }) {
  if (climbing.length === 0) return null;
  return (
    <Link to={`/pupils/${whole.pupil.id}/sheet`} className={buttonLook('plain')}>
      The week’s sheet
    </Link>
  );
}
