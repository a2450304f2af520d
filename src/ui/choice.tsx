import { useState, type SelectHTMLAttributes } from 'react';

export interface Option {
  readonly value: string;
  readonly label: string;
  readonly disabled?: boolean;
}

/** A list of more than this is laid out when it is about to be opened: thousands of lines take a page a tenth of a second. */
const AT_ONCE = 100;

/**
 * A choice set into a sentence: reads like the words around it, opens like any list.
 * `label` names it for screen readers.
 */
export function Choice({
  label,
  options,
  value,
  onChoose,
  ...rest
}: Omit<SelectHTMLAttributes<HTMLSelectElement>, 'onChange' | 'value'> & {
  label: string;
  options: readonly Option[];
  value: string;
  onChoose: (value: string) => void;
}) {
  const [reached, setReached] = useState(false);
  const all = reached || options.length <= AT_ONCE;
  const reach = (): void => setReached(true);
  return (
    <select
      aria-label={label}
      value={value}
      onChange={(event) => onChoose(event.target.value)}
      className="max-w-full border-0 border-b-2 border-accent/70 bg-transparent py-0.5 pr-1 font-serif text-[1.05em] font-bold text-ink [field-sizing:content] hover:bg-wash"
      {...(all ? {} : { onPointerEnter: reach, onPointerDown: reach, onFocus: reach })}
      {...rest}
    >
      {(all ? options : options.filter((option) => option.value === value)).map((option) => (
        <option key={option.value} value={option.value} disabled={option.disabled}>
          {option.label}
        </option>
      ))}
    </select>
  );
}
