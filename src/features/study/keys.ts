/** What a key does from anywhere on the desk, unless a field has the keys. */
export interface DeskKey {
  readonly id: 'undo' | 'redo' | 'palette' | 'help' | 'stand';
  /** As a teacher reads it. */
  readonly keys: string;
  readonly does: string;
  /** The key of the event, lower case, and whether Ctrl (or ⌘) and Shift are held; `undefined` where Shift does not matter. */
  readonly key: string;
  readonly ctrl: boolean;
  readonly shift?: boolean;
}

export const DESK_KEYS: readonly DeskKey[] = [
  { id: 'undo', keys: 'Ctrl Z', does: 'undo', key: 'z', ctrl: true, shift: false },
  { id: 'redo', keys: 'Ctrl Shift Z', does: 'redo', key: 'z', ctrl: true, shift: true },
  { id: 'redo', keys: 'Ctrl Y', does: 'redo', key: 'y', ctrl: true },
  { id: 'palette', keys: 'Ctrl K', does: 'do anything by its name', key: 'k', ctrl: true },
  { id: 'stand', keys: 'M', does: 'to the music stand, and back by Escape', key: 'm', ctrl: false },
  { id: 'help', keys: '?', does: 'this list', key: '?', ctrl: false },
];

/** Keys that belong to the score: what they do is done there. */
export const SCORE_KEYS: readonly (readonly [keys: string, does: string])[] = [
  ['← →', 'the note before, the note after (on the score)'],
  ['Home, End', 'the first note, the last note'],
  ['Shift with an arrow', 'choose a run of notes'],
  ['0 1 2 3 4', 'pin the finger of the chosen note'],
  ['T', 'pin the thumb'],
  ['a string’s letter', 'pin the string'],
  ['P', 'pin the chosen notes as they are'],
  ['X', 'release the chosen notes'],
  ['H', 'cover or uncover the names of the chosen notes'],
  ['Escape', 'choose nothing'],
];

/** Keys of the music stand and of playing. */
export const OTHER_KEYS: readonly (readonly [keys: string, does: string])[] = [
  ['Space', 'play, and stop'],
  ['Page up, Page down', 'at the music stand: turn the page, by pedal too'],
];

/** The keys of something as they are read; `undefined` where it has none. */
export function keysOf(id: DeskKey['id']): string | undefined {
  return DESK_KEYS.find((one) => one.id === id)?.keys;
}

/** Which of the desk's keys was pressed, if any. */
export function deskKeyOf(
  event: Pick<KeyboardEvent, 'key' | 'ctrlKey' | 'metaKey' | 'altKey' | 'shiftKey'>,
): DeskKey | undefined {
  if (event.altKey) return undefined;
  return DESK_KEYS.find(
    ({ key, ctrl, shift }) =>
      key === event.key.toLowerCase() &&
      ctrl === (event.ctrlKey || event.metaKey) &&
      (shift === undefined || shift === event.shiftKey),
  );
}
