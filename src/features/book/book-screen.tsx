import { useEffect, useState } from 'react';
import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { toast } from 'sonner';
import { counted } from '../../core/base/words.ts';
import type { BookLine } from '../../core/book/read-book.ts';
import { titleOf } from '../../core/recipe/title.ts';
import { readRecipe } from '../../core/recipe/recipe.ts';
import { useBookText, useKeepBook } from '../../data/book.ts';
import { Button } from '../../ui/button.tsx';
import { download } from '../../ui/download.ts';
import { FileButton } from '../../ui/file-button.tsx';
import { grader } from '../../workers/grader.ts';

const EXAMPLE = `Violin
A major, three octaves: G 123 D 0123 A 0123 E 012–1234
D melodic minor, one octave, starting on D: D 0123 A 0123 2 1 0 D 3 2 1 0

Cello
F major, two octaves: C 124 G 124 D 124–124 A 134`;

/** A teacher's own fingerings: pasted or imported a line each, checked, kept, and put first wherever they apply. */
export function BookScreen() {
  const kept = useBookText();
  const [text, setText] = useState<string>();
  const [share, setShare] = useState(0);
  const keep = useKeepBook();
  const now = text ?? kept ?? '';
  const { data, error, isFetching } = useQuery({
    queryKey: ['book read', now],
    queryFn: () => grader().readBook(now, setShare),
    enabled: now.trim() !== '',
    gcTime: 10_000,
  });
  const unsaved = text !== undefined && text !== kept;
  useEffect(() => {
    if (!unsaved) return undefined;
    const warn = (event: BeforeUnloadEvent): void => event.preventDefault();
    window.addEventListener('beforeunload', warn);
    return () => window.removeEventListener('beforeunload', warn);
  }, [unsaved]);
  const save = (): void => {
    keep
      .mutateAsync(now)
      .then(() => {
        setText(undefined);
        toast.success('Kept. These fingerings come first wherever they apply.');
      })
      .catch((trouble: unknown) => toast.error(trouble instanceof Error ? trouble.message : String(trouble)));
  };
  const lines = now.trim() === '' ? [] : (data ?? []);
  const good = lines.filter(({ entry }) => entry).length;
  return (
    <div>
      <h1 className="text-3xl">Your book</h1>
      <p className="mt-1 max-w-[70ch] text-faint">
        The fingerings you teach, one a line: what it is, a colon, strings and fingers. Kept here, they come first in
        new studies, in what is made for a grade, and on every pupil’s sheet.
      </p>
      <div className="mt-3 grid gap-x-10 gap-y-4 lg:grid-cols-2">
        <section>
          <label>
            <span className="block text-sm text-faint">The lines</span>
            <textarea
              value={now}
              rows={18}
              spellCheck={false}
              placeholder={EXAMPLE}
              onChange={(event) => setText(event.target.value)}
              className="w-full border border-rule bg-sheet p-3 font-serif text-lg leading-7"
            />
          </label>
          <div className="no-print mt-2 flex flex-wrap items-baseline gap-2">
            <Button kind="strong" disabled={!unsaved || keep.isPending} onClick={save}>
              Keep the book
            </Button>
            <FileButton
              label="A text of fingerings"
              accept=".txt,text/plain"
              kind="plain"
              onFile={(file) =>
                void file.text().then((added) => setText([now.trim(), added.trim()].filter(Boolean).join('\n')))
              }
            >
              Import lines …
            </FileButton>
            <Button disabled={now.trim() === ''} onClick={() => download('fingerings.txt', now, 'text/plain')}>
              Export the text
            </Button>
            <span role="status">{unsaved ? 'Not kept yet.' : now === '' ? '' : 'Kept.'}</span>
          </div>
        </section>
        <section aria-labelledby="read-heading">
          <h2 id="read-heading" className="text-xl">
            What was read
          </h2>
          {error ? <p role="alert">{error.message}</p> : null}
          {isFetching && lines.length === 0 && now.trim() !== '' ? (
            <p role="status">Checking each line, {Math.round(share * 100)} % …</p>
          ) : null}
          {now.trim() === '' ? <p className="mt-1">Nothing yet. Paste a page of lines on the left.</p> : null}
          {lines.length > 0 ? (
            <p role="status">
              {counted(good, 'fingering')} can be played
              {good < lines.length ? `, ${counted(lines.length - good, 'line')} cannot be taken as it stands` : ''}.
            </p>
          ) : null}
          <ol>
            {lines.map((line) => (
              <Line key={line.line} line={line} />
            ))}
          </ol>
        </section>
      </div>
    </div>
  );
}

function Line({ line }: { line: BookLine }) {
  const { entry } = line;
  const recipe = entry && readRecipe(entry.recipe);
  const title = recipe?.ok ? titleOf(recipe.value) : undefined;
  return (
    <li className="flex gap-3 border-b border-rule py-1.5">
      <span className="w-8 shrink-0 text-right text-sm text-faint">{line.line}</span>
      <span className="min-w-0">
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
            <span className="block">{line.text}</span>
            <span className="block text-sm font-bold text-accent">Not taken: {line.reason}</span>
          </>
        )}
      </span>
    </li>
  );
}

function addressOf(recipe: NonNullable<BookLine['entry']>['recipe']): string {
  return new URLSearchParams(
    Object.entries(recipe).flatMap(([field, value]) => (value === undefined ? [] : [[field, String(value as string)]])),
  ).toString();
}
