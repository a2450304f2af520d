import { useEffect, useRef, useState } from 'react';
import { silence, sound } from '../../audio/sounding.ts';
import { frequency } from '../../core/intonation/index.ts';
import type { ScoredStudy } from '../../core/score/index.ts';
import { soundPlan, USUAL_PLAYING } from '../../core/sound/index.ts';
import { useStableCallback } from '../../ui/stable-callback.ts';
import { sayTrouble } from '../../ui/say-trouble.ts';

/** How an exercise sounds. */
export interface HowItSounds {
  readonly bpm: number;
  readonly metronome: boolean;
  readonly drone: boolean;
  readonly loop: boolean;
}

/** Plays an exercise; `again` is asked, when it has sounded to its end by itself, whether it begins again. */
export function usePlaying(
  study: ScoredStudy | undefined,
  how: HowItSounds,
  again: () => boolean,
): { readonly on: boolean; readonly note: number | undefined; readonly toggle: () => void; readonly stop: () => void } {
  const [on, setOn] = useState(false);
  const [note, setNote] = useState<number>();
  const [round, setRound] = useState(0);
  // Stopped by hand, it has not come to its end.
  const halting = useRef(false);
  const ended = useStableCallback((byItself: boolean) => {
    setNote(undefined);
    setOn(false);
    if (byItself && !halting.current && again()) setRound((before) => before + 1);
  });
  const stop = useStableCallback(() => {
    if (!on) return;
    halting.current = true;
    silence();
    ended(false);
  });
  const begin = useStableCallback(() => {
    if (!study) return;
    halting.current = false;
    setOn(true);
    const { bowing } = study.recipe;
    const speed = how.bpm / bowing.bpm;
    const { tonic } = study.passage;
    const plan = soundPlan(study, { ...USUAL_PLAYING, speed, clicks: how.metronome ? 1 : 0 });
    sound(({ play }) =>
      play(plan, {
        drone: how.drone ? { hz: frequency(tonic, tonic, 'equal', USUAL_PLAYING.reference), volume: 0.4 } : undefined,
        loop: how.loop,
        onNote: (at) => setNote(at),
        onEnd: () => ended(true),
      }),
    ).catch((error: unknown) => {
      ended(false);
      sayTrouble(error, 'Nothing can sound: ');
    });
  });
  useEffect(() => {
    if (round > 0) begin();
  }, [round, begin]);
  // Another exercise, or leaving it, stops what sounds.
  useEffect(() => () => silence(), [study]);
  const toggle = useStableCallback(() => (on ? stop() : begin()));
  return { on, note, toggle, stop };
}
