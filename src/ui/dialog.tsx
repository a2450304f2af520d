import { Dialog as Radix } from 'radix-ui';
import type { ReactNode } from 'react';

/** A sheet laid over the page for one short question. */
export function Dialog({
  open,
  onClose,
  title,
  description,
  children,
}: {
  open: boolean;
  onClose: () => void;
  title: string;
  description: string;
  children: ReactNode;
}) {
  return (
    <Radix.Root open={open} onOpenChange={(next) => !next && onClose()}>
      <Radix.Portal>
        <Radix.Overlay className="fixed inset-0 bg-ink/40" />
        <Radix.Content className="fixed top-1/2 left-1/2 max-h-[92vh] w-[min(34rem,92vw)] -translate-x-1/2 -translate-y-1/2 overflow-y-auto rounded-sm border border-rule bg-sheet p-6 shadow-xl">
          <Radix.Title className="font-serif text-2xl font-bold">{title}</Radix.Title>
          <Radix.Description className="mt-1 text-faint">{description}</Radix.Description>
          {children}
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}
