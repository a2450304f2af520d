import type { RecipeInput } from '../../recipe/index.ts';
import type { Finger } from '../../instruments/index.ts';
import type { FingeredNote } from '../fingering.ts';

/**
 * A fingering teachers commonly use, to measure the engine by.
 *
 * Tokens name a string, then its fingers: `G:0123 D:0123`. `down` is left out where the way back
 * mirrors the way up, and begins after the top note; `tail` gives only the last notes of the way
 * up, `fingersUp` only its fingers.
 */
export interface ReferenceCase {
  readonly id: string;
  readonly recipe: RecipeInput;
  readonly expected: {
    readonly up?: string;
    readonly down?: string;
    readonly tail?: string;
    readonly fingersUp?: string;
  };
  /** `first`: the best way must be this one. `offered`: it must be among the ways returned. */
  readonly rank: 'first' | 'offered';
  /** What a teacher would say for it. */
  readonly why: string;
}

/** One note of a token string. */
export interface StringFinger {
  readonly string: string;
  readonly finger: Finger;
}

/** Reads `G:0123 D:0123` into notes. */
export function readTokens(text: string): StringFinger[] {
  return text
    .trim()
    .split(/\s+/)
    .flatMap((token) => {
      const [string = '', fingers = ''] = token.split(':');
      return [...fingers].map((mark) => ({ string, finger: (mark === 'T' ? 'T' : Number(mark)) as Finger }));
    });
}

/** True when a way is the fingering a case expects; `top` is the index of its top note. */
export function matches(reference: ReferenceCase, fingers: readonly FingeredNote[], top: number): boolean {
  const { up, down, tail, fingersUp } = reference.expected;
  const upwards = fingers.slice(0, top + 1);
  const downwards = fingers.slice(top + 1);
  if (fingersUp !== undefined) return upwards.map((note) => note.finger).join('') === fingersUp;
  if (tail !== undefined) {
    const wanted = readTokens(tail);
    return agree(wanted, upwards.slice(-wanted.length));
  }
  if (!agree(readTokens(up ?? ''), upwards)) return false;
  if (downwards.length === 0) return true;
  if (down === undefined) return agree([...upwards].reverse().slice(1), downwards);
  const wanted = readTokens(down);
  return agree(wanted, downwards.slice(0, wanted.length));
}

function agree(wanted: readonly StringFinger[], given: readonly StringFinger[]): boolean {
  return (
    wanted.length === given.length &&
    wanted.every((note, k) => note.string === given[k]?.string && note.finger === given[k]?.finger)
  );
}
