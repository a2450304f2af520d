import { useQueryClient } from '@tanstack/react-query';
import { useState, useSyncExternalStore } from 'react';
import { toast } from 'sonner';
import { counted } from '../core/base/index.ts';
import { startEmpty } from '../data/database.ts';
import { onStorage, storageTrouble } from '../data/storage-state.ts';
import { Button } from '../ui/button.tsx';
import { Dialog } from '../ui/dialog.tsx';
import { download } from '../ui/download.ts';
import { sayTrouble } from '../ui/say-trouble.ts';

/** Above every page while the library cannot be opened: why, and what can be saved. */
export function StorageBanner() {
  const trouble = useSyncExternalStore(onStorage, storageTrouble);
  const client = useQueryClient();
  const [sure, setSure] = useState(false);
  if (!trouble) return null;
  const saveMemory = async (): Promise<void> => {
    const { memoryBackup } = await import('../data/in-memory.ts');
    const now = new Date().toISOString();
    const { text, records } = memoryBackup(client, now);
    if (records === 0)
      throw new Error('This page holds nothing of the library. Look in another tab before you close it.');
    download(`step-ladder-rescued-${now.slice(0, 10)}.json`, text, 'application/json');
    toast.success(`${counted(records, 'record')} saved. Import the file once there is room again.`);
  };
  const start = async (): Promise<void> => {
    setSure(false);
    await startEmpty();
    await client.invalidateQueries();
  };
  return (
    <div role="alert" className="no-print border-b-4 border-accent bg-sheet px-4 py-2 sm:px-8">
      <p className="font-medium">{trouble.message}</p>
      <p className="mt-1 flex flex-wrap gap-2">
        <Button kind="strong" onClick={() => void saveMemory().catch(sayTrouble)}>
          Save what this page holds
        </Button>
        {trouble.kind === 'newer' ? <Button onClick={() => window.location.reload()}>Reload</Button> : null}
        {trouble.kind === 'emptied' ? (
          <Button onClick={() => setSure(true)}>Start with an empty library …</Button>
        ) : null}
        {trouble.kind === 'emptied' ? null : (
          <Button onClick={() => void client.invalidateQueries().catch(sayTrouble)}>Try again</Button>
        )}
      </p>
      <Dialog
        open={sure}
        onClose={() => setSure(false)}
        title="Start with an empty library?"
        description="First save what this page, and other open tabs, still hold. A backup can be imported once the library is empty."
      >
        <div className="mt-4 flex justify-end gap-2">
          <Button onClick={() => setSure(false)}>Cancel</Button>
          <Button kind="strong" onClick={() => void start().catch(sayTrouble)}>
            Start empty
          </Button>
        </div>
      </Dialog>
    </div>
  );
}
