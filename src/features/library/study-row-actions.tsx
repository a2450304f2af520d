import { EllipsisVertical } from 'lucide-react';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { toast } from 'sonner';
import type { SavedStudy } from '../../core/study/saved-study.ts';
import { copyOf, useDeleteStudy, useKeepStudy } from '../../data/library-queries.ts';
import { Button } from '../../ui/button.tsx';
import { Dialog } from '../../ui/dialog.tsx';
import { Menu, MenuAction } from '../../ui/menu.tsx';

/** What can be done with one study of the list. */
export function StudyRowActions({ study, name }: { study: SavedStudy; name: string }) {
  const navigate = useNavigate();
  const keep = useKeepStudy();
  const remove = useDeleteStudy();
  const [renaming, setRenaming] = useState(false);
  const trouble = (error: Error): void => void toast.error(error.message, { duration: 15_000 });
  const duplicate = (): void =>
    void keep
      .mutateAsync(copyOf(study, `${name} (copy)`, new Date().toISOString()))
      .then(() => toast.success(`Copied “${name}”.`), trouble);
  // The row is gone by the time the study is: what follows must not hang on the row.
  const deleteWithUndo = (): void =>
    void remove.mutateAsync(study).then(
      () =>
        toast(`Deleted “${name}”.`, {
          duration: 20_000,
          action: { label: 'Undo', onClick: () => void keep.mutateAsync(study).catch(trouble) },
        }),
      trouble,
    );
  return (
    <>
      <Menu
        trigger={
          <Button kind="quiet" aria-label={`Actions for ${name}`}>
            <EllipsisVertical size={18} aria-hidden="true" />
          </Button>
        }
      >
        <MenuAction onSelect={() => void navigate(`/studies/${study.id}`)}>Open</MenuAction>
        <MenuAction onSelect={() => setRenaming(true)}>Rename …</MenuAction>
        <MenuAction onSelect={duplicate}>Duplicate</MenuAction>
        <MenuAction onSelect={deleteWithUndo}>Delete</MenuAction>
      </Menu>
      <Dialog
        open={renaming}
        onClose={() => setRenaming(false)}
        title="Rename the study"
        description="Leave it empty to call it by its key again."
      >
        <form
          className="mt-4"
          onSubmit={(event) => {
            event.preventDefault();
            const typed = String(new FormData(event.currentTarget).get('name') ?? '').trim();
            const { name: _, ...unnamed } = study;
            keep.mutate(typed ? { ...study, name: typed } : unnamed, { onError: trouble });
            setRenaming(false);
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
            <Button onClick={() => setRenaming(false)}>Leave it</Button>
            <Button kind="strong" type="submit">
              Rename
            </Button>
          </div>
        </form>
      </Dialog>
    </>
  );
}
