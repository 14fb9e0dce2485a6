type Json = unknown;
type JsonObject = Record<string, Json>;

/** A place both sides changed differently. */
export interface Conflict {
  /** Members and ids that lead to it. */
  path: string[];
  /** What stands there on my side; undefined where it was taken out. */
  mine: unknown;
  /** The same on the other side. */
  theirs: unknown;
}

export interface Merge<T> {
  /** Both sides' changes together. */
  merged: T;
  /** Where the sides do not agree; `merged` holds mine there. */
  conflicts: Conflict[];
}

/**
 * Three-way merge of two documents that grew from `base`. What only one side changed is taken; what both
 * changed alike is kept; the rest is named in `conflicts`. Lists of things with an `id` are merged by id. A measurement
 * is one thing, whatever it consists of, and what is measured stands over what is only assumed; so is what became of
 * another sort (readings taken another way, another kind of layer).
 */
export function merge<T>(base: T, mine: T, theirs: T): Merge<T> {
  const conflicts: Conflict[] = [];
  return { merged: mergeAt([], base, mine, theirs, conflicts) as T, conflicts };
}

function mergeAt(path: string[], base: Json, mine: Json, theirs: Json, conflicts: Conflict[]): Json {
  if (same(mine, theirs) || same(base, theirs)) return mine;
  if (same(base, mine)) return theirs;
  if (isObject(mine) && isObject(theirs) && mine.basis !== theirs.basis)
    return mine.basis === 'measured' ? mine : theirs;
  if (isObject(base) && isObject(mine) && isObject(theirs) && alikeEnough(mine, theirs))
    return mergeObjects(path, base, mine, theirs, conflicts);
  if (isKeyed(base) && isKeyed(mine) && isKeyed(theirs))
    return mergeLists(path, base, mine, theirs, conflicts);
  conflicts.push({ path, mine, theirs });
  return mine;
}

/** Whether two objects may be put together member by member. */
const alikeEnough = (mine: JsonObject, theirs: JsonObject): boolean =>
  mine.basis === undefined && mine.by === theirs.by && mine.role === theirs.role;

function mergeObjects(
  path: string[],
  base: JsonObject,
  mine: JsonObject,
  theirs: JsonObject,
  conflicts: Conflict[],
): Json {
  const out: JsonObject = {};
  for (const key of new Set([...Object.keys(mine), ...Object.keys(theirs)])) {
    const value = mergeAt([...path, key], base[key], mine[key], theirs[key], conflicts);
    if (value !== undefined) out[key] = value;
  }
  return out;
}

function mergeLists(
  path: string[],
  base: Keyed[],
  mine: Keyed[],
  theirs: Keyed[],
  conflicts: Conflict[],
): Json {
  const find = (list: Keyed[], id: string) => list.find(item => item.id === id);
  const order = sameOrder(base, mine) ? [...theirs, ...mine] : [...mine, ...theirs];
  const out: Json[] = [];
  for (const id of new Set(order.map(item => item.id))) {
    const value = mergeAt([...path, id], find(base, id), find(mine, id), find(theirs, id), conflicts);
    if (value !== undefined) out.push(value);
  }
  return out;
}

type Keyed = JsonObject & { id: string };

const isObject = (v: Json): v is JsonObject => typeof v === 'object' && v !== null && !Array.isArray(v);
const isKeyed = (v: Json): v is Keyed[] =>
  Array.isArray(v) && v.every(item => isObject(item) && typeof item.id === 'string');
const sameOrder = (a: Keyed[], b: Keyed[]) =>
  a.length === b.length && a.every((item, i) => item.id === b[i]!.id);

/** Deep equality of JSON values, without regard to the order of keys. */
export function same(a: Json, b: Json): boolean {
  if (a === b) return true;
  if (Array.isArray(a) && Array.isArray(b))
    return a.length === b.length && a.every((item, i) => same(item, b[i]));
  if (!isObject(a) || !isObject(b)) return false;
  const keys = Object.keys(a);
  return keys.length === Object.keys(b).length && keys.every(key => key in b && same(a[key], b[key]));
}
