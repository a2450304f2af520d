import type { Finger } from '../instruments/index.ts';

/** One note of a group: the fingers that may play it, most often one. */
export interface GroupNote {
  readonly fingers: readonly Finger[];
  /** Fingers that take over above the neck. */
  readonly above: readonly Finger[];
}

const MARK = /\[[0-4T]+(?:\^[0-4T]+)?\]|[0-4T]/g;

/**
 * The fingers of a group as it is written: a mark a note, `T` the thumb, several in brackets where
 * either will do, after a `^` those that take over above the neck.
 *
 * @example groupNotes('1[23][4^3]').map((note) => note.fingers) // [[1], [2, 3], [4]]
 */
export function groupNotes(group: string): GroupNote[] {
  return [...group.matchAll(MARK)].map(([mark]) => {
    const [fingers = '', above = ''] = mark.replace(/[[\]]/g, '').split('^');
    return { fingers: [...fingers].map(fingerNamed), above: [...above].map(fingerNamed) };
  });
}

function fingerNamed(sign: string): Finger {
  return sign === 'T' ? 'T' : (Number(sign) as Finger);
}

/**
 * A group in which each note may take the finger of either of two groups of equal length.
 *
 * @example eitherGroup('1[3^2][4^3]', '12[4^3]') // '1[32^2][4^3]'
 */
export function eitherGroup(one: string, other: string): string {
  const others = groupNotes(other);
  return groupNotes(one)
    .map(({ fingers, above }, at) => {
      const also = others[at];
      const either = [...new Set([...fingers, ...(also?.fingers ?? [])])].join('');
      const high = [...new Set([...above, ...(also?.above ?? [])])].join('');
      return either.length + high.length === 1 ? either : `[${either}${high && `^${high}`}]`;
    })
    .join('');
}
