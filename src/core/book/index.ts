export { Book, type BookEntry, LONGEST_BOOK, bookLineFor } from './book.ts';
export { type BookLine, readBook } from './read-book.ts';
export { withBookLine } from './with-book.ts';
