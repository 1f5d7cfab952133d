import { describe, expect, it } from 'vitest';
import { testScene } from '../../core/tests/scenes';
import { Simulation } from '../../core/sim/step/simulation';
import { snapshot, type Frame } from '../../engine/frame';
import { bytesOf } from '../../engine/joined-frame';
import { FrameCache } from './frame-cache';

const frame = (n: number, count = 0, share = 1): Frame => {
  const simulation = new Simulation(testScene({ emitter: { emission: [{ kind: 'burst', count }] } }), new Map());
  return { ...snapshot(simulation, share), frame: n };
};

const seconds = (at: number) => at / 24;

it('the cache tells its spans, and what is still coming', () => {
  const cache = new FrameCache(seconds);
  cache.expect(0);
  for (const n of [0, 1, 2, 5]) expect(cache.add(frame(n))).toBe(true);
  expect(cache.spans()).toEqual([
    [0, 2],
    [5, 5],
  ]);
  expect([cache.isComing(5), cache.isComing(6)]).toEqual([false, true]);
  cache.expectNone();
  expect(cache.isComing(7)).toBe(false);
  cache.clear();
  expect(cache.spans()).toEqual([]);
});

it('the peak of each emitter counts all particles, also where a draft was simulated', () => {
  const cache = new FrameCache(seconds);
  cache.add(frame(0, 10, 0.1));
  cache.add(frame(1, 30, 0.1));
  cache.add(frame(2, 20, 0.1));
  expect(cache.peaks).toEqual([{ count: 300, frame: 1 }]);
  cache.clear();
  expect(cache.peaks).toEqual([]);
});

const bytesIn = ({ buffer, byteOffset, byteLength }: ArrayBufferView) => Buffer.from(buffer, byteOffset, byteLength);

describe('where the memory for frames is used up', () => {
  const scene = testScene({
    emitter: {
      shape: { kind: 'ball' },
      emission: [{ kind: 'rate', rate: 48_000 }],
      birth: { life: 0.4, lifeVariance: 0.3, speed: 1, sizeVariance: 0.5 },
    },
    fields: [{ settings: { kind: 'turbulence' }, strength: 3 }],
  });
  const frames = (() => {
    const simulation = new Simulation(scene, new Map());
    const made: Frame[] = [];
    for (let n = 0; n < 24; n++) {
      simulation.advance();
      made.push(snapshot(simulation, 1));
    }
    return made;
  })();

  it('frames are reduced to about 16 bytes a particle, and look as they did', () => {
    const cache = new FrameCache(seconds, 0);
    for (const one of frames) cache.add(one);
    const particles = frames.reduce((n, { emitters }) => n + emitters[0]!.count, 0);
    // The rest is what particles keep all their life, once for all frames.
    const whole = frames.reduce((sum, one) => sum + bytesOf(one), 0);
    expect(whole / particles).toBeGreaterThan(47);
    const born = frames.at(-1)!.emitters[0]!.born;
    expect(cache.used).toBeLessThan(16 * particles + 100 * born);
    for (const one of frames) {
      const [is, was] = [cache.get(one.frame)!.emitters[0]!, one.emitters[0]!];
      // Compared as bytes: an assertion a number would take seconds.
      const same = (a: ArrayBufferView, b: ArrayBufferView) => Buffer.compare(bytesIn(a), bytesIn(b)) === 0;
      expect(same(is.id, was.id)).toBe(true);
      for (const name of ['life', 'size', 'mass', 'drag'] as const)
        expect(same(is.columns[name], was.columns[name])).toBe(true);
      for (const name of ['x', 'y', 'z', 'vx', 'vy', 'vz'] as const) {
        const reach = Math.max(...was.columns[name]) - Math.min(...was.columns[name]);
        const off = Math.max(...was.columns[name].map((value, i) => Math.abs(value - is.columns[name][i]!)));
        expect(off).toBeLessThan((0.51 * reach) / 65_535 + 1e-6);
      }
      expect(Math.max(...was.age.map((value, i) => Math.abs(value - is.age[i]!)))).toBeLessThan(1e-4);
      expect({ ...cache.get(one.frame)!, emitters: [] }).toEqual({ ...one, emitters: [] });
    }
  });

  it('more of them are held before it says so; with less memory those far from the playhead go', () => {
    const budget = 4 * bytesOf(frames.at(-1)!);
    const cache = new FrameCache(seconds, budget);
    const held = frames.findIndex((one) => !cache.add(one));
    expect(held).toBeGreaterThan(6);
    expect(cache.used).toBeLessThan(1.2 * budget);
    cache.setBudget(budget / 2, 3);
    expect(cache.used).toBeLessThanOrEqual(budget / 2);
    expect(cache.has(3)).toBe(true);
    expect(cache.has(held)).toBe(false);
  });

  it('a particle that has changed for good is held as it was on each frame', () => {
    const cache = new FrameCache(seconds, 0);
    const [first] = frames;
    const columns = first!.emitters[0]!.columns;
    const smaller = { ...columns, size: columns.size.map((size) => size / 2) };
    cache.add(first!);
    cache.add({
      ...first!,
      frame: 2,
      emitters: [{ ...first!.emitters[0]!, columns: smaller, age: first!.emitters[0]!.age.map((age) => age + 1 / 24) }],
    });
    expect(cache.get(first!.frame)!.emitters[0]!.columns.size).toEqual(columns.size);
    expect(cache.get(2)!.emitters[0]!.columns.size).toEqual(smaller.size);
  });
});
