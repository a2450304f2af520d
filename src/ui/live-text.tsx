import { useState } from 'react';

/**
 * A line of text that is handed on at every key. Left empty where it must not be, it goes back to the last text when the
 * field is left.
 */
export function LiveText({
  label,
  value,
  most,
  className,
  instead,
  onText,
}: {
  label: string;
  value: string;
  /** Letters at most. */
  most: number;
  className: string;
  /** Placeholder for an empty text. Without it the text must not be empty. */
  instead?: string;
  /** Given the text without blanks at its ends. */
  onText: (text: string) => void;
}) {
  const valid = (text: string): boolean => text !== '' || instead !== undefined;
  // Blanks at the ends, and nothing at all, are here alone while they are typed.
  const [typed, setTyped] = useState<string>();
  const shown = typed !== undefined && (typed.trim() === value || !valid(typed.trim())) ? typed : value;
  return (
    <input
      aria-label={label}
      value={shown}
      maxLength={most}
      placeholder={instead}
      onChange={({ target }) => {
        setTyped(target.value);
        const next = target.value.trim();
        if (valid(next) && next !== value) onText(next);
      }}
      onBlur={() => setTyped(undefined)}
      className={className}
    />
  );
}
