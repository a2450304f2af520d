import { existsSync } from 'node:fs';

/** A browser as the main path needs it, whoever makes it and whatever drives it. */
export interface Visitor {
  readonly name: string;
  go(address: string): Promise<void>;
  /** Runs the body of a function in the page, with what is given as `arguments`, and gives what it returns. */
  run<T>(body: string, ...given: readonly string[]): Promise<T>;
  /** Presses and lets go of the mouse on the first element there. Throws while there is none. */
  click(xpath: string): Promise<void>;
  /** Presses keys, one after the other, by their names in `KeyboardEvent.key`. */
  press(...keys: readonly string[]): Promise<void>;
  /** Gives a file to a field for files. */
  give(css: string, file: string): Promise<void>;
  close(): Promise<void>;
}

/** How long a condition may take, milliseconds. */
const PATIENCE = 30_000;
const EVERY = 150;

/** Waits until something holds; says what never came otherwise, and what the page said then. */
export async function until<T>(
  visitor: Visitor,
  what: string,
  check: () => Promise<T | undefined | false>,
): Promise<T> {
  const begun = Date.now();
  let trouble = '';
  while (Date.now() - begun < PATIENCE) {
    try {
      const value = await check();
      if (value) return value;
      trouble = '';
    } catch (error) {
      // The page may be changing under the check; it is made again.
      trouble = ` (${error instanceof Error ? error.message : String(error)})`;
    }
    await new Promise((resolve) => setTimeout(resolve, EVERY));
  }
  const page = await visitor.run<string>('return document.body.innerText;').catch(() => 'nothing');
  throw new Error(`Waited in vain for: ${what}${trouble}. The page says: ${page.slice(0, 600)}`);
}

/** Waits until a file stands there, as one does that a program makes when it is up. */
export async function there(file: string): Promise<void> {
  for (const begun = Date.now(); !existsSync(file);) {
    if (Date.now() - begun > PATIENCE) throw new Error(`${file} was never made.`);
    await new Promise((resolve) => setTimeout(resolve, EVERY));
  }
}
