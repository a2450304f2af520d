import { useEffect, useRef, useState } from 'react';
import { useStableCallback } from '../../../ui/stable-callback.ts';
import { sayTrouble } from '../../../ui/say-trouble.ts';
import type { Result, EarNote, PlanLine, LoggedAttempt } from '../../../core/practice/index.ts';
import { newId } from '../../../data/library.ts';
import { added, removed } from '../../../data/change.ts';
import { save } from '../../../data/save.ts';
import { today } from '../../../data/today.ts';

/** A try lasted at most so long, seconds: somebody who left the room was not practising. */
const LONGEST = 600;

/** The tries at one rung in this session; each is kept as it is made, and can be taken back. */
export function useTries(
  pupil: string,
  { study, rung }: Pick<PlanLine, 'study' | 'rung'>,
): {
  readonly tries: readonly LoggedAttempt[];
  readonly write: (result: Result, bpm: number, ear?: EarNote) => void;
  readonly takeBack: () => void;
} {
  const [tries, setTries] = useState<readonly LoggedAttempt[]>([]);
  const since = useRef(0);
  useEffect(() => {
    since.current = performance.now();
  }, []);
  const write = useStableCallback((result: Result, bpm: number, ear?: EarNote): void => {
    const now = performance.now();
    const seconds = Math.min(LONGEST, Math.round((now - since.current) / 1000));
    since.current = now;
    const one: LoggedAttempt = {
      id: newId(),
      pupil,
      study,
      rung,
      date: today(),
      bpm,
      result,
      seconds,
      ...(ear && { ear }),
    };
    setTries((before) => [...before, one]);
    save([added('attempts', one)]).catch((error: unknown) => sayTrouble(error, 'Not kept: '));
  });
  const takeBack = useStableCallback((): void => {
    const last = tries.at(-1);
    if (!last) return;
    setTries((before) => before.slice(0, -1));
    save([removed('attempts', last.id)]).catch(sayTrouble);
  });
  return { tries, write, takeBack };
}
