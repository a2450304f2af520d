import type { ButtonHTMLAttributes, ReactNode } from 'react';

type Kind = 'plain' | 'strong' | 'quiet';

const LOOK: Record<Kind, string> = {
  plain: 'border border-ink/60 bg-sheet hover:bg-wash',
  strong: 'border border-accent bg-accent text-sheet hover:bg-ink hover:border-ink',
  quiet: 'border border-transparent underline decoration-rule underline-offset-4 hover:bg-wash',
};

/** The look of a button, for links that act like one. */
export function buttonLook(kind: Kind): string {
  return `inline-flex items-center gap-2 rounded-sm px-3 py-1.5 font-medium transition-colors disabled:opacity-50 ${LOOK[kind]}`;
}

/** A button with one of three weights. */
export function Button({
  kind = 'plain',
  className = '',
  children,
  ...rest
}: ButtonHTMLAttributes<HTMLButtonElement> & { kind?: Kind; children: ReactNode }) {
  return (
    <button type="button" className={`${buttonLook(kind)} ${className}`} {...rest}>
      {children}
    </button>
  );
}
