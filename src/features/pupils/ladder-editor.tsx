import { useState } from 'react';
import { toast } from 'sonner';
import { readOutside } from '../../core/base/index.ts';
import { Ladder, LADDERS, USUAL_LADDER, RUNGS, rungNamed, type RungId } from '../../core/practice/index.ts';
import { newId } from '../../data/library.ts';
import { added, changed } from '../../data/change.ts';
import { save } from '../../data/save.ts';
import { useLadders } from '../../data/pupil-queries.ts';
import { useTyped } from '../../data/typed.ts';
import { Button } from '../../ui/button.tsx';
import { Choice } from '../../ui/choice.tsx';
import { Dialog } from '../../ui/dialog.tsx';
import { sayTrouble } from '../../ui/say-trouble.ts';

/** Ladders: those that are shipped to look at, and the teacher's own to write. */
export function LadderEditor({ open, onClose }: { open: boolean; onClose: () => void }) {
  return (
    <Dialog
      open={open}
      onClose={onClose}
      title="Ladders"
      description="A ladder is an order of rungs. What does not apply to a study is left out of it there."
    >
      {open ? <Editor onClose={onClose} /> : null}
    </Dialog>
  );
}

function Editor({ onClose }: { onClose: () => void }) {
  const ladders = useLadders();
  const [from, setFrom] = useState<Ladder>(USUAL_LADDER);
  const own = !LADDERS.some(({ id }) => id === from.id);
  const { typed, type, forget } = useTyped('name of a ladder');
  const name = typed?.name ?? (own ? from.name : 'My ladder');
  const [rungs, setRungs] = useState<readonly RungId[]>(from.rungs);
  const begin = (id: string): void => {
    const chosen = ladders.find((one) => one.id === id) ?? USUAL_LADDER;
    setFrom(chosen);
    setRungs(chosen.rungs);
    forget();
  };
  const move = (place: number, by: -1 | 1): void => {
    const next = [...rungs];
    const [one] = next.splice(place, 1);
    if (one) next.splice(place + by, 0, one);
    setRungs(next);
  };
  const keep = async (): Promise<void> => {
    // A shipped ladder is never changed: one's own begins from it.
    const read = readOutside(Ladder, { id: own ? from.id : newId(), name, rungs });
    if (!read.ok) throw new Error(read.refusal.message);
    await save([own ? changed('ladders', from, read.value) : added('ladders', read.value)]);
    forget();
    toast.success(`The ladder “${read.value.name}” is kept: choose it with a pupil.`);
    onClose();
  };
  return (
    <form
      className="mt-2"
      onSubmit={(event) => {
        event.preventDefault();
        keep().catch(sayTrouble);
      }}
    >
      <p>
        Begin from{' '}
        <Choice
          label="The ladder to begin from"
          value={from.id}
          options={ladders.map((one) => ({ value: one.id, label: one.name }))}
          onChoose={begin}
        />
      </p>
      <ol className="mt-2 max-h-72 overflow-y-auto border-y border-rule">
        {rungs.map((id, place) => (
          <li key={id} className="flex items-center gap-2 border-b border-rule px-1">
            <span className="w-6 text-right text-faint">{place + 1}</span>
            <span className="flex-1">{rungNamed(id).name}</span>
            <Button
              kind="sign"
              aria-label={`${rungNamed(id).name} earlier`}
              disabled={place === 0}
              onClick={() => move(place, -1)}
            >
              ▴
            </Button>
            <Button
              kind="sign"
              aria-label={`${rungNamed(id).name} later`}
              disabled={place === rungs.length - 1}
              onClick={() => move(place, 1)}
            >
              ▾
            </Button>
            <Button
              kind="sign"
              aria-label={`Leave ${rungNamed(id).name} out`}
              onClick={() => setRungs(rungs.filter((one) => one !== id))}
            >
              ×
            </Button>
          </li>
        ))}
      </ol>
      <p className="mt-2">
        Add{' '}
        <Choice
          label="A rung to add"
          value=""
          options={[
            { value: '', label: 'a rung' },
            ...RUNGS.filter(({ id }) => !rungs.includes(id)).map((one) => ({ value: one.id, label: one.name })),
          ]}
          onChoose={(id) => setRungs([...rungs, id as RungId])}
        />
      </p>
      <label className="mt-2 block">
        <span className="block text-sm text-faint">Name</span>
        <input
          value={name}
          maxLength={80}
          onChange={({ target }) => type({ name: target.value })}
          className="w-full border-b-2 border-ink bg-paper px-2 py-1"
        />
      </label>
      <div className="mt-3 flex gap-2">
        <Button kind="strong" type="submit">
          Keep the ladder
        </Button>
        <Button
          kind="quiet"
          onClick={() => {
            forget();
            onClose();
          }}
        >
          Leave it
        </Button>
      </div>
    </form>
  );
}
