import { dayWords, shiftsOverTime, type PupilWhole } from '../../../core/practice/index.ts';
import { useMemo } from 'react';
import { counted } from '../../../core/base/index.ts';
import { printed } from '../../../core/theory/index.ts';
import type { Climbing } from '../use-climbing.ts';

/** So many days stand side by side. */
const DAYS = 5;

/** Where each shift landed over the weeks, by the ear; nothing if it never listened. */
export function ShiftsHeard({ whole, climbing }: { whole: PupilWhole; climbing: readonly Climbing[] }) {
  const studies = useMemo(
    () =>
      climbing
        .map(({ assignment, title }) => ({
          id: assignment.id,
          title,
          shifts: shiftsOverTime(whole.attempts.filter(({ study }) => study === assignment.study)),
        }))
        .filter(({ shifts }) => shifts.length > 0),
    [whole, climbing],
  );
  return studies.map(({ id, title, shifts }) => (
    <table key={id} className="mt-3 w-full border-collapse text-left">
      <caption className="text-left font-serif text-lg wrap-anywhere">{title}: where each shift landed</caption>
      <tbody>
        {shifts.map(({ arrival, days }) => (
          <tr key={arrival} className="border-t border-rule align-top">
            <th scope="row" className="py-1 pr-3 font-normal whitespace-nowrap">
              {arrivalWords(arrival)}
            </th>
            {days.slice(-DAYS).map(({ date, cents, millimetres }) => (
              <td key={date} className="py-1 pr-3">
                {cents === 0
                  ? 'in place'
                  : `${counted(Math.abs(cents), 'cent')} ${cents < 0 ? 'flat' : 'sharp'}, ${Math.abs(millimetres)} mm`}
                <span className="block text-sm text-faint">{dayWords(date)}</span>
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  ));
}

/** `up to A5, first finger on E` from `A5 E 1 up`. */
function arrivalWords(arrival: string): string {
  const [pitch = '', string = '', finger = '', way = ''] = arrival.split(' ');
  return `${way} to ${printed(pitch)}, ${finger === 'T' ? 'thumb' : finger} on ${string}`;
}
