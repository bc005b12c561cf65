/** Reading and writing a place of the job by its path, such as `circuits[0].lights[1].label_w`. */

type Key = string | number;

function keys(path: string): Key[] {
  return path
    .replaceAll("]", "")
    .split(/[.[]/)
    .map((key) => (/^\d+$/.test(key) ? Number(key) : key));
}

// biome-ignore lint/suspicious/noExplicitAny: a path leads into any part of the document
type Tree = any;

export function getAt(tree: Tree, path: string): unknown {
  return keys(path).reduce((node, key) => node?.[key], tree);
}

/** A copy of the tree with one place changed; `undefined` takes it out. */
export function setAt<T>(tree: T, path: string, value: unknown): T {
  const [first, ...rest] = keys(path);
  return put(tree, first as Key, rest, value);
}

function put(tree: Tree, key: Key, rest: Key[], value: unknown): Tree {
  const copy = Array.isArray(tree) ? [...tree] : { ...tree };
  const [next, ...more] = rest;
  if (next !== undefined) {
    // A number begins a list.
    const fresh = typeof next === "number" ? [] : {};
    copy[key] = put(copy[key] ?? fresh, next, more, value);
  } else if (value === undefined) {
    if (Array.isArray(copy)) copy.splice(Number(key), 1);
    else delete copy[key];
  } else {
    copy[key] = value;
  }
  // Places of a list before the first that is said: nothing is said there.
  return Array.isArray(copy) ? Array.from(copy, (place) => place ?? {}) : copy;
}
