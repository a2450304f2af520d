import type { Finger } from '../instruments/frame.ts';

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
