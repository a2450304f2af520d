import { dayWords } from '../../../core/practice/index.ts';
import { useEffect, useMemo } from 'react';
import { toast } from 'sonner';
import { sizeWords } from '../../../core/base/index.ts';
import { useRecordings } from '../../../data/recording-queries.ts';
import { removed } from '../../../data/change.ts';
import type { Recording } from '../../../data/recordings.ts';
import { save } from '../../../data/save.ts';
import { Button } from '../../../ui/button.tsx';
import { download } from '../../../ui/download.ts';
import { sayTrouble } from '../../../ui/say-trouble.ts';

/** The performances kept as sound: to be heard, saved as a file, or deleted; nothing if none was kept. */
export function Recordings({ pupil }: { pupil: string }) {
  const recordings = useRecordings(pupil);
  if (recordings.length === 0) return null;
  const size = recordings.reduce((sum, { sound }) => sum + sound.size, 0);
  return (
    <section aria-labelledby="recordings-heading" className="no-print">
      <h2 id="recordings-heading" className="text-xl">
        Recordings
      </h2>
      <p className="text-sm text-faint">
        {sizeWords(size)} in this browser alone: no backup and no homework file holds them.
      </p>
      <ul>
        {recordings.map((one) => (
          <li key={one.id} className="border-t border-rule py-2">
            <OneRecording recording={one} />
          </li>
        ))}
      </ul>
    </section>
  );
}

function OneRecording({ recording }: { recording: Recording }) {
  const { id, title, date, seconds, sound } = recording;
  const address = useMemo(() => URL.createObjectURL(sound), [sound]);
  useEffect(() => () => URL.revokeObjectURL(address), [address]);
  const name = `${title}, ${dayWords(date)}`;
  const goodbye = async (): Promise<void> => {
    const { undo } = await save([removed('recordings', id)]);
    toast('The recording is deleted.', {
      duration: 20_000,
      action: { label: 'Undo', onClick: () => void undo().catch(sayTrouble) },
    });
  };
  return (
    <>
      <p className="wrap-anywhere">
        {name}{' '}
        <span className="text-faint">
          · {Math.round(seconds)} s, {sizeWords(sound.size)}
        </span>
      </p>
      <div className="flex flex-wrap items-center gap-2">
        {/* Playing has no words that could be read along. */}
        {/* eslint-disable-next-line jsx-a11y/media-has-caption */}
        <audio controls preload="none" src={address} aria-label={`Recording: ${name}`} className="max-w-full" />
        <Button onClick={() => download(`${title} ${date}.wav`, sound, 'audio/wav')}>Save</Button>
        <Button onClick={() => void goodbye().catch(sayTrouble)}>Delete</Button>
      </div>
    </>
  );
}
