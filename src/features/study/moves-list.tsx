import { memo } from 'react';
import type { Way } from '../../core/fingering/fingering.ts';
import type { BuiltStudy } from '../../core/study/build.ts';
import { crossingNotes, shiftNotes } from '../../core/shifts/moves.ts';

/** Where the hand shifts and where the bow crosses, in playing order. */
export const MovesList = memo(function MovesList({ built, way }: { built: BuiltStudy; way: Way }) {
  const shifts = shiftNotes(way, built.passage, built.recipe);
  const crossings = crossingNotes(way, built.passage);
  return (
    <>
      <section aria-labelledby="shifts-heading">
        <h2 id="shifts-heading" className="text-xl">
          Shifts
        </h2>
        {shifts.length === 0 ? (
          <p className="mt-1">None: the hand stays where it is.</p>
        ) : (
          <ol className="mt-1 print:text-sm">
            {shifts.map(({ shift, text, halfSteps, millimetres }) => (
              <li key={shift.to} className="flex gap-2 border-b border-rule py-1">
                <span aria-hidden="true" className="font-bold text-accent">
                  {shift.semitones > 0 ? '↑' : '↓'}
                </span>
                <span>
                  {text}{' '}
                  <span className="whitespace-nowrap text-faint">
                    {shift.semitones > 0 ? 'up' : 'down'} {halfSteps} half {halfSteps === 1 ? 'step' : 'steps'},{' '}
                    {Math.round(millimetres)} mm
                  </span>
                </span>
              </li>
            ))}
          </ol>
        )}
      </section>
      <section aria-labelledby="crossings-heading">
        <h2 id="crossings-heading" className="text-xl">
          Crossings
        </h2>
        {crossings.length === 0 ? (
          <p className="mt-1">None: it lies on one string.</p>
        ) : (
          <ol className="mt-1 print:text-sm">
            {crossings.map(({ to, text }) => (
              <li key={to} className="border-b border-rule py-1">
                {text}{' '}
                <span className="text-faint">
                  {built.passage.notes[to]?.heading === 'down' ? 'coming down' : 'going up'}
                </span>
              </li>
            ))}
          </ol>
        )}
      </section>
    </>
  );
});
