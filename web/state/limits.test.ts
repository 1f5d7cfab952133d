import { expect, it } from 'vitest';
import { setWithin } from './limits';

it('a limit that passes the other takes it along; other settings leave both alone', () => {
  const limits = { limited: false, floor: 1, ceiling: 5 };
  setWithin(limits, 'floor', 7);
  expect(limits).toEqual({ limited: false, floor: 7, ceiling: 7 });
  setWithin(limits, 'ceiling', 2);
  expect(limits).toEqual({ limited: false, floor: 2, ceiling: 2 });
  setWithin(limits, 'limited', true);
  expect(limits).toEqual({ limited: true, floor: 2, ceiling: 2 });
});
