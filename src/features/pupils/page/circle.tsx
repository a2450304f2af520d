import { useMemo } from 'react';
import { isMinor, CIRCLE, printed } from '../../../core/theory/index.ts';
import type { Climbing } from '../use-climbing.ts';

/** The circle of fifths: keys that stand are ticked, keys that are climbed are marked. */
export function Circle({ climbing }: { climbing: readonly Climbing[] }) {
  const rows = useMemo(
    () =>
      (['major', 'minor'] as const).map((mode) => ({
        mode,
        keys: CIRCLE[mode].map((tonic) => {
          const here = climbing.filter(
            ({ saved }) =>
              saved &&
              !saved.recipe.music &&
              saved.recipe.tonic === tonic &&
              isMinor(saved.recipe.form) === (mode === 'minor'),
          );
          return { tonic, set: here.length > 0, stands: here.some(({ standing }) => standing.stands) };
        }),
      })),
    [climbing],
  );
  return (
    <table aria-label="Keys round the circle of fifths" className="w-full table-fixed border-collapse text-center">
      <tbody>
        {rows.map(({ mode, keys }) => (
          <tr key={mode}>
            <th scope="row" className="w-14 text-left text-sm font-medium text-faint">
              {mode}
            </th>
            {keys.map(({ tonic, set, stands }) => (
              <td
                key={tonic}
                className={`border border-rule px-0.5 leading-tight ${set ? 'bg-sheet font-bold' : 'text-faint'}`}
              >
                {printed(tonic)}
                <span className="block h-4 text-xs">{stands ? '✓' : set ? '…' : ''}</span>
                <span className="sr-only">{stands ? 'stands' : set ? 'being climbed' : 'not yet'}</span>
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}
