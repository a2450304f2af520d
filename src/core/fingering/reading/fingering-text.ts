import type { FingeredNote } from '../fingering.ts';

/** The fingering as text, string by string: `G 0123 D 0123`. A new hand begins a new group. */
export function fingeringText(fingers: readonly FingeredNote[]): string {
  let text = '';
  let last: FingeredNote | undefined;
  let hand: number | undefined;
  for (const note of fingers) {
    const newString = note.string !== last?.string;
    const newHand = note.finger !== 0 && hand !== undefined && note.hand !== hand;
    if (newString) text += `${text ? '  ' : ''}${note.string} `;
    else if (newHand) text += '–';
    text += note.finger;
    last = note;
    if (note.finger !== 0) hand = note.hand;
  }
  return text;
}

/** The way up as text; all of it where the study has no other way. */
export function upwardText(fingers: readonly FingeredNote[], top: number): string {
  return fingeringText(fingers.slice(0, (top || fingers.length) + 1));
}

/** The way up as text, and behind a bar the way down where it is another. */
export function bothWaysText(fingers: readonly FingeredNote[], top: number): string {
  const up = fingers.slice(0, (top || fingers.length) + 1);
  const down = fingers.slice(up.length);
  const back = up.slice(0, -1).reverse();
  const same = down.every((note, k) => note.finger === back[k]?.finger && note.string === back[k]?.string);
  return same ? fingeringText(up) : `${fingeringText(up)}  |  ${fingeringText(down)}`;
}

/** The highest hand of a way, and the position it stands in. */
export function highestPosition(fingers: readonly Pick<FingeredNote, 'hand' | 'position' | 'finger'>[]): string {
  const stopped = fingers.filter((note) => note.finger !== 0);
  const highest = stopped.reduce<(typeof stopped)[number] | undefined>(
    (best, note) => (!best || note.hand > best.hand ? note : best),
    undefined,
  );
  return highest?.position ?? 'open strings';
}
