import { useState } from 'react';
import { VARIATIONS, type Variation } from '../../../core/bowing/index.ts';
import type { ScoredStudy } from '../../../core/score/index.ts';
import { Button } from '../../../ui/button.tsx';
import { Dialog } from '../../../ui/dialog.tsx';
import { fileName } from '../../../core/base/index.ts';
import { download } from '../../../ui/download.ts';
import { engraver, type PaperSize } from '../../../workers/engraver.ts';
import { sayTrouble } from '../../../ui/say-trouble.ts';

/** A page of bowings and rhythms of one study, in the teacher's order. */
export function Variations({ study, onClose }: { study: ScoredStudy; onClose: () => void }) {
  const [order, setOrder] = useState<readonly Variation[]>(VARIATIONS);
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const [busy, setBusy] = useState(false);
  const wanted = order.filter(({ id }) => !left.has(id));
  const move = (place: number, by: -1 | 1): void => {
    const next = [...order];
    const [one] = next.splice(place, 1);
    if (one) next.splice(place + by, 0, one);
    setOrder(next);
  };
  const write = (size: PaperSize): void => {
    setBusy(true);
    engraver()
      .variations(study, size, wanted)
      .then((pdf) => {
        download(fileName(`${study.title} variations`, 'pdf'), pdf, 'application/pdf');
        onClose();
      })
      .catch(sayTrouble)
      .finally(() => setBusy(false));
  };
  return (
    <Dialog
      open
      onClose={onClose}
      title="Variations"
      description={`A page of bowings and rhythms of ${study.title}, each shown on its first octave with the study’s own fingers.`}
    >
      <ol className="mt-3 max-h-[55vh] overflow-y-auto" aria-label="Variations, in order">
        {order.map((one, place) => (
          <li key={one.id} className="flex items-baseline gap-2 border-b border-rule py-0.5">
            <label className="flex flex-1 items-baseline gap-2">
              <input
                type="checkbox"
                className="accent-accent"
                checked={!left.has(one.id)}
                onChange={(event) => {
                  const next = new Set(left);
                  if (event.target.checked) next.delete(one.id);
                  else next.add(one.id);
                  setLeft(next);
                }}
              />
              {one.name}
            </label>
            <Button
              kind="quiet"
              aria-label={`Move up: ${one.name}`}
              disabled={place === 0}
              onClick={() => move(place, -1)}
            >
              ↑
            </Button>
            <Button
              kind="quiet"
              aria-label={`Move down: ${one.name}`}
              disabled={place === order.length - 1}
              onClick={() => move(place, 1)}
            >
              ↓
            </Button>
          </li>
        ))}
      </ol>
      <div className="mt-3 flex justify-end gap-2">
        <Button onClick={onClose}>Close</Button>
        <Button disabled={busy || wanted.length === 0} onClick={() => write('Letter')}>
          PDF, Letter
        </Button>
        <Button kind="strong" disabled={busy || wanted.length === 0} onClick={() => write('A4')}>
          {busy ? 'Writing the page …' : 'PDF, A4'}
        </Button>
      </div>
    </Dialog>
  );
}
