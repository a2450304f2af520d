import { counted, fileName } from '../../../core/base/index.ts';
import { reportCsv, VERDICT_WORDS } from '../../../core/listening/index.ts';
import type { ScoredStudy } from '../../../core/score/index.ts';
import { printed } from '../../../core/theory/index.ts';
import { Button } from '../../../ui/button.tsx';
import { download } from '../../../ui/download.ts';
import type { Heard } from '../study-store.ts';

/** What was heard: what to say first, then each shift, and the last performance beside it. */
export function HeardReport({ study, heard: { name, report, before } }: { study: ScoredStudy; heard: Heard }) {
  const noteName = (at: number): string => printed(study.passage.notes[at]?.pitch.name ?? '');
  return (
    <>
      <h3 className="mt-2 text-lg wrap-anywhere">
        {name}: {VERDICT_WORDS[report.verdict]}
      </h3>
      <ul className="list-disc pl-5">
        {report.says.map((sentence) => (
          <li key={sentence}>{sentence}</li>
        ))}
      </ul>
      {report.shifts.length > 0 ? (
        <table className="mt-2 w-full border-collapse text-left">
          <thead>
            <tr className="border-b border-ink text-sm text-faint">
              <th className="font-medium">Shift to</th>
              <th className="font-medium">lands</th>
              <th className="font-medium">that is</th>
              {before ? <th className="font-medium">before</th> : null}
            </tr>
          </thead>
          <tbody>
            {report.shifts.map(({ to, cents, millimetres }) => (
              <tr key={to} className="border-b border-rule">
                <th scope="row" className="font-serif text-lg font-normal">
                  {noteName(to)}
                </th>
                <td>{centsWords(cents)}</td>
                <td>{Math.abs(millimetres).toFixed(1)} mm</td>
                {before ? <td>{centsBefore(before.report.shifts.find((shift) => shift.to === to)?.cents)}</td> : null}
              </tr>
            ))}
          </tbody>
        </table>
      ) : null}
      <p className="mt-1 text-sm text-faint">
        A = {report.a.toFixed(1)} Hz
        {report.bpm === null ? '' : `, ${Math.round(report.bpm)} beats a minute`},{' '}
        {report.notes.filter(({ heard }) => heard).length} of {report.notes.length} notes heard
        {before ? `. Before: ${before.name}, ${VERDICT_WORDS[before.report.verdict].toLowerCase()}` : ''}
      </p>
      <p className="flex gap-2">
        <Button
          kind="quiet"
          onClick={() => download(fileName(`${study.title} heard`, 'csv'), reportCsv(study, report), 'text/csv')}
        >
          As CSV
        </Button>
        <Button
          kind="quiet"
          onClick={() =>
            download(fileName(`${study.title} heard`, 'json'), JSON.stringify(report, null, 1), 'application/json')
          }
        >
          As JSON
        </Button>
      </p>
    </>
  );
}

function centsWords(cents: number): string {
  const near = Math.round(cents);
  return near === 0 ? 'in place' : `${counted(Math.abs(near), 'cent')} ${near < 0 ? 'flat' : 'sharp'}`;
}

function centsBefore(cents: number | undefined): string {
  return cents === undefined ? 'not heard' : centsWords(cents);
}
