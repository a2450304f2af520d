import { countsOf, differingNotes, runsOf, type WayCounts } from '../../core/fingering/comparison.ts';
import type { Way } from '../../core/fingering/fingering.ts';
import { decidingSentence } from '../../core/fingering/reasons.ts';
import type { ScoredStudy } from '../../core/formats/scored-study.ts';
import { stringLength } from '../../core/instruments/set-up.ts';
import { printed } from '../../core/theory/pitch.ts';
import { Button } from '../../ui/button.tsx';
import { Climb } from './climb.tsx';
import type { Selection } from './selection.ts';

const ROWS: readonly { readonly name: string; readonly value: (counts: WayCounts) => string }[] = [
  { name: 'Shifts', value: (counts) => String(counts.shifts) },
  {
    name: 'The hand travels',
    value: (counts) => `${counts.distance} half steps, ${Math.round(counts.millimetres)} mm`,
  },
  { name: 'Crossings', value: (counts) => String(counts.crossings) },
  { name: 'Reaches', value: (counts) => String(counts.reaches) },
  { name: 'Open strings', value: (counts) => String(counts.openStrings) },
  { name: 'Highest position', value: (counts) => counts.highest },
  { name: 'Cost', value: (counts) => counts.cost.toFixed(1) },
];

/** Two ways side by side: counts, what decides, the runs where they differ, both climbs. */
export function Comparison({
  study,
  other,
  names,
  selection,
  onSelect,
  onTake,
}: {
  study: ScoredStudy;
  other: Way;
  /** What the shown way and the other are called. */
  names: readonly [shown: string, other: string];
  selection: Selection | undefined;
  onSelect: (at: number) => void;
  /** Takes a run of the other way over. */
  onTake: (from: number, to: number) => void;
}) {
  const length = stringLength(study.recipe.instrument, study.recipe.setUp);
  const counts = [countsOf(study.way, length), countsOf(other, length)] as const;
  const different = differingNotes(study.way, other);
  const runs = runsOf(different);
  const last = study.way.fingers.length - 1;
  const pitch = (at: number): string => printed(study.passage.notes[at]?.pitch.name ?? '');
  return (
    <section aria-labelledby="beside-heading" className="mt-4 border-t border-rule pt-3">
      <h2 id="beside-heading" className="text-xl">
        Side by side
      </h2>
      <p className="mt-1">{decidingSentence(study.way, other, names)}</p>
      <div className="mt-2 grid gap-8 lg:grid-cols-[1fr_1fr]">
        <div>
          <table className="w-full text-left">
            <thead>
              <tr>
                <td />
                {names.map((name) => (
                  <th key={name} scope="col" className="px-2 py-1 align-bottom font-bold">
                    {name.charAt(0).toUpperCase() + name.slice(1)}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {ROWS.map(({ name, value }) => (
                <tr key={name} className="border-t border-rule">
                  <th scope="row" className="py-1 pr-2 font-normal text-faint">
                    {name}
                  </th>
                  {counts.map((one, k) => (
                    <td key={k} className="px-2 py-1">
                      {value(one)}
                      {value(counts[0]) === value(counts[1]) ? '' : ' *'}
                    </td>
                  ))}
                </tr>
              ))}
            </tbody>
          </table>
          <p className="text-sm text-faint">
            * where they differ. Under the staff stand the strings and fingers of the other way, where they differ:{' '}
            {different.length} of {last + 1} notes.
          </p>
          <ul className="no-print mt-2">
            {runs.map(([from, to]) => (
              <li key={from} className="flex flex-wrap items-baseline justify-between gap-2 border-b border-rule py-1">
                <button type="button" className="text-left underline decoration-rule" onClick={() => onSelect(from)}>
                  {from === to
                    ? `Note ${from + 1}: ${pitch(from)}`
                    : `Notes ${from + 1} to ${to + 1}: ${pitch(from)} to ${pitch(to)}`}
                </button>
                <Button kind="quiet" onClick={() => onTake(from, to)}>
                  Take this over
                </Button>
              </li>
            ))}
          </ul>
          {runs.length > 0 ? (
            <Button className="no-print mt-2" onClick={() => onTake(0, last)}>
              Take all of it over
            </Button>
          ) : (
            <p className="mt-2">The two are the same, note for note.</p>
          )}
        </div>
        <Climb
          study={{ ...study, way: other }}
          title={`The climb of ${names[1]}`}
          selection={selection}
          onSelect={onSelect}
        />
      </div>
    </section>
  );
}
