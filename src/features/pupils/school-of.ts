import type { Pupil } from '../../core/practice/index.ts';

/** The school a pupil's studies follow: their own, or the one that spares small hands. */
export function schoolOf({ school, smallHand }: Pick<Pupil, 'school' | 'smallHand'>): string | undefined {
  return school ?? (smallHand ? 'small-hand' : undefined);
}
