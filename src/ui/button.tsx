import type { ButtonHTMLAttributes, ReactNode } from 'react';

type Kind = 'plain' | 'strong' | 'quiet' | 'sign';

const LOOK: Record<Kind, string> = {
  plain: 'px-3 border border-ink/60 bg-sheet hover:bg-wash',
  strong: 'px-3 border border-accent bg-accent text-sheet hover:bg-ink hover:border-ink',
  // Its words stand where a line of text would.
  quiet: '-ml-1.5 px-1.5 border border-transparent underline decoration-rule underline-offset-4 hover:bg-wash',
  sign: 'px-3 border border-transparent hover:bg-wash',
};

/** The look of a button, for links that act like one. */
export function buttonLook(kind: Kind): string {
  return `inline-flex items-center gap-2 rounded-sm py-1.5 leading-6 font-medium transition-colors disabled:opacity-50 ${LOOK[kind]}`;
}

/** A button of one of three weights, or a sign. */
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
