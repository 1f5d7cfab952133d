import { expect, it } from 'vitest';
import { firstAutomation } from './first-automation';

const range = (sort: string, value: number, usual: readonly [number, number]) => {
  const { outputMin, outputMax } = firstAutomation(sort, value, usual);
  return [outputMin, outputMax];
};

it('a new automation swings enough to be seen: by half of the value, or over half of the usual span about 0', () => {
  expect(range('fields', 4, [0, 100])).toEqual([2, 6]);
  expect(range('fields', -2, [-5, 5])).toEqual([-3, -1]);
  expect(range('fields', 0, [0, 1])).toEqual([-0.25, 0.25]);
});

it('a dial swings over its whole span, wherever it stands', () => expect(range('dials', 0.1, [0, 1])).toEqual([0, 1]));
