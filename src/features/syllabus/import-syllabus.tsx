import { counted } from '../../core/base/index.ts';
import { useState } from 'react';
import { toast } from 'sonner';
import type { CsvReading, Syllabus } from '../../core/grading/index.ts';
import { newId } from '../../data/library.ts';
import { textOf } from '../../data/outside.ts';
import { added } from '../../data/change.ts';
import { save } from '../../data/save.ts';
import { Button } from '../../ui/button.tsx';
import { Dialog } from '../../ui/dialog.tsx';
import { FileButton } from '../../ui/file-button.tsx';
import { download } from '../../ui/download.ts';
import { grader } from '../../workers/grader.ts';
import { PrintedSyllabus } from './printed-syllabus.tsx';
import { sayTrouble } from '../../ui/say-trouble.ts';

/** Bad rows shown before the rest is counted only. */
const SHOWN = 100;

interface Preview {
  readonly file: string;
  readonly reading: CsvReading;
}

/** Brings a syllabus in from a CSV or JSON file; nothing is kept before the teacher has seen what is in it. */
export function ImportSyllabus({ onKept }: { onKept: (id: string) => void }) {
  const [preview, setPreview] = useState<Preview>();
  const [busy, setBusy] = useState(false);
  const [guide, setGuide] = useState<{
    readonly columns: Readonly<Record<string, string>>;
    readonly template: string;
  }>();
  const read = async (file: File): Promise<void> => {
    setBusy(true);
    try {
      const text = await textOf(file, 'syllabus');
      const name = file.name.replace(/\.\w+$/, '');
      if (/\.json$/i.test(file.name)) {
        const outcome = await grader().readJson(text);
        const reading = outcome.ok
          ? { syllabus: outcome.value, good: countOf(outcome.value), bad: [], refusal: undefined }
          : { syllabus: undefined, good: 0, bad: [], refusal: outcome.refusal.message };
        setPreview({ file: file.name, reading });
      } else {
        const reading = await grader().readCsv(text, name);
        if (reading) setPreview({ file: file.name, reading });
      }
    } catch (error) {
      sayTrouble(error, `${file.name} cannot be read: `);
    } finally {
      setBusy(false);
    }
  };
  const take = (syllabus: Syllabus): void => {
    const own = { ...syllabus, id: newId() };
    save([added('syllabuses', own)])
      .then(() => {
        toast.success(`Kept “${own.name}”.`);
        setPreview(undefined);
        onKept(own.id);
      })
      .catch(sayTrouble);
  };
  return (
    <>
      <FileButton
        label="A syllabus file"
        accept=".csv,.json,text/csv,application/json"
        kind="plain"
        disabled={busy}
        onFile={(file) => void read(file)}
      >
        {busy ? 'Reading …' : 'Import …'}
      </FileButton>
      <PrintedSyllabus onTake={take} />
      <Button
        kind="quiet"
        onClick={() => {
          void import('./csv.ts').then(({ CSV_GUIDE, csvTemplate }) =>
            setGuide({ columns: CSV_GUIDE, template: csvTemplate() }),
          );
        }}
      >
        CSV columns …
      </Button>
      {guide ? (
        <Dialog
          open
          onClose={() => setGuide(undefined)}
          title="A syllabus as CSV"
          description="Line 1 names the columns; each further line is one thing asked. UTF-8, fields parted by commas, several values in a field by blanks."
        >
          <dl className="mt-3 grid grid-cols-[auto_1fr] gap-x-4 gap-y-1">
            {Object.entries(guide.columns).map(([column, words]) => (
              <div key={column} className="contents">
                <dt className="font-bold">{column}</dt>
                <dd>{words}</dd>
              </div>
            ))}
          </dl>
          <div className="mt-3 flex justify-end gap-2">
            <Button onClick={() => setGuide(undefined)}>Close</Button>
            <Button kind="strong" onClick={() => download('syllabus-template.csv', guide.template, 'text/csv')}>
              Download the template
            </Button>
          </div>
        </Dialog>
      ) : null}
      {preview ? (
        <Dialog
          open
          onClose={() => setPreview(undefined)}
          title={preview.reading.refusal ? 'This file cannot be taken' : `Import ${preview.file}`}
          description={preview.reading.refusal ?? previewWords(preview.reading)}
        >
          <BadRows reading={preview.reading} />
          <div className="mt-3 flex justify-end gap-2">
            <Button onClick={() => setPreview(undefined)}>{preview.reading.syllabus ? 'Leave it' : 'Close'}</Button>
            {preview.reading.syllabus ? (
              <Button kind="strong" onClick={() => preview.reading.syllabus && take(preview.reading.syllabus)}>
                {preview.reading.bad.length > 0
                  ? `Take the ${counted(preview.reading.good, 'good row')}`
                  : 'Keep this syllabus'}
              </Button>
            ) : null}
          </div>
        </Dialog>
      ) : null}
    </>
  );
}

function previewWords({ good, bad, syllabus }: CsvReading): string {
  const grades = syllabus?.sections
    .map(({ instrument, grades: all }) => `${instrument}, ${all.length} grades`)
    .join('; ');
  const rows = `${counted(good, 'line is', 'lines are')} good${grades ? ` (${grades})` : ''}`;
  return bad.length === 0
    ? `${rows}. Nothing is kept until you say so.`
    : `${rows}, ${counted(bad.length, 'is', 'are')} not. Mend them in the file and import it again, or take the good ones alone.`;
}

function BadRows({ reading }: { reading: CsvReading }) {
  if (reading.bad.length === 0) return null;
  return (
    <div className="mt-3 max-h-[45vh] overflow-y-auto">
      <table className="w-full text-left">
        <thead>
          <tr>
            <th scope="col">Line</th>
            <th scope="col">Field</th>
            <th scope="col">What is wrong</th>
          </tr>
        </thead>
        <tbody>
          {reading.bad.slice(0, SHOWN).map(({ line, field, reason }) => (
            <tr key={line} className="border-t border-rule align-top">
              <td className="pr-3">{line}</td>
              <td className="pr-3">{field}</td>
              <td>{reason}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {reading.bad.length > SHOWN ? <p>and {reading.bad.length - SHOWN} more.</p> : null}
    </div>
  );
}

function countOf(syllabus: Syllabus): number {
  return syllabus.sections.reduce(
    (sum, { grades }) =>
      sum + grades.reduce((all, { groups }) => all + groups.reduce((n, { items }) => n + items.length, 0), 0),
    0,
  );
}
