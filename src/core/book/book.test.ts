import { describe, expect, it } from 'vitest';
import { EngineMemory } from '../fingering/fingering.ts';
import { fingeringText } from '../fingering/reading/fingering-text.ts';
import type { RecipeInput } from '../recipe/recipe.ts';
import { buildFrom } from '../study/build.ts';
import { bookLineFor } from './book.ts';
import { readBook, type BookLine } from './read-book.ts';
import { FROM_THE_BOOK, withBookLine } from './with-book.ts';

const memory = new EngineMemory();

function read(text: string): BookLine[] {
  const work = readBook(text, memory);
  let step = work.next();
  while (!step.done) step = work.next();
  return step.value;
}

const PAGE = `# thirty years of them
Violin
A major, three octaves: G 123 D 0123 A 0123 E 012–123–1234–4
A major, two octaves: G 1234 D 123 A 0123 E 0123
C major, one octave: G 3 D 0123 A 012 1 D 4321 G 43

Cello
F major, two octaves: C 124 G 124 D 124–124 A 134
viola: C major, one octave: C 0123 G 0123`;

describe('a teacher’s own book', () => {
  it('takes lines for any instrument, checked, beside the engine’s', () => {
    const lines = read(PAGE);
    expect(lines.map(({ line, reason }) => [line, reason])).toEqual([3, 4, 5, 8, 9].map((line) => [line, undefined]));
    expect(lines.map(({ entry }) => entry!.recipe.instrument)).toEqual([
      'violin',
      'violin',
      'violin',
      'cello',
      'viola',
    ]);
    expect(lines[0]!.compared).toBe('The engine’s best is the same.');
    expect(lines[1]!.compared).toMatch(/easier/);
  });

  it.each([
    ['Violin A major, two octaves G 123', /a colon/],
    ['Violin A major, two octaves: G 123 D 0123', /fingers/],
    ['Violin A major, two octaves: G 123 D 0123 A 0123 E 0129', /“9”/],
    ['Violin H major, two octaves: G 123', /names no key/],
    ['Violin A minor, one octave: G 123 D 0123 A 0', /natural, harmonic or melodic/],
    ['Violin G and D major, one octave: G 0123 D 0123', /One line is one study/],
    ['Violin G major: G 0123 D 0123', /octaves are not said/],
    ['C major, one octave: C 0123 G 0123', /./],
  ])('says what is wrong with “%s”', (line, words) => {
    const [one] = read(line);
    if (/^C major/.test(line)) expect(one!.entry?.recipe.instrument ?? one!.reason).toBeTruthy();
    else expect(one!.reason).toMatch(words);
  });

  it('comes first wherever it applies, under either name of the key, and nowhere else', () => {
    const entries = read('Violin\nD flat major, one octave, starting on the lowest D flat: G 3 D 1234 A 123').flatMap(
      ({ entry, reason }) => {
        expect(reason).toBeUndefined();
        return entry ?? [];
      },
    );
    const line = bookLineFor({ instrument: 'violin', tonic: 'C#' }, entries);
    expect(line).toBe('G 3 D 1234 A 123');
    const others: RecipeInput[] = [
      { instrument: 'viola', tonic: 'Db' },
      { instrument: 'violin', tonic: 'Db', form: 'harmonic-minor' },
      { instrument: 'violin', tonic: 'Db', octaves: 2 },
      { instrument: 'violin', tonic: 'Db', start: 'Db5' },
      { instrument: 'violin', tonic: 'Db', pins: [{ at: 0, finger: 4 }] },
    ];
    for (const other of others) expect(bookLineFor(other, entries)).toBeUndefined();
  });

  it('marks the way as the teacher’s and keeps the others behind it', () => {
    const built = buildFrom({ instrument: 'violin', tonic: 'A', octaves: 2 }, memory);
    if (!built.ok) throw new Error(built.refusal.message);
    const own = withBookLine(built.value, 'G 1234 D 123 A 0123 E 0123', memory);
    expect(own.ways[0]!.systems[0]).toBe(FROM_THE_BOOK);
    expect(fingeringText(own.ways[0]!.fingers.slice(0, 15)).replace(/\s+/g, ' ')).toBe('G 1234 D 123 A 0123 E 0123');
    expect(own.ways.length).toBeLessThanOrEqual(8);
    const same = withBookLine(built.value, fingeringText(built.value.ways[0]!.fingers), memory);
    expect(same.ways.length).toBe(built.value.ways.length);
    expect(withBookLine(built.value, 'G 0', memory)).toBe(built.value);
  });
});
