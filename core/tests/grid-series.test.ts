import { describe, expect, it } from 'vitest';
import { fields } from '../kinds/fields';
import type { VectorGrid } from '../lib/grids/vector-grid';
import { probe } from '../measure/probe';
import { whySilent } from '../measure/diagnose-field';
import { measureDelivery } from '../measure/delivery';
import { resourcesOf } from '../scene/resources';
import { simulationKey } from '../scene/simulation-key';
import type { Written } from '../scene/read';
import { runTo, testScene } from './scenes';

const hashOf = (n: number) => n.toString(16).padStart(64, '0');

/** A grid of 2 × 2 × 2 points, a metre wide, with a push along X that is the same everywhere. */
const even = (push: number): VectorGrid => ({
  counts: [2, 2, 2],
  origin: [-0.5, -0.5, -0.5],
  spacing: [1, 1, 1],
  vectors: Float32Array.from({ length: 24 }, (_, i) => (i % 3 === 0 ? push : 0)),
});

const assets = new Map([2, 6, 3].map((push, n) => [hashOf(n), even(push)] as const));

const scene = (more: Written = {}) =>
  testScene({
    emitter: { birth: { life: 9, speed: 0 } },
    fields: [{ settings: { kind: 'grid', from: 'file', file: hashOf(0), width: 1, height: 1, depth: 1 } }],
    ...({
      grids: [
        {
          ...{ hash: hashOf(0), name: 'g', counts: [2, 2, 2], series: [hashOf(1), hashOf(2)] },
          ...{ seriesStart: 10, framesEach: 8, ...more },
        },
      ],
    } as object),
  });

const pushAt = (of: ReturnType<typeof scene>, frame: number) =>
  probe(of, assets, frame, of.emitters[0]!, { position: [0.1, 0, 0], velocity: [0, 0, 0], mass: 1, drag: 0 }).total
    .acceleration[0];

describe('a series of grids', () => {
  it('has each at its frame, evenly between them, and the first and the last outside', () => {
    const held = scene();
    for (const [frame, push] of [
      [0, 2],
      [10, 2],
      [12, 3],
      [18, 6],
      [22, 4.5],
      [26, 3],
      [60, 3],
    ] as const)
      expect(pushAt(held, frame)).toBeCloseTo(push, 4);
  });

  it('repeats, or runs back and forth', () => {
    const round = scene({ outsideSeries: 'repeat' });
    for (const [frame, push] of [
      [26, 3],
      [30, 2.5],
      [34, 2],
      [2, 3],
    ] as const)
      expect(pushAt(round, frame)).toBeCloseTo(push, 4);
    const back = scene({ outsideSeries: 'to-and-fro' });
    for (const [frame, push] of [
      [26, 3],
      [34, 6],
      [42, 2],
      [50, 6],
    ] as const)
      expect(pushAt(back, frame)).toBeCloseTo(push, 4);
  });

  it('tells its memory, is part of what a simulation hangs on, and says when a file is missing', () => {
    const held = scene();
    const [field] = held.fields;
    const { grid } = fields.get('grid');
    expect(grid!.description(field!.settings, resourcesOf(held, assets))).toBe(
      '2 × 2 × 2 = 8 points, 0.00027 MB for 3 files',
    );
    expect(simulationKey(held)).not.toBe(simulationKey(scene({ framesEach: 9 })));
    const lost = new Map([...assets].slice(0, 2));
    expect(whySilent(held, field!, measureDelivery(runTo(held, 0)), 0, lost)?.words).toBe('its file is missing');
  });
});
