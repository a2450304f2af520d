import { toast } from 'sonner';

/** What went wrong, in its own words. */
export function troubleWords(error: unknown): string {
  return error instanceof Error ? error.message : String(error);
}

/** Tells what went wrong, long enough to be read; `before` says of what: `Not kept: `. */
export function sayTrouble(error: unknown, before = ''): void {
  toast.error(`${before}${troubleWords(error)}`, { duration: 15_000 });
}
