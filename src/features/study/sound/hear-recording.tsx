import { useEffect, useState } from 'react';
import { decodeRecording } from '../../../audio/recording.ts';
import { fileName } from '../../../core/base/file-name.ts';
import { draws } from '../../../core/base/draws.ts';
import { InventedPupil } from '../../../core/listening/invented-pupil.ts';
import type { Sound } from '../../../core/listening/pitch-track.ts';
import { reportCsv } from '../../../core/listening/report-csv.ts';
import { USUAL_HEARING, type Report } from '../../../core/listening/report.ts';
import { HEARING_LEVELS, type Verdict } from '../../../core/listening/verdict.ts';
import type { ScoredStudy } from '../../../core/score/scored-study.ts';
import type { Playing } from '../../../core/sound/sound-plan.ts';
import { printed } from '../../../core/theory/pitch.ts';
import { Button } from '../../../ui/button.tsx';
import { Choice } from '../../../ui/choice.tsx';
import { download } from '../../../ui/download.ts';
import { FileButton } from '../../../ui/file-button.tsx';
import { troubleWords } from '../../../ui/say-trouble.ts';
import { listener } from '../../../workers/listener.ts';

const VERDICTS: Readonly<Record<Verdict, string>> = {
  clean: 'Clean',
  shaky: 'Shaky',
  missed: 'Not yet',
  unclear: 'Cannot be told',
};

/** A recording brought from home, compared with the study: what to say first, then each shift and note. */
export function HearRecording({ study, playing }: { study: ScoredStudy; playing: Playing }) {
  const [level, setLevel] = useState<string>('beginner');
  const [progress, setProgress] = useState<number>();
  const [last, setHeard] = useState<{ readonly name: string; readonly report: Report; readonly of: ScoredStudy }>();
  const [trouble, setTrouble] = useState<string>();
  // Other fingers or other notes are another study: what was heard of the last one no longer stands.
  const heard = last?.of.passage === study.passage && last.of.way === study.way ? last : undefined;
  useEffect(() => () => void listener().stop(), [study.passage, study.way]);
  const hear = async (name: string, take: () => Promise<Sound>): Promise<void> => {
    setTrouble(undefined);
    setProgress(0);
    try {
      const sound = await take();
      const chosen = HEARING_LEVELS.find(({ id }) => id === level) ?? USUAL_HEARING.level;
      const hearing = { temperament: playing.temperament, a: 'auto' as const, level: chosen };
      const report = await listener().hear(study, sound, hearing, (share) => setProgress(share));
      if (report) setHeard({ name, report, of: study });
    } catch (error) {
      setTrouble(troubleWords(error));
    } finally {
      setProgress(undefined);
    }
  };
  const invent = (): void => {
    const draw = draws(study.passage.notes.length + (heard ? 1 : 0));
    const place = Math.floor(draw() * study.passage.notes.length);
    const shift = study.way.shifts[0]?.to ?? place;
    const pupil = InventedPupil.parse({
      seed: place + 1,
      vibrato: 12,
      noise: -45,
      faults: [{ at: shift, cents: -38 }],
    });
    void hear('The invented pupil', () => listener().invent(study, pupil));
  };
  return (
    <section aria-label="A recording" className="no-print mt-4 border-t border-rule pt-3">
      <p className="leading-8">
        Hear a recording as of{' '}
        <Choice
          label="How exact"
          value={level}
          options={HEARING_LEVELS.map(({ id, name, cents }) => ({
            value: id,
            label: `${name} (within ${cents} cents)`,
          }))}
          onChoose={setLevel}
        />
        . Nothing leaves this browser, nothing is kept.
      </p>
      {progress === undefined ? (
        <p className="flex flex-wrap gap-2">
          <FileButton
            label="A recording of this study"
            accept="audio/*,.wav,.mp3,.ogg,.m4a,.flac"
            kind="plain"
            onFile={(file) => void hear(file.name, () => decodeRecording(file))}
          >
            Choose a recording
          </FileButton>
          <Button kind="quiet" onClick={invent}>
            Let an invented pupil play
          </Button>
        </p>
      ) : (
        <p role="status" className="flex items-center gap-3">
          Listening: {Math.round(100 * progress)} of 100
          <Button onClick={() => void listener().stop()}>Stop</Button>
        </p>
      )}
      {trouble ? <p role="alert">{trouble}</p> : null}
      {heard ? <Heard study={study} name={heard.name} report={heard.report} /> : null}
    </section>
  );
}

function Heard({ study, name, report }: { study: ScoredStudy; name: string; report: Report }) {
  const noteName = (at: number): string => printed(study.passage.notes[at]?.pitch.name ?? '');
  return (
    <>
      <h3 className="mt-2 text-lg wrap-anywhere">
        {name}: {VERDICTS[report.verdict]}
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
              </tr>
            ))}
          </tbody>
        </table>
      ) : null}
      <p className="mt-1 text-sm text-faint">
        A = {report.a.toFixed(1)} Hz
        {report.bpm === null ? '' : `, ${Math.round(report.bpm)} beats a minute`}, {Math.round(100 * report.coverage)}{' '}
        of 100 notes heard
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
  return near === 0 ? 'in place' : `${Math.abs(near)} cents ${near < 0 ? 'flat' : 'sharp'}`;
}
