import fc from 'fast-check';

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
