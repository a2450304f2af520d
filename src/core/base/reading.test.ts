import { describe, expect, it } from 'vitest';
import { z } from 'zod';
import { parseJson, readOutside } from './reading.ts';

const Size = z.strictObject({ name: z.string().max(3), length: z.number().int().min(100) });
const Thing = z.strictObject({
  kind: z.enum(['a', 'b']),
  size: Size.optional(),
  list: z.array(z.number()).max(2).default([]),
  when: z.iso.datetime().optional(),
  either: z.union([z.enum(['x']), Size], { error: 'Say x, or a size.' }).optional(),
});

/** How the validator speaks for itself: none of it may reach a teacher. */
const VALIDATOR = /Invalid|expected|received|Unrecognized|Too (small|big)/;

describe('reading from outside', () => {
  it.each([
    [{}, 'kind', '“kind” is missing.'],
    [{ kind: 'c' }, 'kind', '“kind” must be one of: a, b.'],
    [{ kind: 'a', size: { name: 'long', length: 200 } }, 'size.name', '“size.name” must have at most 3 letters.'],
    [{ kind: 'a', size: { name: 'x', length: 1.5 } }, 'size.length', '“size.length” must be a whole number.'],
    [{ kind: 'a', size: { name: 'x', length: 5 } }, 'size.length', '“size.length” must be at least 100.'],
    [
      { kind: 'a', size: { name: 'x', length: 200, a: 442 } },
      'size.a',
      '“size” has no field “a”. Its fields are: name, length.',
    ],
    [{ kind: 'a', list: [1, 'two'] }, 'list.1', '“list” entry 2 must be a number.'],
    [{ kind: 'a', list: [1, 2, 3] }, 'list', '“list” must have at most 2 entries.'],
    [{ kind: 'a', when: 'today' }, 'when', '“when” must be a date and time such as 2026-03-01T10:00:00Z.'],
    [{ kind: 'a', either: 'y' }, 'either', 'Say x, or a size.'],
    [{ kind: 'a', either: { name: 'x', length: 5 } }, 'either.length', '“either.length” must be at least 100.'],
    [7, '', 'This must be an object in braces.'],
    [{ kind: 'a', other: 1 }, 'other', 'This has no field “other”. Its fields are: kind, size, list, when, either.'],
  ])('%j: %s', (value, path, message) => {
    const read = readOutside(Thing, value);
    expect(read.ok).toBe(false);
    if (read.ok) return;
    expect(read.refusal).toMatchObject({ code: 'unreadable', path, message });
    expect(read.refusal.message).not.toMatch(VALIDATOR);
  });

  it('gives what is right, defaults filled in', () => {
    expect(readOutside(Thing, { kind: 'a' })).toEqual({ ok: true, value: { kind: 'a', list: [] } });
  });

  it('ignores a byte-order mark before JSON', () => {
    expect(parseJson('\uFEFF[1]')).toEqual({ value: [1] });
    expect(parseJson('[1')).toBeUndefined();
  });
});
