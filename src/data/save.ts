import { kindName, partName } from '../core/library/index.ts';
import { takeBack, write } from './records.ts';
import type { Change, Step } from './change.ts';

/** Two tabs changed the same part of a record: whose is kept. */
export interface Question {
  /** `The notes of Pella were changed in another tab.` */
  readonly words: string;
  readonly theirs: string | undefined;
  readonly mine: string | undefined;
  /** Whether the change waits as a draft when nobody answers now. */
  readonly waits: boolean;
}

export type Answer = 'mine' | 'theirs';

/** The page's way of asking and telling. */
interface Speaker {
  readonly ask: (question: Question) => Promise<Answer | undefined>;
  readonly tell: (words: string) => void;
}

let speaker: Speaker | undefined;

/** Gives the page's way of asking and telling; returns what takes it away. */
export function speakBy(by: Speaker): () => void {
  speaker = by;
  return () => {
    if (speaker === by) speaker = undefined;
  };
}

/** Asks whose change is kept; `undefined` where nobody answers. */
export async function askWhose(question: Question): Promise<Answer | undefined> {
  return speaker?.ask(question);
}

/** Tells why something is not saved. */
export function tellTrouble(words: string): void {
  speaker?.tell(words);
}

/** What was saved. */
export interface Saved {
  readonly steps: readonly Step[];
  /** Takes it back, as far as nobody has changed it since; returns how many records are left as others changed them. */
  readonly undo: () => Promise<number>;
}

/**
 * Writes changes in one transaction. Where another tab has changed the same part, the teacher is asked whose to keep.
 * Throws a sentence where a record was deleted or cannot be read, or the other tab's change is kept: nothing is written.
 *
 * @example const { undo } = await save([removed('pupils', pupil.id)]);
 */
export async function save(changes: readonly Change[]): Promise<Saved> {
  let wanted = [...changes];
  for (;;) {
    const written = await write(wanted);
    if (written.kind === 'kept') {
      const { steps } = written;
      return { steps, undo: () => takeBack(steps) };
    }
    const { change } = written;
    if (written.kind !== 'differs') throw new Error(againstWords(written.kind, change));
    if (change.op !== 'change')
      throw new Error('Another record with the same id is here already. Nothing was changed.');
    const answer = await askWhose(questionAbout(change.kind, change.next, written.there, written.part, false));
    wanted = wanted.flatMap((one) =>
      one !== change ? [one] : answer === 'mine' ? [{ ...change, prefer: 'mine' as const }] : [],
    );
    if (wanted.length === 0) throw new Error('Your change is not saved: the other tab’s is kept.');
  }
}

function againstWords(kind: 'gone' | 'damaged', change: Change): string {
  const what = kindName(change.kind);
  if (kind === 'damaged') return `The record of this ${what} cannot be read. It is left as it is; nothing was changed.`;
  return change.op === 'change'
    ? `This ${what} was deleted in another tab. Nothing was changed.`
    : 'This pupil was deleted in another tab. Nothing was changed.';
}

/** What is asked where another tab changed the same part of a record. */
export function questionAbout(kind: string, mine: object, there: object, part: string, waits: boolean): Question {
  const name = 'name' in there && typeof there.name === 'string' ? `of ${there.name}` : `of this ${kindName(kind)}`;
  return {
    words: `Another tab has changed the ${partName(kind, part)} ${name}.`,
    theirs: textOf(there, part),
    mine: textOf(mine, part),
    waits,
  };
}

function textOf(record: object, part: string): string | undefined {
  const value = (record as Readonly<Record<string, unknown>>)[part];
  return typeof value === 'string' || typeof value === 'number' ? String(value) : undefined;
}
