const numbers = new WeakMap<object, number>();
let last = 0;

/** A number for an object that no other has: what an order is made from is told apart by it. */
export function identity(of: object): number {
  let number = numbers.get(of);
  if (number === undefined) numbers.set(of, (number = ++last));
  return number;
}
