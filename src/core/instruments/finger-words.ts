import type { Finger } from './frame.ts';

const FINGER_WORDS: Readonly<Record<Finger, string>> = {
  0: 'the open string',
  T: 'the thumb',
  1: 'the first finger',
  2: 'the second finger',
  3: 'the third finger',
  4: 'the fourth finger',
};

/** `the first finger`, `the thumb`. */
export function fingerWords(finger: Finger): string {
  return FINGER_WORDS[finger];
}

/** `the low second finger`, `the high third finger`; as it is where nothing bends it. */
export function bentFinger(finger: Finger, bend: 'low' | 'high' | undefined): string {
  return bend ? FINGER_WORDS[finger].replace('the ', `the ${bend} `) : FINGER_WORDS[finger];
}
