/**
 * What two people made of one thing, place by place. What is as it was is the same object in each: places are told apart
 * by identity.
 */

/** What was typed, with what became of the rest elsewhere since. */
export function merged(base: unknown, typed: unknown, fresh: unknown): unknown {
  if (typed === base) return fresh;
  const lists = alike(base, typed, fresh);
  if (lists) return lists.base.map((was, k) => merged(was, lists.typed[k], lists.fresh[k]));
  if (!isTree(base) || !isTree(typed) || !isTree(fresh)) return typed;
  const keys = new Set([...Object.keys(typed), ...Object.keys(fresh)]);
  const rows = [...keys].map((key) => [key, merged(base[key], typed[key], fresh[key])]);
  return Object.fromEntries(rows.filter(([, value]) => value !== undefined));
}

/** True where both changed the same place, each to something else: a person has to choose. */
export function clashes(base: unknown, typed: unknown, fresh: unknown): boolean {
  if (typed === base || fresh === base) return false;
  const lists = alike(base, typed, fresh);
  if (lists) return lists.base.some((was, k) => clashes(was, lists.typed[k], lists.fresh[k]));
  if (isTree(base) && isTree(typed) && isTree(fresh)) {
    const keys = new Set([...Object.keys(base), ...Object.keys(typed), ...Object.keys(fresh)]);
    return [...keys].some((key) => clashes(base[key], typed[key], fresh[key]));
  }
  return JSON.stringify(typed) !== JSON.stringify(fresh);
}

function isTree(value: unknown): value is Record<string, unknown> {
  return typeof value === "object" && value !== null && !Array.isArray(value);
}

/** Three lists of the same things in the same order, where nothing was added, taken away or moved in any of them. */
function alike(
  base: unknown,
  typed: unknown,
  fresh: unknown,
): { base: unknown[]; typed: unknown[]; fresh: unknown[] } | undefined {
  if (!Array.isArray(base) || !Array.isArray(typed) || !Array.isArray(fresh)) return undefined;
  const idOf = (item: unknown) => (isTree(item) ? item.id : undefined);
  const isOne = (list: unknown[]) =>
    list.length === base.length &&
    list.every((item, k) => idOf(item) !== undefined && idOf(item) === idOf(base[k]));
  return isOne(base) && isOne(typed) && isOne(fresh) ? { base, typed, fresh } : undefined;
}
