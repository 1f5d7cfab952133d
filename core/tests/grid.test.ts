import { measureDelivery } from '../measure/delivery';
import { describe, expect, it } from 'vitest';
import { fields } from '../kinds/fields';
import { latticeOf } from '../kinds/fields/grid';
import { Simulation } from '../sim/step/simulation';
import { gridLookup, pointsIn, type VectorGrid } from '../lib/grids/vector-grid';
import { probe } from '../measure/probe';
import { whySilent } from '../measure/diagnose-field';
import { type Vector, mapVector } from '../lib/math/vector';
import { uniform } from '../lib/random/lookup';
import { type Written, checkScene } from '../scene/read';
import { dissolve } from '../scene/detach';
import { runTo, testScene } from './scenes';
import { NO_RESOURCES } from './no-resources';

/** A grid over [0, 1]³ with so many points a side, from a function. */
function gridOf(n: number, at: (x: number, y: number, z: number) => Vector): VectorGrid {
  const vectors = new Float32Array(3 * n ** 3);
  for (let i = 0; i < n ** 3; i++)
    vectors.set(at((i % n) / (n - 1), (Math.floor(i / n) % n) / (n - 1), Math.floor(i / (n * n)) / (n - 1)), 3 * i);
  return { counts: [n, n, n], origin: [0, 0, 0], spacing: [1 / (n - 1), 1 / (n - 1), 1 / (n - 1)], vectors };
}

function lookUp(
  grid: VectorGrid,
  cubic: boolean,
  [x, y, z]: Vector,
  edges: 'nothing' | 'edge-value' | 'tile' = 'nothing',
): number[] {
  const out = new Float64Array(3);
  const k = grid.counts[0] - 1;
  gridLookup(grid, cubic, edges)(x * k, y * k, z * k, out);
  return [...out];
}

const GUSTS: Written[] = [
  {
    id: 'a',
    name: 'A',
    group: 'g',
    settings: { kind: 'turbulence', size: 1.4, noise: 'simplex' },
    strength: 1,
    actsAs: 'acceleration',
  },
  {
    id: 'b',
    name: 'B',
    group: 'g',
    settings: { kind: 'vortex', swirl: 'smooth', radius: 0.8 },
    strength: 2,
    actsAs: 'acceleration',
    falloff: { kind: 'everywhere' },
  },
];

/** A group of two smooth fields, muted, and a grid that is filled from it. */
const scene = (settings: Written, over: Written = {}, group: Written = {}) =>
  testScene({
    groups: [{ id: 'g', name: 'G', mute: true, ...group }],
    fields: [
      ...GUSTS,
      {
        id: 'grid',
        name: 'Grid',
        settings: { kind: 'grid', group: 'g', width: 2, height: 2, depth: 2, ...settings },
        strength: 1,
        ...over,
      },
    ],
  });

const particle = { velocity: [0, 0, 0], mass: 1, drag: 0 } as const;
const total = (s: ReturnType<typeof scene>, position: Vector) =>
  probe(s, new Map(), 0, s.emitters[0]!, { ...particle, position }).total.acceleration;

describe('lookup between the points of a grid', () => {
  it('trilinear is exact for what is linear along each axis, tricubic for what is quadratic (interpolation theory)', () => {
    const linear = gridOf(5, (x, y, z) => [2 * x - y, x * y * z, 1 - z]);
    const quadratic = gridOf(9, (x, y, z) => [x * x - y, y * y + x * z, z * z]);
    const p: Vector = [0.41, 0.57, 0.36];
    lookUp(linear, false, p).forEach((n, i) =>
      expect(n).toBeCloseTo([2 * p[0] - p[1], p[0] * p[1] * p[2], 1 - p[2]][i]!, 6),
    );
    lookUp(quadratic, true, p).forEach((n, i) =>
      expect(n).toBeCloseTo([p[0] ** 2 - p[1], p[1] ** 2 + p[0] * p[2], p[2] ** 2][i]!, 6),
    );
  });

  it('beyond its edges: nothing, the edge’s own, or over again', () => {
    const grid = gridOf(5, (x) => [x, 0, 0]);
    expect(lookUp(grid, false, [1.2, 0.5, 0.5])[0]).toBe(0);
    expect(lookUp(grid, false, [1.2, 0.5, 0.5], 'edge-value')[0]).toBe(1);
    expect(lookUp(grid, false, [-3, 0.5, 0.5], 'edge-value')[0]).toBe(0);
    // Five points repeat after five steps of a quarter.
    expect(lookUp(grid, false, [0.3 + 1.25, 0.5, 0.5], 'tile')[0]).toBeCloseTo(0.3, 6);
    expect(lookUp(grid, true, [0.3 - 2.5, 0.5, 0.5], 'tile')[0]).toBeCloseTo(
      lookUp(grid, true, [0.3, 0.5, 0.5], 'tile')[0]!,
      6,
    );
  });

  it.each([
    ['trilinear', 'linear', 2],
    ['tricubic', 'cubic', 3],
  ])('filled from a group, its error falls with the cell size: %s by order %d', (_name, lookup, order) => {
    const exact = scene({}, { mute: true }, { mute: false });
    const error = (cell: number) => {
      const filled = scene({ cell, lookup });
      let squares = 0;
      for (let i = 0; i < 60; i++) {
        const p = mapVector([1, 2, 3], (axis) => 1.2 * (uniform(9, i, axis) - 0.5));
        const [a, b] = [total(exact, p), total(filled, p)];
        squares += a.reduce((sum, n, k) => sum + (n - b[k]!) ** 2, 0);
      }
      return Math.sqrt(squares / 60);
    };
    const [coarse, fine] = [error(0.2), error(0.1)];
    expect(fine).toBeLessThan(0.05);
    expect(Math.log2(coarse / fine)).toBeGreaterThan(order - 0.35);
  });
});

describe('the flow grid', () => {
  it('reads its group whether that is muted or not, in its own turned frame, and keeps out of itself', () => {
    const p: Vector = [0.2, 0.1, -0.3];
    const exact = total(scene({}, { mute: true }, { mute: false }), p);
    const turned = total(scene({ cell: 0.05, lookup: 'cubic' }, { transform: { rotation: [20, 50, 10] } }), p);
    turned.forEach((n, i) => expect(n).toBeCloseTo(exact[i]!, 2));
    const within = testScene({
      groups: [{ id: 'g', name: 'G' }],
      fields: [
        ...GUSTS,
        { id: 'grid', name: 'Grid', group: 'g', settings: { kind: 'grid', group: 'g' }, actsAs: 'acceleration' },
      ],
    });
    expect(total(within, p).every(Number.isFinite)).toBe(true);
  });

  it('is filled anew after an edit of its source', () => {
    const before = total(scene({}), [0.3, 0, 0]);
    const edited = scene({});
    const louder = { ...edited, fields: edited.fields.map((f) => (f.id === 'b' ? { ...f, strength: 8 } : f)) };
    expect(Math.hypot(...total(louder, [0.3, 0, 0]))).toBeGreaterThan(1.5 * Math.hypot(...before));
  });

  it('lets go of a group that is taken away, and so does a zone that reads it', () => {
    const zone = { id: 'z', name: 'Z', falloff: { kind: 'ball' }, modulators: [{ kind: 'group', group: 'g' }] };
    const whole = testScene({
      groups: [{ id: 'g', name: 'G' }],
      fields: [...GUSTS, { id: 'grid', name: 'Grid', settings: { kind: 'grid', group: 'g' } }],
      ...({ zones: [zone] } as object),
    });
    const left = dissolve(whole, 'g');
    expect(left.fields.find((f) => f.id === 'grid')!.settings['group']).toBe('');
    expect(left.zones[0]!.modulators[0]!['group']).toBe('');
    expect(checkScene(JSON.parse(JSON.stringify(left)))).toEqual([]);
    // A zone that reads a group of the other state of the desk is sound.
    const kept = { fields: whole.fields, groups: whole.groups, desk: whole.desk };
    expect(checkScene(JSON.parse(JSON.stringify({ ...left, zones: whole.zones, keptDesk: kept })))).toEqual([]);
    expect(checkScene(JSON.parse(JSON.stringify({ ...left, zones: whole.zones })))).toHaveLength(1);
  });

  it('tells how many points any cell would make, without making them', () => {
    const settings = scene({ cell: 1e-6 }).fields[2]!.settings as never;
    expect(pointsIn(latticeOf(settings))).toBeGreaterThan(1e18);
  });

  it('says what it lacks: a group, members, a file, a coarser cell', () => {
    const why = (settings: Written, group = 'g') => {
      const s = testScene({
        emitter: { birth: { life: 9, speed: 0 } },
        groups: [
          { id: 'g', name: 'G', mute: true },
          { id: 'empty', name: 'Empty' },
        ],
        fields: [...GUSTS, { id: 'grid', name: 'Grid', settings: { kind: 'grid', group, ...settings } }],
      });
      return whySilent(s, s.fields[2]!, measureDelivery(runTo(s, 0)), 0, new Map())?.words;
    };
    expect(why({}, '')).toBe('no group is chosen that it is filled from');
    expect(why({}, 'empty')).toBe('the group it is filled from is empty');
    expect(why({ from: 'file' })).toBe('no file is chosen');
    expect(why({ from: 'file', file: 'a'.repeat(64) })).toBe('its file is missing');
    expect(why({ cell: 0.001 })).toMatch(/^it would have 2001 × 2001 × 2001 points. The limit is 2097152/);
    expect(why({})).toBeUndefined();
  });
});

describe('a grid that is sampled again', () => {
  /** A wind along X that grows by 1 m/s² every 10 frames, in a group, and a grid that is filled from it. */
  const growing = (settings: Written): ReturnType<typeof scene> =>
    testScene({
      groups: [{ id: 'g', name: 'G', mute: true }],
      fields: [
        {
          id: 'w',
          name: 'W',
          group: 'g',
          settings: { kind: 'wind' },
          actsAs: 'acceleration',
          strength: 0,
          keys: {
            strength: [
              { frame: 0, value: 0, ease: 'linear' },
              { frame: 100, value: 10, ease: 'linear' },
            ],
          },
        },
        {
          id: 'grid',
          name: 'Grid',
          settings: { kind: 'grid', group: 'g', width: 2, height: 2, depth: 2, cell: 0.5, ...settings },
          strength: 1,
        },
      ],
    });
  const at = (s: ReturnType<typeof scene>, frame: number) =>
    probe(s, new Map(), frame, s.emitters[0]!, { ...particle, position: [0.3, 0.1, -0.2] }).total.acceleration[0];

  it('is as the group was at each sample, and evenly between them; before the first as the first', () => {
    const every = growing({ at: 8, every: 12 });
    for (const frame of [8, 20, 32]) expect(at(every, frame)).toBeCloseTo(frame / 10, 5);
    for (const frame of [11, 26, 29.5]) expect(at(every, frame)).toBeCloseTo(frame / 10, 5);
    expect(at(every, 0)).toBeCloseTo(0.8, 5);
    // Sampled once, it stays.
    for (const frame of [0, 8, 50]) expect(at(growing({ at: 8 }), frame)).toBeCloseTo(0.8, 5);
  });

  it('misses what happens between its samples, as a group that turns and comes back shows', () => {
    const turning = growing({ at: 0, every: 50 });
    const [wind, grid] = turning.fields;
    const strength = [0, 25, 50].map((frame) => ({ frame, value: frame === 25 ? 9 : 1, ease: 'linear' as const }));
    const scenery = { ...turning, fields: [{ ...wind!, keys: { strength } }, grid!] };
    for (const frame of [0, 10, 25, 40]) expect(at(scenery, frame)).toBeCloseTo(1, 5);
  });

  it('gives a run the same bits from its start and from any frame between, and tells its memory', () => {
    const every = growing({ every: 6 });
    const whole = runTo(every, 30).populations[0]!.columns.x[0]!;
    const run = runTo(every, 17);
    const kept = run.keep();
    runTo(every, 5);
    const on = new Simulation(every, new Map(), { from: kept });
    while (on.frame < 30) on.advance();
    expect(whole).toBeGreaterThan(0);
    expect(on.populations[0]!.columns.x[0]).toBe(whole);
    const { grid } = fields.get('grid');
    const words = (settings: Written) => grid!.description(fields.defaults('grid', settings), NO_RESOURCES);
    expect(words({ cell: 0.02 })).toBe('101 × 101 × 101 = 1030301 points, 12 MB');
    expect(words({ cell: 0.02, every: 4 })).toBe('101 × 101 × 101 = 1030301 points, 24 MB for 2 samples');
  });
});
