import { useEffect, useMemo, useState } from 'react';
import { silence, sound } from '../../../audio/sounding.ts';
import { instrumentFor } from '../../../core/instruments/index.ts';
import { equalHz, frequency } from '../../../core/intonation/index.ts';
import type { ScoredStudy } from '../../../core/score/index.ts';
import { soundPlan, USUAL_PLAYING, type Playing } from '../../../core/sound/index.ts';
import { useStableCallback } from '../../../ui/stable-callback.ts';
import { lightNote } from '../board/lit-note.ts';
import { sayTrouble } from '../../../ui/say-trouble.ts';

/** What sounds under the study: nothing, the tonic, its fifth or an open string. */
export interface DroneChoice {
  readonly note: string;
  readonly octave: number;
  readonly volume: number;
}

/** How the study sounds, and whether it does. */
export interface Sounding {
  readonly on: boolean;
  /** Begins, or stops everything. */
  readonly toggle: () => void;
  readonly playing: Playing;
  readonly setPlaying: (playing: Playing) => void;
  readonly drone: DroneChoice;
  readonly setDrone: (drone: DroneChoice) => void;
  readonly loop: boolean;
  readonly setLoop: (loop: boolean) => void;
}

/**
 * Plays the study; nothing sounds until it is asked for, and Escape or space stops everything.
 * `run` is the first and the last note chosen; without it the whole study plays. `onNote` is told each
 * note that begins to sound, and `undefined` at the end.
 */
export function useSounding(
  study: ScoredStudy | undefined,
  run: readonly [from: number, to: number] | undefined,
  onNote: (at: number | undefined) => void,
): Sounding {
  const [playing, setPlaying] = useState<Playing>(USUAL_PLAYING);
  const [drone, setDrone] = useState<DroneChoice>({ note: 'none', octave: 0, volume: 0.4 });
  const [loop, setLoop] = useState(false);
  const [on, setOn] = useState(false);

  const ended = useStableCallback(() => {
    if (study) lightNote(study, undefined);
    onNote(undefined);
    setOn(false);
  });
  const begin = useStableCallback(() => {
    if (!study) return;
    setOn(true);
    const chosen = run && { from: run[0], to: run[1] };
    sound(({ play }) =>
      play(soundPlan(study, { ...playing, ...chosen }), {
        drone: drone.note === 'none' ? undefined : { hz: droneHz(study, drone, playing), volume: drone.volume },
        loop,
        onNote: (at, late) => {
          onNote(at);
          lightNote(study, at);
          performance.mark('note lit', { detail: { at, late } });
        },
        onEnd: ended,
      }),
    ).catch((error: unknown) => {
      ended();
      sayTrouble(error, 'Nothing can sound: ');
    });
  });
  const end = useStableCallback(() => {
    silence();
    ended();
  });

  // A change of the study stops what sounds of the old one; so does leaving it.
  useEffect(() => () => end(), [study, end]);
  useEffect(() => {
    const press = (event: KeyboardEvent): void => {
      const field = ['INPUT', 'SELECT', 'TEXTAREA', 'SUMMARY'].includes((event.target as Element).tagName);
      const button = event.target instanceof HTMLButtonElement;
      if (event.key === 'Escape') end();
      if (event.key !== ' ' || field || button || event.ctrlKey || event.metaKey) return;
      event.preventDefault();
      if (on) end();
      else begin();
    };
    document.addEventListener('keydown', press);
    return () => document.removeEventListener('keydown', press);
  }, [on, begin, end]);
  const toggle = useStableCallback(() => (on ? end() : begin()));
  return useMemo(
    () => ({ on, toggle, playing, setPlaying, drone, setDrone, loop, setLoop }),
    [on, toggle, playing, drone, loop],
  );
}

/** The drone's frequency, Hz: the tonic, its fifth, or an open string, in the temperament chosen. */
function droneHz(study: ScoredStudy, drone: DroneChoice, { temperament, reference }: Playing): number {
  const { tonic } = study.passage;
  const shift = 2 ** drone.octave;
  const tonicHz = frequency(tonic, tonic, temperament, reference);
  if (drone.note === 'tonic') return tonicHz * shift;
  if (drone.note === 'fifth') return tonicHz * shift * (temperament === 'equal' ? 2 ** (7 / 12) : 3 / 2);
  const string = instrumentFor(study.recipe.instrument, study.recipe.setUp).strings.find(
    ({ name }) => name === drone.note,
  );
  return equalHz(string?.open ?? tonic.midi, reference) * shift;
}
