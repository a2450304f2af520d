import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, it } from 'vitest';

const ROOT = join(import.meta.dirname, '..');
const PLACES = ['src/core', 'src', '.'];

/** The rows of the glossary: a term, what it means, where it is found. */
const ROWS = readFileSync(join(ROOT, 'docs', 'glossary.md'), 'utf8')
  .split('\n')
  .filter((line) => line.startsWith('| ') && !line.startsWith('| term'))
  .map((line) => line.slice(2, -2).split(' | '));

it('the glossary explains each term once, and names places that exist', () => {
  expect(ROWS.length).toBeGreaterThan(70);
  expect(ROWS.filter((row) => row.length !== 3)).toEqual([]);
  const terms = ROWS.map(([term]) => term);
  expect(terms.filter((term, at) => terms.indexOf(term) !== at)).toEqual([]);
  const named = ROWS.flatMap(([, , where = '']) => [...where.matchAll(/`([^`]+)`/g)].map(([, place]) => place!));
  const missing = named.filter((place) => !PLACES.some((root) => existsSync(join(ROOT, root, place))));
  expect(missing).toEqual([]);
});
