import { useMemo, useState } from 'react';
import { sayTrouble } from '../../../ui/say-trouble.ts';
import type { Temperament } from '../../../core/intonation/index.ts';
import type { Hearing, HearingLevel } from '../../../core/listening/index.ts';
import { hearingLevel, rememberLevel } from '../../../data/settings.ts';

/** By what the player is judged: the teacher's level, remembered in this browser, and the temperament the study sounds in. */
export function useHearing(temperament: Temperament): {
  readonly hearing: Hearing;
  readonly setLevel: (level: HearingLevel) => void;
} {
  const [level, setLevel] = useState(hearingLevel);
  const hearing = useMemo((): Hearing => ({ temperament, a: 'auto', level }), [temperament, level]);
  return {
    hearing,
    setLevel: (next) => {
      rememberLevel(next).catch(sayTrouble);
      setLevel(next);
    },
  };
}
