import { Command } from 'cmdk';
import { Dialog } from './dialog.tsx';

/** Something that can be done, found by its words. */
export interface PaletteCommand {
  readonly group: string;
  readonly words: string;
  readonly keys?: string;
  readonly run: () => void;
}

/** Everything that can be done here, found by typing a few letters of it. */
export default function Palette({
  open,
  onClose,
  commands,
}: {
  open: boolean;
  onClose: () => void;
  commands: readonly PaletteCommand[];
}) {
  const groups = [...new Set(commands.map(({ group }) => group))];
  return (
    <Dialog open={open} onClose={onClose} title="Do …" description="Type a few letters, choose with the arrows.">
      <Command label="Do" loop className="mt-3">
        <Command.Input
          placeholder="such as: F sharp, undo, PDF, three octaves"
          className="w-full border-b-2 border-ink bg-sheet px-2 py-1 text-lg"
        />
        <Command.List className="mt-2 max-h-[50vh] overflow-y-auto">
          <Command.Empty className="py-2 text-faint">Nothing here is called that.</Command.Empty>
          {groups.map((group) => (
            <Command.Group
              key={group}
              heading={group}
              className="[&_[cmdk-group-heading]]:mt-2 [&_[cmdk-group-heading]]:text-sm [&_[cmdk-group-heading]]:text-faint"
            >
              {commands
                .filter((one) => one.group === group)
                .map(({ words, keys, run }) => (
                  <Command.Item
                    key={words}
                    value={`${group} ${words}`}
                    onSelect={() => {
                      onClose();
                      run();
                    }}
                    className="flex cursor-pointer justify-between px-2 py-1 data-[selected=true]:bg-wash data-[selected=true]:underline"
                  >
                    <span>{words}</span>
                    {keys ? <span className="text-sm text-faint">{keys}</span> : null}
                  </Command.Item>
                ))}
            </Command.Group>
          ))}
        </Command.List>
      </Command>
    </Dialog>
  );
}
