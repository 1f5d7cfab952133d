import { describe, expect, it } from 'vitest';
import { masks } from '../kinds/masks';
import { compileMask } from '../kinds/masks/mask';
import { keptByMasks } from '../measure/kept-by-masks';
import { meshSources } from '../kinds/meshes';
import { hollowness } from '../lib/meshes/hollows';
import { completeScene, type Written } from '../scene/read';
import type { Scene } from '../document/scene';
import { birthPlace } from '../kinds/emitter-shapes/shape';
import { runTo } from './scenes';
import { NO_RESOURCES } from './no-resources';

const DIALS = { names: ['level'], at: (frame: number) => [frame / 10] };
const SOURCE = { stream: 5, resources: NO_RESOURCES, surface: undefined, fps: 24, dials: DIALS };

/** The chance that a mask gives a place. */
function chance(kind: string, values: object, place: object, time = 0): number {
  const source = { values: masks.defaults(kind, values as never), ...SOURCE };
  return compileMask(masks.get(kind), source)({ ...birthPlace(), ...place }, time);
}

/** A mount with one emitter on it. */
function onMount(emitter: Written, detail = 60): Scene {
  return completeScene({
    name: 'Mount',
    time: { fps: 24, last: 100 },
    meshes: [{ id: 'mount', name: 'Mount', source: { kind: 'terrain', detail, size: 8, mount: 2, relief: 0.6 } }],
    emitters: [
      {
        id: 'e',
        name: 'E',
        shape: { kind: 'mesh', mesh: 'mount' },
        emission: [{ kind: 'burst', count: 4000 }],
        birth: { speed: 0, life: 1000 },
        ...emitter,
      },
    ],
  });
}

const born = (scene: Scene) => runTo(scene, 0).populations[0]!;

describe('the contrast of a noise mask', () => {
  const levels = (contrast: number) => {
    const kind = masks.get('noise');
    const value = kind.measures.value({ values: masks.defaults('noise', { contrast }), ...SOURCE });
    return Array.from({ length: 400 }, (_, i) => value({ ...birthPlace(), x: i / 7, z: i / 11 }, 0));
  };

  it('steepens its levels about the middle, until there are only patches and gaps', () => {
    const plain = levels(1);
    expect(Math.max(...plain) - Math.min(...plain)).toBeGreaterThan(0.4);
    levels(2).forEach((level, i) => {
      // Levels at an end may have been beyond it.
      if (plain[i]! > 0 && plain[i]! < 1) expect(level).toBeCloseTo(Math.min(1, Math.max(0, 2 * plain[i]! - 0.5)), 9);
    });
    const patches = levels(1000);
    expect(patches.filter((level) => level > 0 && level < 1).length).toBeLessThan(10);
    expect(new Set(levels(0))).toEqual(new Set([0.5]));
  });
});

describe('masks', () => {
  it('limits with ramps: 0 outside, 1 inside, a half half-way up the ramp; inverted the other way round', () => {
    const values = { low: -1, high: 3, lowRamp: 0.5, highRamp: 0.5 };
    const at = (y: number, more = {}) => chance('height', { ...values, ...more }, { y });
    expect([-1.01, 3.01].map((y) => at(y))).toEqual([0, 0]);
    expect([-0.5, 1, 2.5].map((y) => at(y))).toEqual([1, 1, 1]);
    expect(at(-0.75)).toBeCloseTo(0.5, 12);
    expect(at(1, { invert: true })).toBe(0);
    expect(at(9, { invert: true })).toBe(1);
    // Ramps wider than the range meet in its middle.
    expect(at(1, { lowRamp: 100, highRamp: 100 })).toBe(1);
    // Each limit has its own: with 1 to 3 the range of 4 is shared at 0.
    expect([-0.75, 2.9].map((y) => at(y, { highRamp: 0 }))).toEqual([expect.closeTo(0.5, 12), 1]);
    expect(at(0, { lowRamp: 10, highRamp: 30 })).toBe(1);
    expect(at(1.5, { lowRamp: 10, highRamp: 30 })).toBeCloseTo(0.5, 12);
  });

  it('thin nothing out at a limit where there is nothing beyond: full on the flat, thinner where it is steep', () => {
    const values = { low: 0, high: 40, lowRamp: 10, highRamp: 20 };
    const at = (degrees: number) => chance('slope', values, { ny: Math.cos((degrees * Math.PI) / 180) });
    expect([0, 1, 10].map(at)).toEqual([1, 1, 1]);
    expect(at(30)).toBeCloseTo(0.5, 9);
    expect(at(41)).toBe(0);
  });

  it('thin nothing out while they are new', () => {
    for (const { kind } of masks.list)
      for (const place of [
        {},
        { x: 3, y: -2, z: 1, ny: -0.4 },
        { y: 4, ny: 1, shade: 1, u: 0.3, v: 0.9 },
        { shade: 0 },
      ])
        expect(chance(kind, {}, place), kind).toBe(1);
  });

  it('slope is the angle to level: of the smooth surface, or of the flat face', () => {
    const wall = { ny: 0, flatY: 1 };
    expect(chance('slope', { low: 80, high: 100 }, wall)).toBe(1);
    expect(chance('slope', { low: 80, high: 100, flat: true }, wall)).toBe(0);
    const lean = { ny: Math.cos(Math.PI / 6), flatY: 0 };
    expect(chance('slope', { low: 29.9, high: 30.1 }, lean)).toBe(1);
  });

  it('between two depths, only in hollows, softly bounded: every particle of the mount is where it should be', () => {
    const scene = onMount({
      masks: [
        { kind: 'height', low: -0.2, high: 1.2, lowRamp: 0.2, highRamp: 0.2 },
        { kind: 'hollows', width: 1.2, low: 0.02, high: 9, lowRamp: 0.03, highRamp: 0.03 },
      ],
    });
    const { columns, count } = born(scene);
    expect(count).toBe(4000);
    const mesh = meshSources.get('terrain').build(scene.meshes[0]!.source, new Map())!;
    const depths = hollowness(mesh, 1.2);
    const cell = 8 / 60;
    const depthAt = (x: number, z: number) => {
      // The corner nearest on the grid; the depth is smooth over a cell.
      const i = Math.round((z + 4) / cell);
      const j = Math.round((x + 4) / cell);
      return depths[j * 61 + i]!;
    };
    let inHollows = 0;
    for (let k = 0; k < count; k++) {
      expect(columns.y[k]).toBeGreaterThanOrEqual(-0.2);
      expect(columns.y[k]).toBeLessThanOrEqual(1.2);
      if (depthAt(columns.x[k]!, columns.z[k]!) > 0) inHollows++;
    }
    expect(inHollows / count).toBeGreaterThan(0.97);
    // Softly bounded: births thin out towards the limit, where a hard one would have as many as before it.
    const near = (low: number, high: number) =>
      [...columns.y.slice(0, count)].filter((y) => y >= low && y < high).length;
    expect(near(-0.2, -0.15)).toBeLessThan(0.35 * near(-0.05, 0));
  });

  it('keep count finds another place for what is refused; thin out leaves it out; both keep the same particles', () => {
    const half: Written[] = [{ kind: 'height', low: 0.3, high: 99 }];
    const kept = born(onMount({ masks: half }));
    const thinned = born(onMount({ masks: half, rejectedBirths: 'drop' }));
    expect(kept.count).toBe(4000);
    expect(thinned.count).toBeLessThan(3000);
    expect(thinned.count).toBeGreaterThan(500);
    const at = new Map(Array.from({ length: kept.count }, (_, i) => [kept.id[i]!, kept.columns.x[i]!]));
    for (let i = 0; i < thinned.count; i++) expect(at.get(thinned.id[i]!)).toBe(thinned.columns.x[i]);
  });

  it.each(['try-again', 'drop'] as const)(
    'are told by how many births they leave: %s, as many as a run has',
    (rejectedBirths) => {
      // Some ten in a thousand places.
      const scene = onMount({ masks: [{ kind: 'height', low: 1.2, high: 1.27 }], rejectedBirths });
      const { places, births } = keptByMasks(scene, scene.emitters[0]!, new Map())!;
      expect(places).toBeGreaterThan(0.003);
      expect(places).toBeLessThan(0.03);
      if (rejectedBirths === 'drop') expect(births).toBeCloseTo(places, 9);
      const { count } = born(scene);
      expect(count / 4000 / births).toBeGreaterThan(0.7);
      expect(count / 4000 / births).toBeLessThan(1.4);
    },
  );

  it('several multiply: of a half and a half a quarter is left', () => {
    const noise = (seed: number): Written => ({
      kind: 'noise',
      size: 0.3,
      octaves: 1,
      low: 0.5,
      high: 1,
      seed,
    });
    const share = (masksOf: Written[]) => born(onMount({ masks: masksOf, rejectedBirths: 'drop' })).count / 4000;
    expect(share([noise(1)])).toBeCloseTo(0.5, 1);
    expect(share([noise(1), noise(2)])).toBeCloseTo(0.25, 1);
  });

  it('a coarse mesh shows no steps: slopes and heights are interpolated, unless flat faces are asked for', () => {
    const steps = (flat: boolean) => {
      const { measures } = masks.get('slope');
      const scene = onMount({}, 6);
      const mesh = meshSources.get('terrain').build(scene.meshes[0]!.source, new Map())!;
      const values = masks.defaults('slope', { flat });
      const value = measures.value({ ...SOURCE, values, surface: mesh });
      return value;
    };
    const smooth = new Set<number>();
    const flat = new Set<number>();
    for (let i = 0; i <= 20; i++) {
      const place = { ...birthPlace(), ny: Math.cos(0.3 + 0.01 * i), flatY: Math.cos(0.3 + 0.2 * Math.floor(i / 10)) };
      smooth.add(steps(false)(place, 0));
      flat.add(steps(true)(place, 0));
    }
    expect(smooth.size).toBe(21);
    expect(flat.size).toBe(3);
  });

  it('mesh colours and textures are read as brightness', () => {
    expect(chance('colours', { low: 0.5, high: 1 }, { shade: 0.7 })).toBe(1);
    expect(chance('colours', { low: 0.5, high: 1 }, { shade: 0.2 })).toBe(0);
    const black = { width: 1, height: 1, levels: Uint8Array.of(0) };
    const source = {
      ...SOURCE,
      values: masks.defaults('texture', { pattern: 'image', image: 'b'.repeat(64), low: 0.5 }),
      resources: { ...NO_RESOURCES, image: () => black },
    };
    expect(compileMask(masks.get('texture'), source)(birthPlace(), 0)).toBe(0);
  });

  it('a formula of the place, its normal, the time and the dials', () => {
    const hard = { low: 0.5, high: 9 };
    expect(chance('formula', { ...hard, formula: 'x + ny' }, { x: 0.2, ny: 0.4 })).toBe(1);
    expect(chance('formula', { ...hard, formula: 'x + ny' }, { x: 0.2, ny: 0.2 })).toBe(0);
    expect(chance('formula', { ...hard, formula: 'x < time' }, { x: 1 }, 2)).toBe(1);
    expect(chance('formula', { ...hard, formula: 'level' }, {}, 1)).toBe(1);
    expect(chance('formula', { ...hard, formula: 'level' }, {}, 0.1)).toBe(0);
  });

  it('a formula that can’t be read takes no birth, and says why', () => {
    expect(chance('formula', { formula: 'x +' }, {})).toBe(0);
    expect(chance('formula', { formula: 'x +', lowRamp: 0.2, invert: true }, {})).toBe(0);
    expect(masks.get('formula').broken!({ values: { formula: 'hight' }, dials: DIALS })).toMatch(
      /its formula can’t be read: “hight” is not a known name/,
    );
    const scene = onMount({ masks: [{ kind: 'formula', formula: 'mod(4 × x, 1) < 0.5', low: 0.5, high: 1 }] });
    const { count, columns } = runTo(scene, 0).populations[0]!;
    expect(count).toBeGreaterThan(3000);
    for (let i = 0; i < count; i++) expect((((4 * columns.x[i]!) % 1) + 1) % 1).toBeLessThan(0.5 + 1e-5);
  });
});
