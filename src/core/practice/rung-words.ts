import { sentence } from '../base/index.ts';
import { fingerWords } from '../instruments/index.ts';
import type { Passage } from '../passage/index.ts';
import type { ShiftCard } from '../shifts/index.ts';
import { printed } from '../theory/index.ts';
import type { OldPlace } from './old-place.ts';

/**
 * What to do in a shift's drill.
 * @example 'C♯5 with the second finger, then D5 with the third as the hand stands; the first finger takes its place; hear it beside the open D. Four times, and let the hand go in the rests.'
 */
export function drillSentence({ from, to, check }: ShiftCard, old: OldPlace, passage: Passage): string {
  const name = (at: number): string => printed(passage.notes[at]?.pitch.name ?? '');
  const arrival = name(to.at);
  const first = `${name(from.at)} with ${fingerWords(from.finger)}`;
  const { finger } = old.finger;
  const oldWay = {
    'in the old hand': `then ${arrival} with ${fingerWords(finger)} ${old.finger.reach === 'none' ? 'as the hand stands' : 'reaching'}`,
    'on a neighbouring string': `then ${arrival} on ${old.finger.string} with ${fingerWords(finger)}`,
    'the old finger slides': `slide ${fingerWords(finger)} to ${arrival}`,
  }[old.how];
  const fresh =
    finger === to.finger && old.finger.string === to.string
      ? `hear it again under ${fingerWords(to.finger)}`
      : old.finger.string === to.string
        ? `${fingerWords(to.finger)} takes its place`
        : `the same note under ${fingerWords(to.finger)} on ${to.string}`;
  const compare = check ? `; hear it beside the open ${check.string}` : '';
  return `${sentence(`${first}, ${oldWay}; ${fresh}${compare}`)} Four times; let the hand go in the rests.`;
}
