import { describe, expect, it } from 'vitest';
import { type Written, checkScene } from '../scene/read';
import type { Scene } from '../document/scene';
import { runTo, testScene } from './scenes';

const COUNT = 4000;

/** A still cloud in a box 4 m wide, and zones. */
const cloud = (zones: readonly Written[], fields: readonly Written[] = []): Scene =>
  testScene({
    emitter: {
      shape: { kind: 'box', width: 4, height: 1, depth: 1 },
      emission: [{ kind: 'burst', count: COUNT }],
      birth: { life: 99, speed: 0, drag: 0 },
    },
    fields,
    ...({ zones: zones.map((zone, i) => ({ id: `z${i}`, name: `Z${i}`, ...zone })) } as object),
  });

const slab = (inner: number, outer: number): Written => ({ kind: 'box', width: 0, height: 9, depth: 9, inner, outer });
const hard = { soft: 0, falloff: slab(1, 1) };

/** Places along X of the particles in each zone, at frame 0. */
function sorted(scene: Scene): Map<number, number[]> {
  const run = runTo(scene, 0);
  const zones = run.zonesOf(0);
  const found = new Map<number, number[]>();
  zones.forEach((zone, slot) => found.set(zone, [...(found.get(zone) ?? []), run.populations[0]!.columns.x[slot]!]));
  return found;
}

describe('zones', () => {
  it('with a hard border have exactly what lies within', () => {
    const found = sorted(cloud([hard]));
    expect(Math.max(...found.get(1)!.map(Math.abs))).toBeLessThan(1);
    expect(Math.min(...found.get(0)!.map(Math.abs))).toBeGreaterThanOrEqual(1);
    expect(found.get(1)!.length + found.get(0)!.length).toBe(COUNT);
  });

  it.each(['particle', 'noise'])('with a soft border by %s have as large a share as the falloff says', (dither) => {
    const scene = cloud([{ falloff: slab(0, 2), curve: { kind: 'linear' }, dither, patch: 0.05 }]);
    const { count, columns } = runTo(scene, 0).populations[0]!;
    const zones = runTo(scene, 0).zonesOf(0);
    // Falloff 1 − |x|/2, in strips of a quarter of a metre.
    for (let strip = 0; strip < 8; strip++) {
      const [low, high] = [strip / 4, (strip + 1) / 4];
      const within = Array.from({ length: count }, (_, i) => i).filter(
        (i) => Math.abs(columns.x[i]!) >= low && Math.abs(columns.x[i]!) < high,
      );
      const share = within.filter((i) => zones[i] === 1).length / within.length;
      expect(Math.abs(share - (1 - (low + high) / 4))).toBeLessThan(0.1);
    }
  });

  it('that overlap give a particle to the stronger, whatever their order', () => {
    const left = { ...hard, transform: { position: [-0.5, 0, 0] } };
    const strong = { ...hard, transform: { position: [0.5, 0, 0] }, strength: 2 };
    for (const [zones, number] of [
      [[left, strong], 2],
      [[strong, left], 1],
    ] as const) {
      // prettier-ignore
      const found = sorted(cloud(zones));
      expect(Math.min(...found.get(number)!)).toBeCloseTo(-0.5, 1);
      expect(Math.max(...found.get(3 - number)!)).toBeCloseTo(-0.5, 1);
    }
  });

  it('sort out what comes into them: it dies, or thins out by the falloff', () => {
    const emptied = runTo(cloud([{ ...hard, effect: 'remove' }]), 1).populations[0]!;
    expect(Math.min(...Array.from(emptied.columns.x.subarray(0, emptied.count), Math.abs))).toBeGreaterThanOrEqual(1);
    const thinned = runTo(cloud([{ effect: 'remove', strength: 0.25, falloff: { kind: 'everywhere' } }]), 24)
      .populations[0]!;
    // A quarter is out, and no more as time goes on.
    expect(thinned.count / COUNT).toBeCloseTo(0.75, 1);
  });

  it('are of no account where they are off, or not sent to', () => {
    expect(sorted(cloud([{ ...hard, on: false }])).get(1)).toBeUndefined();
    expect(sorted(cloud([{ ...hard, sends: { e: 0 } }])).get(1)).toBeUndefined();
  });

  it('let a field act on those in them alone, or on all others', () => {
    const push = (side: string): Written => ({
      settings: { kind: 'wind', direction: [0, 1, 0] },
      actsAs: 'acceleration',
      strength: 1,
      modulators: [{ kind: 'zone', zone: 'z0', side }],
    });
    for (const side of ['inside', 'outside']) {
      const { count, columns } = runTo(cloud([hard], [push(side)]), 4).populations[0]!;
      for (let i = 0; i < count; i++)
        expect(columns.vy[i]! > 0).toBe(Math.abs(columns.x[i]!) < 1 === (side === 'inside'));
    }
  });

  it('stay with their particles in a draft, and on any number of slices', () => {
    const scene = cloud([{ falloff: slab(0, 2), curve: { kind: 'linear' } }]);
    const run = runTo(scene, 0);
    const byId = new Map(Array.from(run.zonesOf(0), (zone, slot) => [run.populations[0]!.id[slot]!, zone]));
    const again = runTo(scene, 5);
    again.zonesOf(0).forEach((zone, slot) => expect(zone).toBe(byId.get(again.populations[0]!.id[slot]!)));
  });

  it('that are not sound are refused in words', () => {
    const scene = JSON.parse(JSON.stringify(cloud([hard]))) as { zones: Written[] } & Written;
    const messages = (zone: Written, fields: Written[] = []) =>
      checkScene({ ...scene, zones: [{ ...scene.zones[0], ...zone }], fields }).map((f) => f.message);
    expect(messages({})).toEqual([]);
    expect(messages({ soft: 120 })).toEqual(['zones[0].soft is 120. Use a number from 0 to 100 %.']);
    const field = {
      id: 'f',
      name: 'F',
      settings: { kind: 'gravity' },
      modulators: [{ kind: 'zone', zone: 'nowhere' }],
    };
    expect(messages({}, [field])[0]).toMatch(
      /fields\[0\]\.modulators\[0\]\.zone .*nowhere.*. Use the id of one of the scene’s zones/,
    );
  });
});
