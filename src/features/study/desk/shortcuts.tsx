import { Dialog } from '../../../ui/dialog.tsx';
import { DESK_KEYS, OTHER_KEYS, SCORE_KEYS } from '../keys.ts';

const ALL: readonly (readonly [keys: string, does: string])[] = [
  ...SCORE_KEYS,
  ...OTHER_KEYS,
  ...DESK_KEYS.map(({ keys, does }) => [keys, does] as const),
];

/** What the keys do. */
export function Shortcuts({ onClose }: { onClose: () => void }) {
  return (
    <Dialog open onClose={onClose} title="Shortcuts" description="Choose the score first: click it, or tab to it.">
      <dl className="mt-3 grid grid-cols-[auto_1fr] gap-x-6 gap-y-1">
        {ALL.map(([keys, does]) => (
          <div key={keys} className="contents">
            <dt className="font-bold">{keys}</dt>
            <dd>{does}</dd>
          </div>
        ))}
      </dl>
    </Dialog>
  );
}
