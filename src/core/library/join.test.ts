import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { join, same } from './join.ts';

const FIELDS = ['a', 'b', 'c'] as const;
type Small = Partial<Record<(typeof FIELDS)[number], number>>;

/** Every record of three fields, each absent, 1 or 2: small enough to try all of them together. */
const ALL: readonly Small[] = [0, 1, 2].flatMap((a) =>
  [0, 1, 2].flatMap((b) => [0, 1, 2].map((c) => ({ ...(a && { a }), ...(b && { b }), ...(c && { c }) }))),
);

describe('joining two changes of one record', () => {
  it('is, field by field, what a hand would do: every case of three fields', () => {
    for (const base of ALL) {
      for (const theirs of ALL) {
        for (const mine of ALL) {
          const fields = FIELDS.map((name) => {
            const [before, there, here] = [base[name], theirs[name], mine[name]];
            if (here === before || here === there) return there;
            return there === before ? here : 'clash';
          });
          const joined = join(base, theirs, mine);
          expect('clash' in joined).toBe(fields.includes('clash'));
          if ('clash' in joined) expect(fields[FIELDS.indexOf(joined.clash[0] as 'a')]).toBe('clash');
          else expect(FIELDS.map((name) => (joined.value as Small)[name])).toEqual(fields);
          const forced = join(base, theirs, mine, undefined, 'mine');
          if (!('value' in forced)) throw new Error('preferring one side never clashes');
          FIELDS.forEach((name, k) => {
            expect((forced.value as Small)[name]).toBe(fields[k] === 'clash' ? mine[name] : fields[k]);
          });
        }
      }
    }
  });

  it('takes a place that is one thing as a whole', () => {
    const [base, theirs, mine] = [{ p: { x: 1, y: 1 } }, { p: { x: 2, y: 1 } }, { p: { x: 1, y: 2 } }];
    expect(join(base, theirs, mine)).toEqual({ value: { p: { x: 2, y: 2 } } });
    expect(join(base, theirs, mine, (path) => path[0] === 'p')).toEqual({ clash: ['p'] });
  });

  it('joins lists entry by entry: added on both sides, deleted where the other left it', () => {
    const list = (...ids: string[]) => ids.map((id) => ({ id, n: 0 }));
    expect(join(list('a', 'b'), list('a', 'b', 'c'), list('x', 'a', 'b'))).toEqual({ value: list('x', 'a', 'b', 'c') });
    expect(join(list('a', 'b', 'c'), list('a', 'c'), list('a', 'b', 'c', 'd'))).toEqual({ value: list('a', 'c', 'd') });
    expect(join(list('a', 'b', 'c'), list('a', 'b', 'c', 'd'), list('c', 'b', 'a'))).toEqual({
      value: list('c', 'd', 'b', 'a'),
    });
    // Deleted there, changed here: that is for the teacher to say.
    expect(
      join(list('a', 'b'), list('a'), [
        { id: 'a', n: 0 },
        { id: 'b', n: 5 },
      ]),
    ).toEqual({ clash: ['b'] });
    // Two entries under one id have no identity: the list is one thing.
    expect(join(list('a'), list('a', 'a'), list('a', 'b'))).toEqual({ clash: [] });
    expect(join([1, 2], [1, 2, 3], [0, 1, 2])).toEqual({ clash: [] });
  });

  it('keeps every entry either side added and loses none the other kept, in any order', () => {
    const ids = fc.uniqueArray(fc.constantFrom('a', 'b', 'c', 'd', 'e', 'f'), { maxLength: 6 });
    fc.assert(
      fc.property(ids, ids, ids, (base, theirs, mine) => {
        const [b, t, m] = [base, theirs, mine].map((list) => list.map((id) => ({ id })));
        const joined = join(b, t, m);
        if (!('value' in joined)) throw new Error('entries that are not changed cannot clash');
        const now = (joined.value as { id: string }[]).map(({ id }) => id);
        const wanted = [...new Set([...theirs, ...mine])].filter(
          (id) => (theirs.includes(id) && mine.includes(id)) || !base.includes(id),
        );
        expect([...now].sort()).toEqual(wanted.sort());
      }),
      { numRuns: 300 },
    );
  });

  it('knows equal values, a field left out being the same as one that is undefined', () => {
    expect(same({ a: [1, { b: 2 }] }, { a: [1, { b: 2 }], c: undefined })).toBe(true);
    expect(same({ a: [1, 2] }, { a: [2, 1] })).toBe(false);
    expect(same({ a: 1 }, { a: 1, b: 0 })).toBe(false);
    expect(same([], {})).toBe(false);
    expect(same(null, undefined)).toBe(false);
  });
});
