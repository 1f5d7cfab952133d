import { expect, it } from 'vitest';
import { stretched, stretchedHandle, stretchOf, unstretched } from './stretched';

it('a handle of a stretched shape lies where its number is, and a metre there is less of that number', () => {
  const handle = { parameter: 'radius', at: [1, 0, 0], axis: [1, 0, 0], perMetre: 1 } as const;
  expect(stretchedHandle(handle, [4, 1, 1])).toEqual({
    parameter: 'radius',
    at: [4, 0, 0],
    axis: [1, 0, 0],
    perMetre: 0.25,
  });
  expect(stretchedHandle(handle, [0, 1, 1])).toEqual({ ...handle, at: [0, 0, 0] });
});

it('points go there and back, but for what is pressed flat', () => {
  expect(unstretched(stretched([1, 2, 3], [2, 0.5, 4]), [2, 0.5, 4])).toEqual([1, 2, 3]);
  expect(unstretched([1, 2, 3], [0, 1, 1])).toEqual([1, 2, 3]);
  expect([stretchOf({ stretch: [1, 2, 3] }), stretchOf({})]).toEqual([
    [1, 2, 3],
    [1, 1, 1],
  ]);
});
