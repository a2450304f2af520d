import { useQuery, type UseQueryResult } from '@tanstack/react-query';
import { Book, bookLineFor, type BookEntry } from '../core/book/index.ts';
import type { RecipeInput } from '../core/recipe/index.ts';
import { grader } from '../workers/grader.ts';
import { readRecords } from './read-records.ts';

/** The book the page writes; others come with a backup and count as well. */
export const OWN_BOOK = 'own-book';

/** The books, the teacher's own first; damaged ones are left alone and not given. */
export function useBooks(): UseQueryResult<readonly Book[]> {
  return useQuery({
    queryKey: ['books'],
    queryFn: async () => {
      const books = await readRecords('books', Book);
      return [...books.filter(({ id }) => id === OWN_BOOK), ...books.filter(({ id }) => id !== OWN_BOOK)];
    },
  });
}

/** All lines of the books, as one text; `undefined` until it is read. */
function useBookText(): string | undefined {
  return useBooks()
    .data?.map(({ text }) => text.trim())
    .filter(Boolean)
    .join('\n');
}

/** The fingerings of the books that can be played. */
export function useBookEntries(): readonly BookEntry[] | undefined {
  const text = useBookText();
  const { data } = useQuery({
    queryKey: ['book entries', text],
    queryFn: async () => (await grader().readBook(text ?? '')).flatMap(({ entry }) => entry ?? []),
    enabled: text !== undefined && text !== '',
    staleTime: Number.POSITIVE_INFINITY,
  });
  return text === '' ? [] : data;
}

/** The book's fingering for choices, where it has one. */
export function useBookLine(choices: RecipeInput): string | undefined {
  const entries = useBookEntries();
  return entries && entries.length > 0 ? bookLineFor(choices, entries) : undefined;
}
