/** A plain object of a record. */
type Fields = Readonly<Record<string, unknown>>;

/** Whose value is taken where both sides changed the same place; where left out, the two are told apart as a clash. */
export type Prefer = 'mine' | 'theirs';

/** What joining gives: the joined value, or the first place that both sides changed differently. */
export type Joining = { readonly value: unknown } | { readonly clash: readonly string[] };

/** Entries of a list are the same entry when the first of these fields they all have is equal. */
const IDENTIFIED_BY = ['id', 'assignment', 'instrument'] as const;

/**
 * Three-way merge: what `mine` changed since `base`, laid on `theirs`, which others may have changed since `base` too.
 * Objects are joined field by field, lists of identified entries entry by entry, everything else as a whole.
 * The same change made on both sides is one change.
 *
 * @param whole says of a place (its path) that it is compared and taken as a whole.
 * @returns the joined value, or `clash`: the path of the first place that both changed, in different ways.
 * @example join({ a: 1, b: 1 }, { a: 2, b: 1 }, { a: 1, b: 3 }) // { value: { a: 2, b: 3 } }
 */
export function join(
  base: unknown,
  theirs: unknown,
  mine: unknown,
  whole: (path: readonly string[]) => boolean = () => false,
  prefer?: Prefer,
  path: readonly string[] = [],
): Joining {
  if (same(mine, base) || same(mine, theirs)) return { value: theirs };
  if (same(theirs, base)) return { value: mine };
  if (!whole(path)) {
    if (isFields(theirs) && isFields(mine)) {
      return joinFields(isFields(base) ? base : {}, theirs, mine, whole, prefer, path);
    }
    const lists = [base, theirs, mine].map(byIdentity);
    const [before, there, here] = lists;
    if (before && there && here) return joinLists(before, there, here, whole, prefer, path);
  }
  if (prefer === undefined) return { clash: path };
  return { value: prefer === 'mine' ? mine : theirs };
}

function joinFields(
  base: Fields,
  theirs: Fields,
  mine: Fields,
  whole: (path: readonly string[]) => boolean,
  prefer: Prefer | undefined,
  path: readonly string[],
): Joining {
  const joined: Record<string, unknown> = {};
  for (const name of new Set([...Object.keys(theirs), ...Object.keys(mine)])) {
    const one = join(base[name], theirs[name], mine[name], whole, prefer, [...path, name]);
    if ('clash' in one) return one;
    if (one.value !== undefined) joined[name] = one.value;
  }
  return { value: joined };
}

type Entries = ReadonlyMap<string, unknown>;

/** An entry deleted on one side goes when the other left it as it was; the order is the side's that changed it, mine first. */
function joinLists(
  base: Entries,
  theirs: Entries,
  mine: Entries,
  whole: (path: readonly string[]) => boolean,
  prefer: Prefer | undefined,
  path: readonly string[],
): Joining {
  const kept = new Map<string, unknown>();
  for (const id of new Set([...theirs.keys(), ...mine.keys()])) {
    const one = join(base.get(id), theirs.get(id), mine.get(id), whole, prefer, [...path, id]);
    if ('clash' in one) return one;
    if (one.value !== undefined) kept.set(id, one.value);
  }
  const reordered = !sameOrder(base, mine);
  const [first, second] = reordered ? [mine, theirs] : [theirs, mine];
  return { value: orderOf(first, second).flatMap((id) => (kept.has(id) ? [kept.get(id)] : [])) };
}

/** All ids, in the order of the first list; what only the second has comes after the entry it follows there. */
function orderOf(first: Entries, second: Entries): string[] {
  const order = [...first.keys()];
  let before: string | undefined;
  for (const id of second.keys()) {
    if (!first.has(id)) order.splice(before === undefined ? 0 : order.indexOf(before) + 1, 0, id);
    before = id;
  }
  return order;
}

function sameOrder(base: Entries, mine: Entries): boolean {
  const common = [...base.keys()].filter((id) => mine.has(id));
  const now = [...mine.keys()].filter((id) => base.has(id));
  return common.every((id, place) => now[place] === id);
}

/** A list by the identity of its entries; `undefined` where they have none, or two share one. */
function byIdentity(list: unknown): Entries | undefined {
  if (list === undefined) return new Map();
  if (!Array.isArray(list)) return undefined;
  const field = IDENTIFIED_BY.find((name) => list.every((one) => isFields(one) && typeof one[name] === 'string'));
  if (field === undefined) return undefined;
  const entries = new Map(list.map((one: Fields) => [String(one[field]), one]));
  return entries.size === list.length ? entries : undefined;
}

function isFields(value: unknown): value is Fields {
  return typeof value === 'object' && value !== null && Object.getPrototypeOf(value) === Object.prototype;
}

/**
 * True when two values read from records are equal; a field that is `undefined` is one that is not there.
 *
 * @example same({ a: 1 }, { a: 1, b: undefined }) // true
 */
export function same(a: unknown, b: unknown): boolean {
  if (Object.is(a, b)) return true;
  if (Array.isArray(a)) {
    return Array.isArray(b) && a.length === b.length && a.every((one, place) => same(one, b[place]));
  }
  if (!isFields(a) || !isFields(b)) return false;
  return [...new Set([...Object.keys(a), ...Object.keys(b)])].every((name) => same(a[name], b[name]));
}
