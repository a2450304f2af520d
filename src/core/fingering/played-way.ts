import { crossingsOf, type FingeredNote, type Shift, type Way } from './fingering.ts';

/** Fingers that are given, not searched for, as a way of playing: its shifts and crossings, without a cost. */
export function playedWay(fingers: readonly FingeredNote[]): Way {
  return {
    cost: 0,
    mirrored: false,
    systems: [],
    fingers,
    shifts: shiftsBetween(fingers),
    slides: [],
    crossings: crossingsOf(fingers),
    terms: [],
  };
}

function shiftsBetween(fingers: readonly FingeredNote[]): Shift[] {
  const stopped = fingers.filter(({ finger }) => finger !== 0);
  return stopped.slice(1).flatMap((to, place) => {
    const from = stopped[place] as FingeredNote;
    return from.hand === to.hand && from.thumb === to.thumb
      ? []
      : [{ from: from.at, to: to.at, semitones: to.hand - from.hand }];
  });
}
