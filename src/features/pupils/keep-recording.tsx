import { useState } from 'react';
import { sizeWords } from '../../core/base/index.ts';
import type { Report } from '../../core/listening/index.ts';
import { added } from '../../data/change.ts';
import type { Recording } from '../../data/recordings.ts';
import { save } from '../../data/save.ts';
import { today } from '../../data/today.ts';
import { sayTrouble } from '../../ui/say-trouble.ts';

/** What a performance is of. */
export type Played = Pick<Recording, 'pupil' | 'study' | 'title'>;

/** Offers to keep the sound of the last performance with the pupil's study, and says how large it is. */
export function KeepRecording({
  played,
  last,
  size,
  sound,
}: {
  played: Played;
  last: Report | undefined;
  /** Bytes; 0 where the sound is not held. */
  size: number;
  sound: () => Promise<{ readonly wave: Uint8Array; readonly seconds: number } | undefined>;
}) {
  const [kept, setKept] = useState<Report>();
  if (!last || size === 0) return null;
  if (kept === last) return <small role="status">Kept on the pupil’s page, {sizeWords(size)}.</small>;
  const keepIt = async (): Promise<void> => {
    const taken = await sound();
    if (!taken) throw new Error('The sound is no longer held. Play it once more.');
    const recording: Recording = {
      ...played,
      id: crypto.randomUUID(),
      date: today(),
      seconds: Math.round(taken.seconds * 10) / 10,
      sound: new Blob([taken.wave as BlobPart], { type: 'audio/wav' }),
    };
    await save([added('recordings', recording)]);
    setKept(last);
  };
  return (
    <button type="button" onClick={() => void keepIt().catch(sayTrouble)}>
      Keep the sound, {sizeWords(size)}
    </button>
  );
}
