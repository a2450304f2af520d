import { useState } from 'react';
import { LONGEST_BYLINE } from '../../../core/library/index.ts';
import { byline, changeSettings } from '../../../data/settings.ts';
import { Button } from '../../../ui/button.tsx';
import { Dialog } from '../../../ui/dialog.tsx';
import { sayTrouble } from '../../../ui/say-trouble.ts';

/** Asks for the teacher's name as it stands on paper. */
export function Byline({ onClose }: { onClose: () => void }) {
  const [name, setName] = useState(byline);
  return (
    <Dialog
      open
      onClose={onClose}
      title="Your name on paper"
      description="Printed under the title of every page; kept with the library."
    >
      <form
        className="mt-3 flex flex-wrap items-end gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          changeSettings({ byline: name.trim() }).catch(sayTrouble);
          onClose();
        }}
      >
        <label>
          <span className="block text-sm text-faint">Name</span>
          <input
            value={name}
            maxLength={LONGEST_BYLINE}
            onChange={({ target }) => setName(target.value)}
            className="border-b-2 border-ink bg-paper px-2 py-1"
          />
        </label>
        <Button kind="strong" type="submit">
          Keep it
        </Button>
      </form>
    </Dialog>
  );
}
