const numbers = new WeakMap<object, number>();
let last = 0;

/** A number for an object, the same for the same object: a short key for what it holds. */
export function identity(held: object): number {
  const known = numbers.get(held);
  if (known !== undefined) return known;
  last += 1;
  numbers.set(held, last);
  return last;
}
