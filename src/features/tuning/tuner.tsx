import { Mic } from '../../ui/icons.tsx';
import { useState } from 'react';
import { useMicrophone } from '../../audio/use-microphone.ts';
import { tunedTo, type Place } from '../../core/listening/index.ts';
import { Button } from '../../ui/button.tsx';
import { Choice } from '../../ui/choice.tsx';
import { Sign } from '../../ui/sign.tsx';
import { listener } from '../../workers/listener.ts';
import type { HeldPitch } from '../../workers/listener.worker.ts';

/** A string is tuned within so many cents; a stopped note is in tune within as many as a good ear hears. From memory. */
const TUNED = { strings: 3, notes: 8 } as const;

/** What is tuned: the open strings, the sounding one found by itself; or any note of the key, over a drone where one sounds. */
export function Tuner({
  strings,
  notes,
  lowest,
  highest,
}: {
  strings: readonly Place[];
  notes: readonly Place[];
  /** What is listened for, MIDI. */
  lowest: number;
  highest: number;
}) {
  const [what, setWhat] = useState<keyof typeof TUNED>('strings');
  const ear = useMicrophone<HeldPitch>((source, tell) => listener().tune(lowest, highest, source, tell));
  const midi = ear.sign?.midi;
  const tuned = midi === undefined ? undefined : tunedTo(midi, what === 'strings' ? strings : notes);
  return (
    <section aria-label="Tuner" className="no-print mt-3 border-t border-rule pt-3">
      <p className="flex flex-wrap items-center gap-x-3 gap-y-1">
        <Button kind={ear.state === 'shut' ? 'plain' : 'strong'} onClick={ear.state === 'shut' ? ear.listen : ear.shut}>
          <Mic size={16} aria-hidden="true" /> {ear.state === 'shut' ? 'Listen' : 'Stop listening'}
        </Button>
        <span>
          to{' '}
          <Choice
            label="What is tuned"
            value={what}
            options={[
              { value: 'strings', label: 'the open strings' },
              { value: 'notes', label: 'the notes of the key' },
            ]}
            onChoose={(value) => setWhat(value as keyof typeof TUNED)}
          />
        </span>
      </p>
      {ear.trouble ? <p role="alert">{ear.trouble}</p> : null}
      {ear.state === 'listening' ? (
        <>
          <Sign
            says={
              !tuned
                ? 'silence'
                : Math.abs(tuned.cents) <= TUNED[what]
                  ? 'in tune'
                  : tuned.cents < 0
                    ? 'higher'
                    : 'lower'
            }
            note={tuned?.name ?? ''}
            cents={tuned?.cents}
          />
          <p className="text-sm text-faint">
            {what === 'notes' ? 'Hear a drone through headphones, or the microphone hears it too. ' : ''}Nothing leaves
            this machine; the sound is not kept.
          </p>
        </>
      ) : null}
    </section>
  );
}
