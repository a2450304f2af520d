import { capital } from '../../../core/base/index.ts';
import { stringLength } from '../../../core/instruments/index.ts';
import {
  countsOf,
  differingNotes,
  runsOf,
  type WayCounts,
  type Way,
  decidingSentence,
} from '../../../core/fingering/index.ts';
import type { ScoredStudy } from '../../../core/score/index.ts';
import { printed } from '../../../core/theory/index.ts';
import { Button } from '../../../ui/button.tsx';
import { Climb } from '../board/climb.tsx';
import type { Selection } from '../selection.ts';
import type { NamedWay } from './use-other-way.ts';

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
];

/** About the pixels a map has here, so that its letters are as large as others; each direction is so tall. */
const MAP = { wide: 430, tall: 145 };

/** Two or three ways side by side: counts, what decides, the runs where they differ, their climbs. */
export function Comparison({
  study,
  name,
  others,
  selection,
  onSelect,
  onTake,
}: {
  study: ScoredStudy;
  /** What the shown way is called. */
  name: string;
  others: readonly NamedWay[];
  selection: Selection | undefined;
  onSelect: (at: number) => void;
  /** Takes a run of another way over. */
  onTake: (way: Way, from: number, to: number) => void;
}) {
  const length = stringLength(study.recipe.instrument, study.recipe.setUp);
  const columns = [{ name, way: study.way }, ...others];
  const counts = columns.map(({ way }) => countsOf(way, length));
  return (
    <section aria-labelledby="beside-heading" className="mt-4 border-t border-rule pt-3">
      <h2 id="beside-heading" className="text-xl">
        Side by side
      </h2>
      {others.map((other) => (
        <p key={other.name} className="mt-1">
          {decidingSentence(study.way, other.way, [name, other.name])}
        </p>
      ))}
      <div className="mt-2 grid gap-x-8 gap-y-4 comparison-grid">
        <div className="overflow-x-auto">
          <table className="text-left">
            <thead>
              <tr>
                <td />
                {columns.map((column, k) => (
                  <th key={k} scope="col" className="px-3 py-1 align-bottom font-bold">
                    {capital(column.name)}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {ROWS.map((row) => (
                <tr key={row.name} className="border-t border-rule">
                  <th scope="row" className="py-1 pr-2 font-normal text-faint">
                    {row.name}
                  </th>
                  {counts.map((one, k) => (
                    <td key={k} className="px-3 py-1">
                      {row.value(one)}
                      {new Set(counts.map(row.value)).size === 1 ? '' : ' *'}
                    </td>
                  ))}
                </tr>
              ))}
            </tbody>
          </table>
          <p className="text-sm text-faint">
            * where they differ. Under the staff stand the strings and fingers of the other way, where they differ
            {others.length > 1 ? '; those of the third way in brackets' : ''}.
          </p>
        </div>
        {others.map((other) => (
          <OtherWay
            key={other.name}
            study={study}
            other={other}
            selection={selection}
            onSelect={onSelect}
            onTake={(from, to) => onTake(other.way, from, to)}
          />
        ))}
      </div>
    </section>
  );
}

/** One other way: its climb, and the runs of it that can be taken over. */
function OtherWay({
  study,
  other,
  selection,
  onSelect,
  onTake,
}: {
  study: ScoredStudy;
  other: NamedWay;
  selection: Selection | undefined;
  onSelect: (at: number) => void;
  onTake: (from: number, to: number) => void;
}) {
  const different = differingNotes(study.way, other.way);
  const runs = runsOf(different);
  const last = study.way.fingers.length - 1;
  const pitch = (at: number): string => printed(study.passage.notes[at]?.pitch.name ?? '');
  return (
    <div>
      <Climb
        study={{ ...study, way: other.way }}
        title={`The map of ${other.name}`}
        wide={MAP.wide}
        tall={MAP.tall}
        selection={selection}
        onSelect={onSelect}
      />
      <p className="mt-1 text-sm text-faint">
        {different.length} of {last + 1} notes are played otherwise.
      </p>
      <ul className="no-print mt-1">
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
  );
}
