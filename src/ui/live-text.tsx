import { useState } from 'react';

/**
 * A line of text that is handed on at every key. What is left empty is not: it goes back to the last text when the field is
 * left.
 */
export function LiveText({
  label,
  value,
  most,
  className,
  onText,
}: {
  label: string;
  value: string;
  /** Letters at most. */
  most: number;
  className: string;
  /** Given the text without blanks at its ends. */
  onText: (text: string) => void;
}) {
  // Blanks at the ends, and nothing at all, are here alone while they are typed.
  const [typed, setTyped] = useState<string>();
  const shown = typed !== undefined && (typed.trim() === value || typed.trim() === '') ? typed : value;
  return (
    <input
      aria-label={label}
      value={shown}
      maxLength={most}
      onChange={({ target }) => {
        setTyped(target.value);
        const next = target.value.trim();
        if (next !== '' && next !== value) onText(next);
      }}
      onBlur={() => setTyped(undefined)}
      className={className}
    />
  );
}
