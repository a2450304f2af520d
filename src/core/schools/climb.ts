/**
 * How a system climbs, in a line a musician can read:
 *
 * `home I 12+ 1234` — first position as far as it goes; then on the top string 1 2, again and again,
 * and at last 1 2 3 4.
 *
 * A line may begin with where the hand is before anything is prescribed: `home` (first position) or
 * `free`. Then come groups of fingers, each in one hand; a space begins a new hand on the same
 * string, `next` crosses to the next string in the same hand, `|` crosses and the hand may move.
 * `3rd` or `3rd-4th` names the position of what follows.
 * `I`, `II`, `III`, `IV`, `V` name the string of what follows, I the highest. `+` repeats a group,
 * brackets leave a choice of fingers, `hand` is any few notes in one hand, `any` is whatever the
 * string still has to give.
 */
export interface Climb {
  readonly lead: 'home' | 'free' | undefined;
  readonly pieces: readonly Piece[];
}

export interface Piece {
  /** The string it must lie on, 1 the highest; left out where any will do. */
  readonly string?: number;
  /** How it follows the piece before. */
  readonly join: 'new hand' | 'next string' | 'crossing';
  /** Ordinals of the lowest and highest position it may stand in. */
  readonly position?: readonly [low: number, high: number];
  readonly fill:
    { readonly kind: 'group'; readonly group: string; readonly repeats: boolean } | { readonly kind: Fill };
}

/** Pieces without fingers of their own. */
export type Fill = 'hand' | 'any';

const STRINGS = ['I', 'II', 'III', 'IV', 'V'];
const FILLS: readonly string[] = ['hand', 'any'] satisfies readonly Fill[];
const POSITION = /^\d{1,2}(?:st|nd|rd|th)(?:-\d{1,2}(?:st|nd|rd|th))?$/;
const GROUP = /^(?:\[[0-4T]+\]|[0-4T])+\+?$/;

/** Reads a line; or returns the word it cannot parse. */
export function readClimb(line: string): { readonly climb: Climb } | { readonly stumbles: string } {
  const words = line.trim().split(/\s+/);
  const lead = words[0] === 'home' || words[0] === 'free' ? words[0] : undefined;
  const pieces: Piece[] = [];
  let string: number | undefined;
  let join: Piece['join'] = 'new hand';
  let position: Piece['position'];
  const push = (fill: Piece['fill']): void => {
    pieces.push({ join, fill, ...(string === undefined ? {} : { string }), ...(position ? { position } : {}) });
    join = 'new hand';
    position = undefined;
  };
  for (const word of lead ? words.slice(1) : words) {
    if (STRINGS.includes(word)) string = STRINGS.indexOf(word) + 1;
    else if (POSITION.test(word)) {
      const ordinals = word.split('-').map((one) => Number.parseInt(one, 10));
      position = [Math.min(...ordinals), Math.max(...ordinals)];
    } else if (word === 'next' || word === '|') {
      if (pieces.length === 0) return { stumbles: word };
      join = word === 'next' ? 'next string' : 'crossing';
      string = string === undefined ? undefined : string - 1;
    } else if (FILLS.includes(word)) push({ kind: word as Fill });
    else if (GROUP.test(word)) {
      const repeats = word.endsWith('+');
      push({ kind: 'group', group: repeats ? word.slice(0, -1) : word, repeats });
    } else return { stumbles: word };
  }
  return pieces.length === 0 && !lead ? { stumbles: line.trim() } : { climb: { lead, pieces } };
}
