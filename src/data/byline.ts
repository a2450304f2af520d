/** The teacher's name as it stands on paper; remembered in this browser, and in no file but those printed. */
const KEY = 'byline';

/** What a name on paper may have at most, letters. */
export const LONGEST_BYLINE = 80;

/** The name that stands on paper; none where none was given. */
export function byline(): string {
  try {
    return (localStorage.getItem(KEY) ?? '').slice(0, LONGEST_BYLINE);
  } catch {
    return '';
  }
}

/** Remembers the name; where the browser remembers nothing, it is asked for again. */
export function rememberByline(name: string): void {
  try {
    localStorage.setItem(KEY, name.trim().slice(0, LONGEST_BYLINE));
  } catch {
    // Nothing of the teacher's work is lost by it.
  }
}
