/**
 * Words common to every sentence: lists, counts, capitals. The two rules of English are written out, since the first
 * look into the browser's own tables costs each worker more than a study is worked out in; tests hold them against `Intl`.
 */

/**
 * Several words as one.
 * @example listed(['G', 'D', 'A']) // 'G, D and A'
 * @example listed(['up', 'down'], 'or') // 'up or down'
 */
export function listed(words: readonly (string | number)[], joined: 'and' | 'or' = 'and'): string {
  const last = String(words.at(-1) ?? '');
  return words.length < 2 ? last : `${words.slice(0, -1).join(', ')} ${joined} ${last}`;
}

/** Choices in a row, as they stand after a colon: `violin, viola, cello`. */
export function choices(words: readonly (string | number)[]): string {
  return words.join(', ');
}

/** The noun that goes with a count: `plural(2, 'study', 'studies')` gives `studies`. */
export function plural(count: number, one: string, more = `${one}s`): string {
  return count === 1 ? one : more;
}

/** A count with its noun in digits: `1 study`, `12 studies`. */
export function counted(count: number, one: string, more?: string): string {
  return `${count} ${plural(count, one, more)}`;
}

const SPELLED = [
  'no',
  'one',
  'two',
  'three',
  'four',
  'five',
  'six',
  'seven',
  'eight',
  'nine',
  'ten',
  'eleven',
  'twelve',
] as const;

/** A small number as a sentence says it: `no`, `one` … `twelve`, then digits. */
export function spelled(count: number): string {
  return SPELLED[count] ?? String(count);
}

/** A count with its noun in words: `one shift`, `two half steps`. */
export function spelledCount(count: number, one: string, more?: string): string {
  return `${spelled(count)} ${plural(count, one, more)}`;
}

/** The text with its first letter large. */
export function capital(text: string): string {
  return text.charAt(0).toUpperCase() + text.slice(1);
}

/** A clause as a sentence: a large letter before it, a full stop behind. */
export function sentence(clause: string): string {
  return `${capital(clause)}.`;
}

/** How large a file is: `2.6 MB`; never less than a tenth. */
export function sizeWords(bytes: number): string {
  const megabytes = new Intl.NumberFormat('en-GB', { style: 'unit', unit: 'megabyte', maximumFractionDigits: 1 });
  return megabytes.format(Math.max(0.1, bytes / 1e6));
}
