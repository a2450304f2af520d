import { useQuery } from '@tanstack/react-query';
import { listed } from '../../core/base/index.ts';
import { sectionNames, type ClassAsk, type KeyForSection } from '../../core/classroom/index.ts';
import { octaveWords } from '../../core/recipe/index.ts';
import { printed } from '../../core/theory/index.ts';
import { coach } from '../../workers/coach.ts';

/** The twelve keys against the sections: which suit all, and what stands against the others. */
export function KeyTable({ ask, tonic, onTonic }: { ask: ClassAsk; tonic: string; onTonic: (tonic: string) => void }) {
  const { tonic: _, ...others } = ask;
  const { data: rows } = useQuery({
    queryKey: ['class keys', others],
    queryFn: () => coach().keyChart(ask),
    placeholderData: (before) => before,
    staleTime: Number.POSITIVE_INFINITY,
  });
  const names = sectionNames(ask.sections);
  if (!rows) return <p role="status">Working out the keys …</p>;
  const suiting = rows.filter(({ suits }) => suits).map((row) => printed(row.tonic));
  const here = rows.find((row) => row.tonic === tonic);
  const hard = here ? names.filter((__, place) => here.sections[place]?.against !== undefined) : [];
  return (
    <section aria-label="Keys" className="mt-6">
      <h2 className="text-xl">Which keys suit</h2>
      <p className="max-w-prose">
        {hard.length > 0 ? `${printed(tonic)} suits badly for ${listed(hard)}. ` : ''}
        {suiting.length > 0 ? `These suit every section: ${listed(suiting)}.` : 'No key suits every section.'}
      </p>
      <div className="mt-2 overflow-x-auto">
        <table className="w-full border-collapse text-left">
          <thead>
            <tr className="border-b-2 border-ink text-sm text-faint">
              <th className="py-1 pr-4 font-medium">Key</th>
              {names.map((name) => (
                <th key={name} className="py-1 pr-4 font-medium">
                  {name}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {rows.map((row) => (
              <tr
                key={row.tonic}
                className={`border-b border-rule align-baseline ${row.tonic === tonic ? 'bg-wash' : ''}`}
              >
                <th scope="row" className="py-1 pr-4">
                  <button
                    type="button"
                    aria-current={row.tonic === tonic || undefined}
                    className={`font-serif text-lg underline decoration-rule underline-offset-4 ${row.suits ? 'font-bold' : 'font-normal'}`}
                    onClick={() => onTonic(row.tonic)}
                  >
                    {printed(row.tonic)}
                  </button>
                  {row.suits ? <span className="text-sm font-normal"> suits all</span> : null}
                </th>
                {row.sections.map((one, place) => (
                  <td key={names[place]} className="py-1 pr-4 text-sm">
                    {cellWords(one)}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </section>
  );
}

function cellWords({ against, openStrings, facts, octaves }: KeyForSection): string {
  if (octaves === 0) return 'not playable';
  const lies = `${octaveWords(octaves)} · ${openStrings} open · ${facts} new`;
  return against === undefined ? lies : `${against}: ${lies}`;
}
