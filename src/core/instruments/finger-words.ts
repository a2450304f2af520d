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
