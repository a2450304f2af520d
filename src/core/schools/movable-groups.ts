import type { Instrument } from '../instruments/index.ts';
import { eitherGroup } from './finger-groups.ts';

/**
 * The cello's movable pattern: groups of three notes, each begun by the first finger, the scale's
 * own steps saying whether the hand is closed or extended; above the neck the third finger takes the
 * fourth's place. The sequence stays, strings and shifts
 * change with the key. Common practice, no source.
 */
const CELLO_GROUP_BY_STEPS: Readonly<Record<string, string>> = {
  '2,2': '12[4^3]',
  '1,2': '12[4^3]',
  '2,1': '1[3^2][4^3]',
  '1,3': '12[4^3]',
  '1,1': '123',
  '2': '1[23]',
  '1': '12',
  '': '1',
};

/**
 * Violin and viola: the tonic on the first finger, four fingers on one string and the next, in
 * every octave again. Common practice, no source.
 */
const OCTAVE_GROUPS = ['1234', '123'] as const;
const LAST_OCTAVE_GROUPS = ['1234', '1234'] as const;
const STEPS_AN_OCTAVE = 7;

/**
 * The movable finger groups for the rising pitches of a scale (MIDI), the same in every key; `falling` are the
 * notes of the way down, lowest first, where they differ.
 * Nothing if the instrument has no such pattern, or the pattern no shape for the scale's steps.
 */
export function movableGroups(
  { movable }: Instrument,
  rising: readonly number[],
  falling: readonly number[] = rising,
): string[] | undefined {
  if (movable === undefined) return undefined;
  return movable === 'groups of three' ? groupsOfThree(rising, falling) : octaveShapes(rising);
}

function octaveShapes(rising: readonly number[]): string[] | undefined {
  const octaves = (rising.length - 1) / STEPS_AN_OCTAVE;
  if (!Number.isInteger(octaves) || octaves < 1) return undefined;
  const perfect = rising.every(
    (pitch, k) => k % STEPS_AN_OCTAVE !== 0 || pitch === (rising[0] as number) + (12 * k) / 7,
  );
  if (!perfect) return undefined;
  return [...Array.from({ length: octaves - 1 }, () => OCTAVE_GROUPS).flat(), ...LAST_OCTAVE_GROUPS];
}

/** Groups for the way up and the way down; where their steps differ, the fingers of both, and the hand chooses. */
function groupsOfThree(rising: readonly number[], falling: readonly number[]): string[] | undefined {
  const groups: string[] = [];
  for (let first = 0; first < rising.length; first += 3) {
    const up = fingersOfThree(rising.slice(first, first + 3));
    const down = fingersOfThree(falling.slice(first, first + 3));
    if (up === undefined || down === undefined) return undefined;
    groups.push(up === down ? up : eitherGroup(up, down));
  }
  return groups;
}

function fingersOfThree(group: readonly number[]): string | undefined {
  const steps = group.slice(1).map((pitch, k) => pitch - (group[k] as number));
  return CELLO_GROUP_BY_STEPS[steps.join()];
}
