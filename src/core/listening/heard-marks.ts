import type { HeardMark } from '../score/index.ts';
import type { Report } from './report.ts';
import type { HearingLevel } from './verdict.ts';

/**
 * What is written under the notes of what was heard: `−24` and `+18` cents where a note lies further off than the level allows,
 * `×` where it was left out, `≠` where another stood for it, `late` and `soon` where it is out of time, `↺` where it was begun again from.
 * Nothing if too little was heard to judge.
 */
export function heardMarks({ notes, restarts, late, verdict }: Report, level: HearingLevel): HeardMark[] {
  if (verdict === 'unclear') return [];
  const outOfTime = new Map(late.map(({ at, beats }) => [at, beats > 0 ? 'late' : 'soon']));
  return notes.flatMap(({ at, heard, wrong, cents = 0 }): HeardMark[] => {
    const again = restarts.includes(at) ? ['↺'] : [];
    if (!heard) return [{ at, words: ['×', ...again].join(' ') }];
    const off = !wrong && Math.abs(cents) > level.cents;
    const words = [
      ...(wrong ? ['≠'] : []),
      ...(off ? [`${cents < 0 ? '−' : '+'}${Math.round(Math.abs(cents))}`] : []),
      ...(outOfTime.has(at) ? [outOfTime.get(at) ?? ''] : []),
      ...again,
    ];
    return words.length > 0 ? [{ at, words: words.join(' '), ...(off && { cents }) }] : [];
  });
}
