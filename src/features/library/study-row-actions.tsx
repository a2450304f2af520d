import { EllipsisVertical } from '../../ui/icons.tsx';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { toast } from 'sonner';
import type { ListedStudy } from '../../core/study/index.ts';
import { copyOf, readStudy } from '../../data/library.ts';
import { added, changed, removed } from '../../data/change.ts';
import { save } from '../../data/save.ts';
import { useTypedForm } from '../../data/typed.ts';
import { Button } from '../../ui/button.tsx';
import { Dialog } from '../../ui/dialog.tsx';
import { Menu, MenuAction } from '../../ui/menu.tsx';
import { sayTrouble } from '../../ui/say-trouble.ts';

/** What can be done with one study of the list; made when first asked for, since a list has many rows. */
export function StudyRowActions(props: { study: ListedStudy; name: string }) {
  const [asked, setAsked] = useState(false);
  if (asked) return <RowActions {...props} />;
  return (
    <Button
      kind="sign"
      aria-label={`Actions for ${props.name}`}
      aria-haspopup="menu"
      aria-expanded={false}
      onClick={() => setAsked(true)}
      onKeyDown={(event) => {
        if (event.key !== 'ArrowDown') return;
        event.preventDefault();
        setAsked(true);
      }}
    >
      {DOTS}
    </Button>
  );
}

const DOTS = <EllipsisVertical size={18} aria-hidden="true" />;

function RowActions({ study, name }: { study: ListedStudy; name: string }) {
  const navigate = useNavigate();
  const [renaming, setRenaming] = useState(false);
  const gone = (): void => void toast.error(`“${name}” was deleted in another tab.`, { duration: 15_000 });

  const duplicate = async (): Promise<void> => {
    const found = await readStudy(study.id);
    if (found.kind !== 'study') return gone();
    await save([added('studies', copyOf(found.study, study.title, new Date().toISOString()))]);
    toast.success(`Copied “${name}”.`);
  };
  // The row is gone by the time the study is: what follows must not hang on the row.
  const deleteWithUndo = async (): Promise<void> => {
    const { steps, undo } = await save([removed('studies', study.id)]);
    const [deleted] = steps;
    if (!deleted) return gone();
    const { updated } = deleted.before as Pick<ListedStudy, 'updated'>;
    const since = updated === study.updated ? '' : ', as another tab had changed it';
    toast(`Deleted “${name}”${since}.`, {
      duration: 20_000,
      action: { label: 'Undo', onClick: () => void undo().catch(sayTrouble) },
    });
  };
  const rename = async (typed: string): Promise<void> => {
    const found = await readStudy(study.id);
    if (found.kind !== 'study') return gone();
    // What was renamed elsewhere since this list was drawn is asked about, not overwritten.
    const base = { ...found.study, name: study.name };
    await save([changed('studies', base, { ...base, name: typed || undefined, updated: new Date().toISOString() })]);
  };
  return (
    <>
      <Menu
        opens
        trigger={
          <Button kind="sign" aria-label={`Actions for ${name}`}>
            {DOTS}
          </Button>
        }
      >
        <MenuAction onSelect={() => void navigate(`/studies/${study.id}`)}>Open</MenuAction>
        <MenuAction onSelect={() => setRenaming(true)}>Rename …</MenuAction>
        <MenuAction onSelect={() => void duplicate().catch(sayTrouble)}>Duplicate</MenuAction>
        <MenuAction onSelect={() => void deleteWithUndo().catch(sayTrouble)}>Delete</MenuAction>
      </Menu>
      <Dialog
        open={renaming}
        onClose={() => setRenaming(false)}
        title="Rename the study"
        description="Leave it empty to call it by its key again."
      >
        {renaming ? <Rename study={study} onRename={rename} onClose={() => setRenaming(false)} /> : null}
      </Dialog>
    </>
  );
}

function Rename({
  study,
  onRename,
  onClose,
}: {
  study: ListedStudy;
  onRename: (name: string) => Promise<void>;
  onClose: () => void;
}) {
  const { form, forget } = useTypedForm(`name of ${study.id}`);
  return (
    <form
      {...form}
      className="mt-4"
      onSubmit={(event) => {
        event.preventDefault();
        const name = new FormData(event.currentTarget).get('name');
        onRename(typeof name === 'string' ? name.trim() : '').then(forget, sayTrouble);
        onClose();
      }}
    >
      <label className="block">
        <span className="text-sm text-faint">Name</span>
        <input
          name="name"
          defaultValue={study.name ?? ''}
          maxLength={200}
          autoComplete="off"
          className="mt-1 w-full border-b-2 border-ink bg-transparent px-1 py-1 font-serif text-xl"
        />
      </label>
      <div className="mt-5 flex justify-end gap-2">
        <Button
          onClick={() => {
            forget();
            onClose();
          }}
        >
          Leave it
        </Button>
        <Button kind="strong" type="submit">
          Rename
        </Button>
      </div>
    </form>
  );
}
