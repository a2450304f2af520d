import { useMutation, useQuery, useQueryClient, type UseMutationResult } from '@tanstack/react-query';
import { Book, bookLineFor, type BookEntry } from '../core/book/book.ts';
import type { RecipeInput } from '../core/recipe/recipe.ts';
import { grader } from '../workers/grader.ts';
import { changeFacts, readFacts } from './facts.ts';

/** Where the teacher's own fingerings are kept among the facts. */
export const BOOKS_KEPT = 'books';

/** The book the page writes; others come with a backup and count as well. */
export const OWN_BOOK = 'own-book';

const QUERY = ['books'] as const;
const ENTRIES = ['book entries'] as const;

/** The books kept; damaged ones are left alone and not shown. */
export async function readBooks(): Promise<readonly Book[]> {
  return (await readFacts(BOOKS_KEPT)).flatMap((one) => Book.safeParse(one).data ?? []);
}

async function writeBook(text: string): Promise<void> {
  const kept = Book.parse({ id: OWN_BOOK, text });
  await changeFacts(BOOKS_KEPT, (list) => [...list.filter((one) => Book.safeParse(one).data?.id !== kept.id), kept]);
}

/** All that stands in the books, as one text. */
export function useBookText(): string | undefined {
  const { data } = useQuery({ queryKey: QUERY, queryFn: readBooks });
  return data
    ?.map(({ text }) => text.trim())
    .filter(Boolean)
    .join('\n');
}

/** The fingerings of the books that can be played. */
export function useBookEntries(): readonly BookEntry[] | undefined {
  const text = useBookText();
  const { data } = useQuery({
    queryKey: [...ENTRIES, text],
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

/** Keeps the text in place of all that stood in the books. */
export function useKeepBook(): UseMutationResult<void, Error, string> {
  const client = useQueryClient();
  return useMutation({
    mutationFn: async (text: string) => {
      await writeBook(text);
      await changeFacts(BOOKS_KEPT, (list) =>
        list.filter((one) => {
          const book = Book.safeParse(one);
          return !book.success || book.data.id === OWN_BOOK;
        }),
      );
    },
    onSuccess: () => client.invalidateQueries({ queryKey: QUERY }),
  });
}
