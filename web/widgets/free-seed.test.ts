import { expect, it } from 'vitest';
import { testScene } from '../../core/tests/scenes';
import { freeSeed } from './free-seed';

it('a new gust or drift has a seed that no other automation of the scene has', () => {
  const gust = (seed: number) => ({ automations: { strength: { kind: 'gust', seed } } });
  const field = (seed: number) => ({ settings: { kind: 'wind' }, actsAs: 'acceleration', ...gust(seed) });
  expect(freeSeed(testScene())).toBe(1);
  expect(freeSeed(testScene({ fields: [field(1), field(3)] }))).toBe(2);
  expect(freeSeed(testScene({ fields: [field(1), field(2)] }))).toBe(3);
});
