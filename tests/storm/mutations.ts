import fc from 'fast-check';
import { strToU8, zipSync } from 'fflate';

/** Values that stand where they should not. */
const STRANGE: readonly unknown[] = [
  null,
  '',
  'x',
  '__proto__',
  -1,
  0,
  1.5,
  1e9,
  true,
  [],
  {},
  [null],
  { at: -1 },
  'G',
  'H',
  'A9',
  '🎻',
  '"><script>',
  '=cmd()',
];

/** A value changed in some places: replaced, left out, doubled, nested, or given another's place. */
export function mutatedJson(value: unknown): fc.Arbitrary<unknown> {
  return fc
    .array(fc.record({ pick: fc.nat(), how: fc.nat(5), strange: fc.nat(STRANGE.length - 1) }), { maxLength: 3 })
    .map((changes) => changes.reduce<unknown>((now, change) => mutatedOnce(now, change), structuredClone(value)));
}

interface Change {
  readonly pick: number;
  readonly how: number;
  readonly strange: number;
}

function mutatedOnce(value: unknown, { pick, how, strange }: Change): unknown {
  // Each time a thing of its own: what stands strangely in one place must not be changed in another.
  const odd = structuredClone(STRANGE[strange]);
  const places: { readonly holder: Record<string, unknown>; readonly key: string }[] = [];
  const walk = (one: unknown): void => {
    if (typeof one !== 'object' || one === null) return;
    const holder = one as Record<string, unknown>;
    for (const key of Object.keys(holder)) {
      places.push({ holder, key });
      walk(holder[key]);
    }
  };
  walk(value);
  const place = places[pick % Math.max(1, places.length)];
  if (!place) return odd;
  const { holder, key } = place;
  if (how === 0) holder[key] = odd;
  else if (how === 1) {
    if (Array.isArray(holder)) holder.splice(Number(key), 1);
    else Reflect.deleteProperty(holder, key);
  } else if (how === 2) holder[`${key}${strange}`] = structuredClone(holder[key]);
  else if (how === 3) holder[key] = [holder[key]];
  else if (how === 4) {
    const other = places[(pick * 7 + strange) % places.length];
    if (other) holder[key] = structuredClone(other.holder[other.key]);
  } else if (typeof holder[key] === 'number') holder[key] = holder[key] * (strange - 3);
  else holder[key] = String(holder[key]).repeat(1 + (strange % 4));
  return value;
}

/** A text changed in some places: letters cut, put in, doubled, exchanged; or broken off. */
export function mutatedText(text: string): fc.Arbitrary<string> {
  const letters = ['"', ',', '\n', '\r', '\r\n', '{', '}', '[', ']', '\0', '\uFEFF', '%', '&', '=', '~', '9', 'e', ' '];
  return fc
    .array(fc.record({ at: fc.nat(), how: fc.nat(3), letter: fc.constantFrom(...letters) }), {
      minLength: 1,
      maxLength: 4,
    })
    .map((changes) =>
      changes.reduce((now, { at, how, letter }) => {
        const place = at % Math.max(1, now.length);
        if (how === 0) return now.slice(0, place) + letter + now.slice(place);
        if (how === 1) return now.slice(0, place) + now.slice(place + 1 + (at % 5));
        if (how === 2) return now.slice(0, place) + letter + now.slice(place + 1);
        return at % 9 === 0 ? now.slice(0, place) : now.slice(0, place) + now.slice(Math.max(0, place - 8));
      }, text),
    );
}

/** Numbers and stretches that no music has. */
const BOMBS = [
  '1e9',
  '-1e9',
  '99999999',
  '0',
  '-1',
  '1e-9',
  'NaN',
  '[[[[[[[[[[',
  '((((((((((',
  '<a><a><a><a>',
  '9'.repeat(40),
];

/** A file of music changed as a text is, with numbers no music has in place of its own, or a part of it many times. */
export function mutatedMusic(text: string): fc.Arbitrary<string> {
  const numbers = [...text.matchAll(/-?\d+(?:\.\d+)?/g)].map(({ 0: words, index }) => ({ words, index }));
  const bombed = fc
    .record({ pick: fc.nat(Math.max(0, numbers.length - 1)), bomb: fc.constantFrom(...BOMBS) })
    .map(({ pick, bomb }) => {
      const number = numbers[pick];
      return number ? text.slice(0, number.index) + bomb + text.slice(number.index + number.words.length) : text + bomb;
    });
  const repeated = fc
    .record({ at: fc.nat(text.length), size: fc.nat(200), times: fc.integer({ min: 2, max: 30 }) })
    .map(({ at, size, times }) => text.slice(0, at) + text.slice(at, at + size).repeat(times) + text.slice(at + size));
  return fc.oneof(mutatedText(text), bombed, bombed.chain(mutatedText), repeated);
}

/** Bytes changed in some places: exchanged, cut, put in, broken off. */
export function mutatedBytes(bytes: Uint8Array): fc.Arbitrary<Uint8Array> {
  return fc.array(fc.record({ at: fc.nat(), how: fc.nat(3), byte: fc.nat(255) }), { maxLength: 4 }).map((changes) => {
    let now = bytes;
    for (const { at, how, byte } of changes) {
      const place = at % Math.max(1, now.length);
      // Headers are short and say the most.
      const early = at % 3 === 0 ? place % 64 : place;
      if (how === 0) (now = now.slice())[early] = byte;
      else if (how === 1) now = new Uint8Array([...now.subarray(0, early), byte, ...now.subarray(early)]);
      else if (how === 2) now = new Uint8Array([...now.subarray(0, early), ...now.subarray(early + 1 + (byte % 8))]);
      else if (at % 7 === 0) now = now.slice(0, place);
      else (now = now.slice())[early] = 0xff;
    }
    return now;
  });
}

/** A score as a compressed MusicXML file. */
export function compressed(score: string): Uint8Array {
  const container = '<container><rootfiles><rootfile full-path="score.xml"/></rootfiles></container>';
  return zipSync({ 'META-INF/container.xml': strToU8(container), 'score.xml': strToU8(score) });
}

/** A text in UTF-16, so that every byte that changes makes another letter. */
export function inSomeEncoding(text: string): Uint8Array {
  const bytes = new Uint8Array(2 + 2 * text.length);
  bytes.set([0xff, 0xfe]);
  [...text].forEach((letter, at) => (bytes[2 + 2 * at] = letter.charCodeAt(0)));
  return bytes;
}
