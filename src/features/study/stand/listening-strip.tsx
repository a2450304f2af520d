import { useEffect } from 'react';
import { heardWords, signOf, useEar } from '../../../audio/use-ear.ts';
import type { Hearing } from '../../../core/listening/index.ts';
import type { ScoredStudy } from '../../../core/score/index.ts';
import { Listening } from '../../../ui/listening.tsx';
import type { StudyStore } from '../study-store.ts';

/** Under the score at the stand, while the microphone is open; what was heard is told to the desk when the study is over. */
export function ListeningStrip({
  study,
  store,
  hearing,
  onClose,
}: {
  study: ScoredStudy;
  store: StudyStore;
  hearing: Hearing;
  onClose: () => void;
}) {
  const ear = useEar(study, hearing, (report) =>
    store.hear({ name: 'At the stand', report, level: hearing.level, way: study.way }),
  );
  const at = ear.sign?.at;
  useEffect(() => {
    store.sound(at);
    return () => store.sound(undefined);
  }, [store, at]);
  return (
    <Listening
      {...ear}
      sign={signOf(study, ear.sign)}
      said={ear.last && heardWords(ear.last)}
      asks="Play the study."
      onListen={ear.listen}
      onFinish={ear.finish}
      onClose={onClose}
    />
  );
}
