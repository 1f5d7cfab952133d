import { expect, it } from 'vitest';
import { examples } from '../../../core/examples';
import { runTo } from '../../../core/tests/scenes';
import { snapshot } from '../../../engine/frame';
import { thinned } from './thinned';

const plume = snapshot(runTo(examples.find(({ slug }) => slug === 'vent-plume')!.scene, 24), 1).emitters[0]!;

it('a part of the particles is a random one, the same from frame to frame, and a smaller one lies within it', () => {
  expect(plume.count).toBeGreaterThan(1000);
  const ids = (part: number) => [...thinned(plume, part).id];
  const half = ids(0.5);
  expect(half.length / plume.count).toBeGreaterThan(0.45);
  expect(half.length / plume.count).toBeLessThan(0.55);
  const within = new Set(half);
  expect(ids(0.2).every((id) => within.has(id))).toBe(true);
  expect(thinned(plume, 1)).toBe(plume);
});

it('every column has the values of its particles, and columns that are empty stay empty', () => {
  const { columns, id, age, count, zone, tint } = thinned(plume, 0.3);
  const slots = [...id].map((one) => plume.id.indexOf(one));
  expect(count).toBe(slots.length);
  expect([...columns.x]).toEqual(slots.map((slot) => plume.columns.x[slot]));
  expect([...columns.size]).toEqual(slots.map((slot) => plume.columns.size[slot]));
  expect([...age]).toEqual(slots.map((slot) => plume.age[slot]));
  expect(columns.x).toBe(columns.x);
  expect([zone.length, tint.length, columns.qx.length]).toEqual(
    [plume.zone.length, plume.tint.length, plume.columns.qx.length].map((length) => (length === 0 ? 0 : count)),
  );
});
