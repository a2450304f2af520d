import { LEXICON, type Token } from './lexicon.ts';

const BULLET = /^\s*(?:[•·*▪◦‣–—-]+|\d{1,2}[.)]|\(?[a-z]{1,4}\)|\(\d{1,2}\))\s*/;
/** A letter or number that only counts what is listed inside a line. */
const ENUMERATED = /\((?:[a-z]|\d|[ivx]{1,4})\)/g;
/** A letter A that is a word, not a key. */
const ARTICLE =
  /\bA(?=\s+(?:scale|arpeggio|chromatic|whole[- ]tone|dominant|diminished|broken|pentatonic|mixolydian|dorian)\b)/;

/** What a line says, word by word; what is not understood comes as it stands. */
export function tokensOf(line: string): Token[] {
  const text = withoutArticle(line.normalize('NFC').replace(BULLET, '').replace(ENUMERATED, ' '));
  const tokens: Token[] = [];
  let at = 0;
  let unread = '';
  const flush = (): void => {
    if (unread.trim()) tokens.push({ kind: 'unread', text: unread.trim() });
    unread = '';
  };
  while (at < text.length) {
    const inWord = at > 0 && /[\p{L}\p{N}]/u.test(text[at - 1] ?? '') && /[\p{L}\p{N}]/u.test(text[at] ?? '');
    const found = inWord ? undefined : tokenAt(text, at);
    if (found) {
      if (found.token.kind !== 'filler') {
        flush();
        tokens.push(found.token);
      } else if (unread && !unread.endsWith(' ')) unread += ' ';
      at += found.length;
    } else {
      unread += text[at];
      at += 1;
    }
  }
  flush();
  return tokens;
}

function withoutArticle(text: string): string {
  const others = text.replace(ARTICLE, '');
  return /(?:^|[^\p{L}])[A-G](?![\p{L}])/u.test(others) ? others : text;
}

function tokenAt(text: string, at: number): { readonly token: Token; readonly length: number } | undefined {
  for (const [pattern, make] of LEXICON) {
    pattern.lastIndex = at;
    const match = pattern.exec(text);
    if (match && match[0].length > 0) return { token: make(match), length: match[0].length };
  }
  return undefined;
}
