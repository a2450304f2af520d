import { useEffect, useState } from 'react';
import { sizeWords } from '../../core/base/words.ts';
import type { Report } from '../../core/listening/report.ts';
import { useRecordingChanges } from '../../data/recording-queries.ts';
import type { Recording } from '../../data/recordings.ts';
import { today } from '../../data/today.ts';
import { sayTrouble } from '../../ui/say-trouble.ts';

/** What a performance is of. */
export type Played = Pick<Recording, 'pupil' | 'study' | 'title'>;

/** Offers to keep the sound of the last performance with the pupil's study, and says how large it is. */
export function KeepRecording({
  played,
  last,
  sound,
}: {
  played: Played;
  last: Report | undefined;
  sound: () => Promise<{ readonly wave: Uint8Array; readonly seconds: number } | undefined>;
}) {
  const { keep } = useRecordingChanges();
  const [taken, setTaken] = useState<{ readonly of: Report; readonly sound: Blob; readonly seconds: number }>();
  const [kept, setKept] = useState<Report>();
  useEffect(() => {
    if (!last) return undefined;
    let wanted = true;
    void sound().then((one) => {
      if (wanted && one) {
        setTaken({ of: last, sound: new Blob([one.wave as BlobPart], { type: 'audio/wav' }), seconds: one.seconds });
      }
    });
    return () => {
      wanted = false;
    };
    // The sound of this performance, however often the way to it is made anew.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [last]);
  if (!taken || taken.of !== last) return null;
  if (kept === last) return <small role="status">Kept on the pupil’s page, {sizeWords(taken.sound.size)}.</small>;
  const keepIt = (): void => {
    keep
      .mutateAsync({
        ...played,
        id: crypto.randomUUID(),
        date: today(),
        seconds: Math.round(taken.seconds * 10) / 10,
        sound: taken.sound,
      })
      .then(() => setKept(taken.of), sayTrouble);
  };
  return (
    <button type="button" onClick={keepIt}>
      Keep the sound, {sizeWords(taken.sound.size)}
    </button>
  );
}
