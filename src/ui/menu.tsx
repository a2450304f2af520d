import { DropdownMenu } from 'radix-ui';
import type { ReactNode } from 'react';

/** A button that opens a short list of actions. */
export function Menu({
  trigger,
  opens = false,
  children,
}: {
  trigger: ReactNode;
  /** Open from the beginning. */
  opens?: boolean;
  children: ReactNode;
}) {
  return (
    <DropdownMenu.Root modal={false} defaultOpen={opens}>
      <DropdownMenu.Trigger asChild>{trigger}</DropdownMenu.Trigger>
      <DropdownMenu.Content
        align="end"
        sideOffset={4}
        className="z-20 min-w-52 rounded-sm border border-rule bg-sheet py-1 shadow-lg"
      >
        {children}
      </DropdownMenu.Content>
    </DropdownMenu.Root>
  );
}

/** One action of a menu. */
export function MenuAction({ onSelect, children }: { onSelect: () => void; children: ReactNode }) {
  return (
    <DropdownMenu.Item
      onSelect={onSelect}
      className="flex items-center gap-2 px-4 py-1.5 outline-none data-highlighted:bg-wash data-highlighted:underline"
    >
      {children}
    </DropdownMenu.Item>
  );
}

/** A choice of a menu that is on or off; the menu stays open. */
export function MenuCheck({
  on,
  onToggle,
  children,
}: {
  on: boolean;
  onToggle: (on: boolean) => void;
  children: ReactNode;
}) {
  return (
    <DropdownMenu.CheckboxItem
      checked={on}
      onCheckedChange={onToggle}
      onSelect={(event) => event.preventDefault()}
      className="flex items-center gap-2 px-4 py-1.5 outline-none data-highlighted:bg-wash data-highlighted:underline"
    >
      <span aria-hidden="true" className="w-4">
        {on ? '✓' : ''}
      </span>
      {children}
    </DropdownMenu.CheckboxItem>
  );
}
