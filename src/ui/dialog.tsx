import { Dialog as Radix } from 'radix-ui';
import type { ReactNode } from 'react';

/** What had the focus before a sheet was laid over the page. */
let before: HTMLElement | undefined;

function rememberFocus(): void {
  const active = document.activeElement;
  // One sheet that opens another leaves the focus nowhere: it goes back to where it was before both.
  if (!(active instanceof HTMLElement) || active === document.body || active.closest('[role="dialog"]')) return;
  // A menu is gone when the sheet closes; the button that opened it is not.
  const menu = active.closest('[role="menu"]');
  before = document.getElementById(menu?.getAttribute('aria-labelledby') ?? '') ?? active;
}

function giveFocusBack(event: Event): void {
  event.preventDefault();
  if (before?.isConnected) before.focus();
}

/** A sheet laid over the page for one short question; what had the focus before gets it back. */
export function Dialog({
  open,
  onClose,
  title,
  description,
  wide = false,
  children,
}: {
  open: boolean;
  onClose: () => void;
  title: string;
  description: string;
  /** For a sheet that holds a table. */
  wide?: boolean;
  children: ReactNode;
}) {
  return (
    <Radix.Root open={open} onOpenChange={(next) => !next && onClose()}>
      <Radix.Portal>
        <Radix.Overlay className="fixed inset-0 bg-ink/40" />
        <Radix.Content
          onOpenAutoFocus={rememberFocus}
          onCloseAutoFocus={giveFocusBack}
          className={`fixed top-1/2 left-1/2 max-h-[92vh] ${wide ? 'w-[min(64rem,96vw)]' : 'w-[min(34rem,92vw)]'} -translate-x-1/2 -translate-y-1/2 overflow-y-auto rounded-sm border border-rule bg-sheet p-6 shadow-xl`}
        >
          <Radix.Title className="font-serif text-2xl font-bold">{title}</Radix.Title>
          <Radix.Description className="mt-1 text-faint">{description}</Radix.Description>
          {children}
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}
