import { expect, it } from 'vitest';
import { isSimulated } from './simulated';

it('the most of a shot is known once all of its frames are simulated, and not while they are made again', () => {
  expect(isSimulated([[0, 60]], 0, 60)).toBe(true);
  expect(isSimulated([[-48, 200]], 0, 60)).toBe(true);
  expect(isSimulated([[0, 1]], 0, 60)).toBe(false);
  expect(
    isSimulated(
      [
        [0, 30],
        [32, 60],
      ],
      0,
      60,
    ),
  ).toBe(false);
  expect(isSimulated([], 0, 60)).toBe(false);
});
