import { useMemo, useState } from 'react';
import { sayTrouble } from '../../../ui/say-trouble.ts';
import type { Temperament } from '../../../core/intonation/temperament.ts';
import type { Hearing } from '../../../core/listening/report.ts';
import type { HearingLevel } from '../../../core/listening/verdict.ts';
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
