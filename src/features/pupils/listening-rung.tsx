import { heardWords, signOf, useEar } from '../../audio/use-ear.ts';
import { type Report, USUAL_HEARING } from '../../core/listening/index.ts';
import type { ScoredStudy } from '../../core/score/index.ts';
import { hearingLevel } from '../../data/settings.ts';
import { Listening } from '../../ui/listening.tsx';
import { useEffect, useState } from 'react';
import { KeepRecording, type Played } from './keep-recording.tsx';

/** Listens to an exercise being played: each time it is over, what was heard is told. */
export function ListeningRung({
  exercise,
  onHeard,
  onNote,
  onClose,
  played,
}: {
  exercise: ScoredStudy;
  onHeard: (report: Report) => void;
  /** Told the note that sounds, to light it. */
  onNote: (at: number | undefined) => void;
  onClose: () => void;
  /** What a performance is kept as, where it is kept as sound. */
  played: Played;
}) {
  const [hearing] = useState(() => ({ ...USUAL_HEARING, level: hearingLevel() }));
  const ear = useEar(exercise, hearing, onHeard, true);
  const at = ear.sign?.at;
  useEffect(() => {
    onNote(at);
    return () => onNote(undefined);
  }, [onNote, at]);
  return (
    <Listening
      {...ear}
      sign={signOf(exercise, ear.sign)}
      said={ear.last && heardWords(ear.last)}
      asks="Play it; each time counts by itself."
      onListen={ear.listen}
      onFinish={ear.finish}
      onClose={onClose}
      keeping={<KeepRecording played={played} last={ear.last} size={ear.size} sound={ear.sound} />}
    />
  );
}
