import { Dialog } from '../../ui/dialog.tsx';

const SHORTCUTS: readonly (readonly [keys: string, does: string])[] = [
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
  ['Ctrl Z', 'undo'],
  ['Ctrl Shift Z', 'redo'],
  ['Ctrl K', 'do anything by its name'],
  ['?', 'this list'],
];

/** What the keys do. */
export function Shortcuts({ onClose }: { onClose: () => void }) {
  return (
    <Dialog open onClose={onClose} title="Shortcuts" description="Choose the score first: click it, or tab to it.">
      <dl className="mt-3 grid grid-cols-[auto_1fr] gap-x-6 gap-y-1">
        {SHORTCUTS.map(([keys, does]) => (
          <div key={keys} className="contents">
            <dt className="font-bold">{keys}</dt>
            <dd>{does}</dd>
          </div>
        ))}
      </dl>
    </Dialog>
  );
}
