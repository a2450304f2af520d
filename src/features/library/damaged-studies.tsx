import { useState } from 'react';
import { counted, fileName } from '../../core/base/index.ts';
import { useDamaged } from '../../data/library-queries.ts';
import type { DamagedRecord } from '../../data/library.ts';
import { save } from '../../data/save.ts';
import { sayTrouble } from '../../ui/say-trouble.ts';
import { Button } from '../../ui/button.tsx';
import { Dialog } from '../../ui/dialog.tsx';
import { download } from '../../ui/download.ts';
import { Notice } from '../../ui/notice.tsx';

/** Records that cannot be read: what is wrong with each, out to a file as it is, deleted by hand. */
export function DamagedStudies({ keys }: { keys: readonly string[] }) {
  const { data } = useDamaged(keys);
  const [deleting, setDeleting] = useState<DamagedRecord>();
  if (keys.length === 0) return null;
  const confirm = (): void => {
    if (!deleting) return;
    save([{ op: 'remove', kind: 'studies', key: deleting.key, onlyUnreadable: true }]).catch(sayTrouble);
    setDeleting(undefined);
  };
  return (
    <div className="mt-3">
      <Notice tone="trouble" title={`${counted(keys.length, 'study', 'studies')} cannot be read`}>
        Left as kept. A newer Step Ladder may read what this one cannot, or a backup may hold it; exports take it along.
        <ul className="mt-2">
          {data?.map((one) => (
            <li key={one.key} className="flex flex-wrap items-baseline gap-x-3 border-t border-rule py-1">
              <span className="min-w-0 grow basis-72 wrap-anywhere">
                {calledBy(one)}: {one.reason}
              </span>
              <Button
                kind="quiet"
                onClick={() =>
                  download(fileName(one.key, 'json'), JSON.stringify(one.record, null, 1), 'application/json')
                }
              >
                Export it as it is
              </Button>
              <Button kind="quiet" onClick={() => setDeleting(one)}>
                Delete …
              </Button>
            </li>
          ))}
        </ul>
      </Notice>
      <Dialog
        open={deleting !== undefined}
        onClose={() => setDeleting(undefined)}
        title="Delete what cannot be read?"
        description="It cannot be brought back. Export it first where something in it may still be wanted."
      >
        <div className="mt-5 flex justify-end gap-2">
          <Button onClick={() => setDeleting(undefined)}>Leave it</Button>
          <Button kind="strong" onClick={confirm}>
            Delete it
          </Button>
        </div>
      </Dialog>
    </div>
  );
}

/** The name a damaged record still has, or the key it is kept under. */
function calledBy({ key, record }: DamagedRecord): string {
  const name = typeof record === 'object' && record !== null && 'name' in record ? record.name : undefined;
  return typeof name === 'string' && name !== '' ? `“${name.slice(0, 200)}”` : key;
}
