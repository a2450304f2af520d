import ranges from '@fontsource/alegreya/unicode.json' with { type: 'json' };

/** The parts a face comes in besides its Latin, each in a file of its own. */
export const SUBSETS = ['latin-ext', 'vietnamese', 'cyrillic', 'cyrillic-ext', 'greek', 'greek-ext'] as const;

export type Subset = (typeof SUBSETS)[number];

type Range = readonly [from: number, to: number];

/** The letters of each part. Source: the face’s own package (`unicode.json`). */
const LETTERS = new Map(
  Object.entries(ranges as Readonly<Record<string, string>>).map(([name, list]) => [
    name,
    list.split(',').map(rangeOf),
  ]),
);

function rangeOf(text: string): Range {
  const [from = 0, to = from] = text
    .replace('U+', '')
    .split('-')
    .map((part) => Number.parseInt(part, 16));
  return [from, to];
}

function holds(part: string, code: number): boolean {
  return LETTERS.get(part)?.some(([from, to]) => code >= from && code <= to) === true;
}

/** Signs of music text, which another face has; the face’s own arrows are not of its weight. */
const SIGNS = /[♭♮♯→▴▾□♩♪]/u;

/** Which face a sign is set in: the application’s own, a part of it, or the one for signs. */
export type SetIn = 'own' | 'signs' | Subset;

/**
 * Which font has a letter.
 *
 * @example setIn('ł') // 'latin-ext'
 */
export function setIn(letter: string): SetIn {
  const code = letter.codePointAt(0) ?? 0;
  if (SIGNS.test(letter)) return 'signs';
  if (holds('latin', code)) return 'own';
  return SUBSETS.find((part) => holds(part, code)) ?? 'signs';
}

/** The parts of the face that a text needs besides its Latin. */
export function subsetsFor(text: string): Subset[] {
  const needed = new Set([...new Set(text)].map(setIn));
  return SUBSETS.filter((part) => needed.has(part));
}

/** Letters that no face of the press has: those of scripts other than these, and pictures. */
const ABSENT =
  /(?![\p{Script=Latin}\p{Script=Greek}\p{Script=Cyrillic}\p{Script=Armenian}\p{Script=Georgian}\p{Script=Common}\p{Script=Inherited}])[\p{L}\p{M}\p{N}]+|\p{Emoji_Presentation}+/gu;

/**
 * The words in a text that cannot be set, each once.
 *
 * @example unprintable('Łukasz, 山田') // ['山田']
 */
export function unprintable(text: string): string[] {
  return [...new Set(text.match(ABSENT) ?? [])];
}

/** A stretch of text that is set in one face. */
export interface Run {
  readonly words: string;
  readonly set: SetIn;
}

/** A text as runs of one face each. Spaces stay with the run before them. */
export function runsOf(text: string): Run[] {
  const runs: { words: string; set: SetIn }[] = [];
  for (const letter of text.normalize('NFC')) {
    const last = runs.at(-1);
    const set = letter === ' ' && last ? last.set : setIn(letter);
    if (last?.set === set) last.words += letter;
    else runs.push({ words: letter, set });
  }
  return runs.length > 0 ? runs : [{ words: '', set: 'own' }];
}
