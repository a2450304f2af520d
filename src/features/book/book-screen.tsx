import { useEffect, useMemo, useState } from 'react';
import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { counted } from '../../core/base/index.ts';
import { LONGEST_BOOK, type Book, type BookLine } from '../../core/book/index.ts';
import { titleOf, readRecipe } from '../../core/recipe/index.ts';
import { OWN_BOOK, useBooks } from '../../data/book.ts';
import { textOf as readFile } from '../../data/outside.ts';
import { changed, removed } from '../../data/change.ts';
import { save } from '../../data/save.ts';
import { useKept } from '../../data/use-kept.ts';
import { Button } from '../../ui/button.tsx';
import { download } from '../../ui/download.ts';
import { FileButton } from '../../ui/file-button.tsx';
import { LongList } from '../../ui/long-list.tsx';
import { LongText } from '../../ui/long-text.tsx';
import { sayTrouble } from '../../ui/say-trouble.ts';
import { StorageNotice } from '../../ui/storage-notice.tsx';
import { grader } from '../../workers/grader.ts';

const EXAMPLE = `Violin
A major, three octaves: G 123 D 0123 A 0123 E 012–1234
D melodic minor, one octave, starting on D: D 0123 A 0123 2 1 0 D 3 2 1 0

Cello
F major, two octaves: C 124 G 124 D 124–124 A 134`;

const NO_BOOK: Book = { id: OWN_BOOK, text: '' };

/** A teacher's own fingerings: typed, pasted or imported a line each, saved as typed, checked, and put first wherever they apply. */
export function BookScreen() {
  const books = useBooks();
  if (books.error) return <StorageNotice title="Your book cannot be opened" trouble={books.error} wholePage />;
  if (!books.data) return <p role="status">Opening your book …</p>;
  const own = books.data.find(({ id }) => id === OWN_BOOK) ?? NO_BOOK;
  return <Lines own={own} others={books.data.filter(({ id }) => id !== OWN_BOOK)} />;
}

function joined(parts: readonly string[]): string {
  return parts
    .map((part) => part.trim())
    .filter(Boolean)
    .join('\n');
}

function Lines({ own, others }: { own: Book; others: readonly Book[] }) {
  const { here, keep, keeping } = useKept('books', own);
  const { text } = here;
  const write = (next: string): void => {
    if (next.length <= LONGEST_BOOK) keep({ text: next });
    else tooLong();
  };
  const bringIn = async (file: File): Promise<void> => {
    write(joined([text, await readFile(file, 'fingerings')]));
  };
  const joinOthers = (): void => {
    const next = { ...here, text: joined([text, ...others.map((one) => one.text)]) };
    save([changed('books', here, next), ...others.map(({ id }) => removed('books', id))]).catch(sayTrouble);
  };
  return (
    <div>
      <h1 className="text-3xl">Your book</h1>
      <p className="mt-1 max-w-[70ch] text-faint">
        The fingerings you teach, one a line: what it is, a colon, strings and fingers. They come first in new studies,
        in what is made for a grade, and on every pupil’s sheet.
      </p>
      <div className="mt-3 grid gap-x-10 gap-y-4 lg:grid-cols-2">
        <section>
          <h2 className="text-xl">The lines</h2>
          <LongText
            label="The lines"
            value={text}
            most={LONGEST_BOOK}
            instead={EXAMPLE}
            onText={write}
            onTooLong={tooLong}
            className="mt-1 h-[28rem] border border-rule bg-sheet font-serif text-lg leading-7 focus-within:outline-2 focus-within:outline-accent"
          />
          <div className="no-print mt-2 flex flex-wrap items-baseline gap-2">
            <FileButton
              label="A text of fingerings"
              accept=".txt,text/plain"
              kind="plain"
              onFile={(file) => void bringIn(file).catch(sayTrouble)}
            >
              Import lines …
            </FileButton>
            <Button disabled={text.trim() === ''} onClick={() => download('fingerings.txt', text, 'text/plain')}>
              Export the text
            </Button>
            <span role="status">{KEEPING_WORDS[keeping.state]}</span>
          </div>
          {others.length > 0 ? (
            <p className="mt-2">
              {counted(others.length, 'more book')} came with a backup and {others.length === 1 ? 'counts' : 'count'} as
              well. <Button onClick={joinOthers}>Join to these lines</Button>
            </p>
          ) : null}
        </section>
        <Checked text={text} />
      </div>
    </div>
  );
}

function tooLong(): void {
  sayTrouble(
    `A book has at most ${LONGEST_BOOK.toLocaleString()} letters; these lines would make it longer. Nothing was added.`,
  );
}

const KEEPING_WORDS = {
  kept: 'Saved.',
  keeping: 'Saving …',
  failed: 'Not saved.',
  differs: 'Not saved.',
  gone: 'Not saved.',
  damaged: 'Not saved.',
} as const;

/** Lines are checked when nothing was typed for this long, milliseconds. */
const AFTER_TYPING = 400;

/** The text as it was when nothing had been typed for a moment. */
function useSettled(text: string): string {
  const [settled, setSettled] = useState(text);
  useEffect(() => {
    const timer = setTimeout(() => setSettled(text), AFTER_TYPING);
    return () => clearTimeout(timer);
  }, [text]);
  return settled;
}

/** What each line came to. */
function Checked({ text }: { text: string }) {
  const settled = useSettled(text);
  const [share, setShare] = useState(0);
  const { data, error, isFetching } = useQuery({
    queryKey: ['book read', settled],
    queryFn: async () => (await grader().checkBook(settled, setShare)) ?? null,
    enabled: settled.trim() !== '',
    placeholderData: (before) => before,
    // Thousands of lines are not compared one by one with those before.
    structuralSharing: false,
    gcTime: 0,
  });
  const lines = useMemo(() => (settled.trim() === '' ? [] : (data ?? [])), [settled, data]);
  const good = useMemo(() => lines.filter(({ entry }) => entry).length, [lines]);
  return (
    <section aria-labelledby="read-heading">
      <h2 id="read-heading" className="text-xl">
        What was read
      </h2>
      {error ? <p role="alert">{error.message}</p> : null}
      {settled.trim() === '' ? <p className="mt-1">Nothing yet. Paste a page of lines on the left.</p> : null}
      {isFetching && settled.trim() !== '' ? (
        <p role="status">
          Checking each line, {Math.round(share * 100)} % …{' '}
          <Button onClick={() => void grader().stopChecking()}>Stop</Button>
        </p>
      ) : null}
      {data === null && settled.trim() !== '' ? <p role="status">Stopped. Change a line to check them again.</p> : null}
      {lines.length > 0 ? (
        <p role="status">
          {counted(good, 'fingering')} can be played
          {good < lines.length ? `, ${counted(lines.length - good, 'line')} cannot be taken` : ''}.
        </p>
      ) : null}
      <LongList entries={lines} label="Lines" height={58}>
        {(line) => <Line line={line} />}
      </LongList>
    </section>
  );
}

function Line({ line }: { line: BookLine }) {
  const { entry } = line;
  const recipe = entry && readRecipe(entry.recipe);
  const title = recipe?.ok ? titleOf(recipe.value) : undefined;
  return (
    <div className="flex gap-3 border-b border-rule py-1.5">
      <span className="w-8 shrink-0 text-right text-sm text-faint">{line.line}</span>
      <span className="min-w-0 wrap-anywhere">
        {entry && title ? (
          <>
            <span aria-hidden="true">✓ </span>
            <Link className="font-medium underline" to={`/studies/new?${addressOf(entry.recipe)}`}>
              {title}
            </Link>
            <span className="block text-sm text-faint">{line.compared}</span>
          </>
        ) : (
          <>
            <span className="block">{line.text.slice(0, 300)}</span>
            <span className="block text-sm font-bold text-accent">Not taken: {line.reason}</span>
          </>
        )}
      </span>
    </div>
  );
}

function addressOf(recipe: NonNullable<BookLine['entry']>['recipe']): string {
  return new URLSearchParams(
    Object.entries(recipe).flatMap(([field, value]) => (value === undefined ? [] : [[field, String(value as string)]])),
  ).toString();
}
