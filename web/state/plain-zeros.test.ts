import { expect, it } from 'vitest';
import { plainZeros } from './plain-zeros';

it('a −0 becomes 0 wherever it is, as in a scene that is saved and opened', () => {
  const odd = { transform: { position: [1, -0, 0] }, strength: -0, name: 'F', none: null };
  const plain = plainZeros(odd);
  expect(Object.is(plain.strength, 0)).toBe(true);
  expect(plain.transform.position.map((n) => Object.is(n, -0))).toEqual([false, false, false]);
  expect(Array.isArray(plain.transform.position)).toBe(true);
  expect(JSON.stringify(plain)).toBe(JSON.stringify(odd));
});

it('a value without one is the same object, and so are its parts', () => {
  const sound = { a: { b: [1, 2] }, c: 0 };
  expect(plainZeros(sound)).toBe(sound);
  const mixed = { a: { b: [1, 2] }, c: -0 };
  expect(plainZeros(mixed).a).toBe(mixed.a);
});

it('parts that are those of before are not looked through', () => {
  const before = { looked: { at: -0 }, c: 1 };
  const after = { ...before, c: -0 };
  expect(plainZeros(after, before).looked).toBe(before.looked);
});
