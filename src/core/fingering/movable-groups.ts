/**
 * The cello's movable pattern: groups of three notes, each begun by the first finger, the scale's
 * own steps saying whether the hand is closed or extended. The sequence stays, strings and shifts
 * change with the key. Common practice, no source.
 */
const CELLO_GROUP_BY_STEPS: Readonly<Record<string, string>> = {
  '2,2': '124',
  '1,2': '124',
  '2,1': '134',
  '1,3': '124',
  '1,1': '123',
  '2': '13',
  '1': '12',
  '': '1',
};

/**
 * Finger groups for the rising pitches of a scale (MIDI), or nothing where a group would not lie
 * under a neck hand.
 */
export function movableGroups(rising: readonly number[]): string[] | undefined {
  const groups: string[] = [];
  for (let first = 0; first < rising.length; first += 3) {
    const group = rising.slice(first, first + 3);
    const steps = group.slice(1).map((pitch, k) => pitch - (group[k] as number));
    const fingers = CELLO_GROUP_BY_STEPS[steps.join()];
    if (fingers === undefined) return undefined;
    groups.push(fingers);
  }
  return groups;
}
