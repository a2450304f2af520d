import type { ReactNode } from 'react';

/** A plain message set off by a rule: what is wrong and what would work. */
export function Notice({
  title,
  children,
  tone = 'info',
  wholePage = false,
}: {
  title: string;
  children?: ReactNode;
  tone?: 'info' | 'trouble';
  /** The message stands in place of a page, and its title is the page's. */
  wholePage?: boolean;
}) {
  const Title = wholePage ? 'h1' : 'p';
  return (
    <div
      role={tone === 'trouble' ? 'alert' : 'status'}
      className={`border-l-4 bg-sheet px-4 py-3 ${tone === 'trouble' ? 'border-accent' : 'border-faint'}`}
    >
      <Title className="font-serif text-lg font-bold">{title}</Title>
      {children ? <div className="mt-1 max-w-prose">{children}</div> : null}
    </div>
  );
}
