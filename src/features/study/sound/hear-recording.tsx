import { Mic } from '../../../ui/icons.tsx';
import { useEffect, useRef, useState } from 'react';
import { decodeRecording } from '../../../audio/recording.ts';
import { draws } from '../../../core/base/index.ts';
import { InventedPupil, type Sound, type Hearing, type HearingLevel } from '../../../core/listening/index.ts';
import type { ScoredStudy } from '../../../core/score/index.ts';
import { hearingLevels } from '../../../data/settings.ts';
import { Button } from '../../../ui/button.tsx';
import { Choice } from '../../../ui/choice.tsx';
import { FileButton } from '../../../ui/file-button.tsx';
import { NumberField } from '../../../ui/number-field.tsx';
import { useStableCallback } from '../../../ui/stable-callback.ts';
import { troubleWords } from '../../../ui/say-trouble.ts';
import { listener } from '../../../workers/listener.ts';
import type { Heard } from '../study-store.ts';
import { HeardReport } from './heard-report.tsx';

/** A player, heard through one of three doors: the microphone at the stand, a recording, an invented pupil. */
export function HearRecording({
  study,
  hearing,
  heard,
  onLevel,
  onHeard,
  onListen,
}: {
  study: ScoredStudy;
  hearing: Hearing;
  heard: Heard | undefined;
  onLevel: (level: HearingLevel) => void;
  onHeard: (heard: Omit<Heard, 'before'>) => void;
  /** Opens the microphone at the stand. */
  onListen: () => void;
}) {
  const { level } = hearing;
  const [progress, setProgress] = useState<number>();
  const [trouble, setTrouble] = useState<string>();
  const { passage, way } = study;
  /** Counts what was asked to be heard: one that was stopped while it was still being decoded is not heard at all. */
  const asked = useRef(0);
  const stop = useStableCallback((): void => {
    asked.current += 1;
    setProgress(undefined);
    void listener().stop();
  });
  useEffect(() => stop, [stop, passage, way]);
  const hear = async (name: string, take: () => Promise<Sound>): Promise<void> => {
    stop();
    const mine = asked.current;
    const isWanted = (): boolean => mine === asked.current;
    setTrouble(undefined);
    setProgress(0);
    try {
      const sound = await take();
      if (!isWanted()) return;
      const report = await listener().hear(study, sound, hearing, (share) => isWanted() && setProgress(share));
      if (report && isWanted()) onHeard({ name, report, level, way });
    } catch (error) {
      if (isWanted()) setTrouble(troubleWords(error));
    } finally {
      if (isWanted()) setProgress(undefined);
    }
  };
  const invent = (): void => {
    const draw = draws(passage.notes.length + (heard ? 1 : 0));
    const place = Math.floor(draw() * passage.notes.length);
    const shift = way.shifts[0]?.to ?? place;
    const pupil = InventedPupil.parse({
      seed: place + 1,
      vibrato: 12,
      noise: -45,
      faults: [{ at: shift, cents: -38 }],
    });
    void hear('The invented pupil', () => listener().invent(study, pupil));
  };
  return (
    <section aria-label="The player" className="no-print mt-4 border-t border-rule pt-3">
      <p className="leading-8">
        Hear it as of{' '}
        <Choice
          label="How exact"
          value={level.id}
          options={hearingLevels().map(({ id, name }) => ({ value: id, label: name }))}
          onChoose={(id) => onLevel(hearingLevels().find((one) => one.id === id) ?? level)}
        />
        , in tune within{' '}
        <NumberField
          label="In tune within, cents"
          value={level.cents}
          least={3}
          most={50}
          onNumber={(cents) => onLevel({ ...level, cents })}
        />{' '}
        cents. Nothing leaves this browser, nothing is kept.
      </p>
      {progress === undefined ? (
        <p className="flex flex-wrap gap-2">
          <Button onClick={onListen}>
            <Mic size={16} aria-hidden="true" /> Listen
          </Button>
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
          <Button onClick={stop}>Stop</Button>
        </p>
      )}
      {trouble ? <p role="alert">{trouble}</p> : null}
      {heard ? <HeardReport study={study} heard={heard} /> : null}
    </section>
  );
}
