import { useState } from 'react';
import { byline, LONGEST_BYLINE, rememberByline } from '../../../data/byline.ts';
import { Button } from '../../../ui/button.tsx';
import { Dialog } from '../../../ui/dialog.tsx';

/** Asks for the teacher's name as it stands on paper. */
export function Byline({ onClose }: { onClose: () => void }) {
  const [name, setName] = useState(byline);
  return (
    <Dialog
      open
      onClose={onClose}
      title="Your name on paper"
      description="It stands under the title of everything that is printed. Only this browser remembers it."
    >
      <form
        className="mt-3 flex flex-wrap items-end gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          rememberByline(name);
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
