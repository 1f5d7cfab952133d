import { GLTFLoader } from 'three/addons/loaders/GLTFLoader.js';
import { USDAParser } from 'three/addons/loaders/usd/USDAParser.js';
import type { BufferAttribute, Points } from 'three';
import { describe, expect, it } from 'vitest';
import { Simulation } from '../core/sim/step/simulation';
import { runTo, testScene } from '../core/tests/scenes';
import { snapshot } from '../engine/frame';
import { tablesOf, type ParticleTable } from './particles';
import { particlesGlb } from './particles-gltf';
import { strandRows } from '../core/kinds/bodies/curves';
import { primName, UsdaWriter } from './particles-usda';
import { curveSourcesOf } from './usd-curves';

const scene = testScene({
  emitter: { emission: [{ kind: 'rate', rate: 100 }], birth: { life: 0.7, speed: 1, spread: 180, sizeVariance: 0.01 } },
});
const tablesAt = (run: Simulation): ParticleTable[] => tablesOf(snapshot(run, 1).emitters, ['Vent mouth']);

it('binary glTF is read by the reader of three.js: every number of every particle, under its emitter', async () => {
  const tables = tablesAt(runTo(scene, 24));
  const [table] = tables;
  const empty = { ...table!, emitter: 'nobody', id: new Uint32Array(0) };
  const read = await new GLTFLoader().parseAsync(particlesGlb([...tables, empty]).buffer, '');
  expect(read.scene.children).toHaveLength(1);
  const points = read.scene.children[0] as Points;
  expect([points.type, points.userData['name'] ?? points.name]).toEqual(['Points', 'Vent mouth']);
  const attribute = (name: string) => points.geometry.getAttribute(name) as BufferAttribute;
  const count = table!.id.length;
  expect(count).toBeGreaterThan(50);
  expect(attribute('position').count).toBe(count);
  for (let i = 0; i < count; i++) {
    const { x, y, z, vx, vy, vz, size, life } = table!.columns;
    expect([0, 1, 2].map((c) => attribute('position').getComponent(i, c))).toEqual([x[i], y[i], z[i]]);
    expect([0, 1, 2].map((c) => attribute('_velocity').getComponent(i, c))).toEqual([vx[i], vy[i], vz[i]]);
    expect(attribute('_id_high').getX(i) * 65536 + attribute('_id_low').getX(i)).toBe(table!.id[i]);
    expect([attribute('_age').getX(i), attribute('_life').getX(i), attribute('_size').getX(i)]).toEqual([
      table!.age[i],
      life[i],
      size[i],
    ]);
  }
  expect((await new GLTFLoader().parseAsync(particlesGlb([empty]).buffer, '')).scene.children).toHaveLength(0);
});

type Read = { readonly [key: string]: Read & string };

/** Numbers of a text of USD, in order. */
const numbersIn = (text: string): number[] =>
  [...text.matchAll(/-?\d+(?:\.\d+)?(?:e[+-]?\d+)?/g)].map(([n]) => Number(n));

describe('USD in text', () => {
  const run = new Simulation(scene, new Map());
  const writer = new UsdaWriter({ fps: 24, from: 0, through: 20 }, ['Vent mouth', '2nd']);
  const frames: ParticleTable[] = [];
  for (let frame = 0; frame <= 20; frame++) {
    if (frame > 0) run.advance();
    const [table] = tablesAt(run);
    frames.push(table!);
    writer.add(frame, [table!, { ...table!, id: new Uint32Array(0) }]);
  }
  const text = [...writer.text()].join('');

  it('is read by the reader of three.js: time samples of places, numbers that stay, velocities and widths', () => {
    const root = new USDAParser().parseText(text) as unknown as Read;
    const points = root['def Xform "Particles"']!['def Points "Vent_mouth"']!;
    const samples = (name: string) => points[`${name}.timeSamples`]!;
    for (const [frame, table] of frames.entries()) {
      const order = [...table.id.keys()].toSorted((a, b) => table.id[a]! - table.id[b]!);
      const { x, y, z, vx, vy, vz, size } = table.columns;
      const at = (name: string) => numbersIn(String(samples(name)[String(frame)]));
      expect(at('int64[] ids')).toEqual(order.map((i) => table.id[i]));
      expect(at('point3f[] points')).toEqual(order.flatMap((i) => [x[i], y[i], z[i]]));
      expect(at('vector3f[] velocities')).toEqual(order.flatMap((i) => [vx[i], vy[i], vz[i]]));
      expect(at('float[] widths')).toEqual(order.map((i) => size[i]));
    }
    expect(root['def Xform "Particles"']!['def Points "_2nd"']).toBeDefined();
  });

  it('holds strands and trails as linear curves: root first, and from where a particle is back through where it was', () => {
    const bent = testScene({
      emitter: {
        shape: { kind: 'lattice', nx: 2, nz: 1 },
        emission: [{ kind: 'burst', count: 2, frame: 0 }],
        body: { kind: 'strands', points: 4 },
        addedLooks: [{ kind: 'trail', length: 2 }],
        birth: { immortal: true, speed: 0 },
      },
      fields: [{ settings: { kind: 'wind' }, strength: 1 }],
    });
    const sources = curveSourcesOf(bent, new Map());
    expect(sources).toEqual([{ strand: 4, trail: { length: 2, every: 1 } }]);
    const moved = new Simulation(bent, new Map());
    const curves = new UsdaWriter({ fps: 24, from: 0, through: 3 }, ['Kelp'], sources);
    const kept: ParticleTable[] = [];
    for (let frame = 0; frame <= 3; frame++) {
      if (frame > 0) moved.advance();
      const [table] = tablesAt(moved);
      kept.push(table!);
      curves.add(frame, [table!]);
    }
    const root = new USDAParser().parseText([...curves.text()].join('')) as unknown as Read;
    const read = (prim: string, name: string, frame: number) =>
      numbersIn(
        String(root['def Xform "Particles"']![`def BasisCurves "${prim}"`]![`${name}.timeSamples`]![String(frame)]),
      );
    expect(read('Kelp_strands', 'int[] curveVertexCounts', 3)).toEqual([4, 4]);
    const at = (frame: number, slot: number) =>
      (['x', 'y', 'z'] as const).map((axis) => kept[frame]!.columns[axis][slot]!);
    const rows = strandRows(kept[3]!.id, kept[3]!.id.length, 4);
    expect(read('Kelp_strands', 'point3f[] points', 3)).toEqual(rows.flat().flatMap((slot) => at(3, slot)));
    // The first frame has no frame before it; later ones as many as the trail is long.
    expect(read('Kelp_trails', 'int[] curveVertexCounts', 0)).toEqual([]);
    expect(read('Kelp_trails', 'int[] curveVertexCounts', 3)).toEqual(new Array(8).fill(3));
    const slot = [...kept[3]!.id.keys()].toSorted((a, b) => kept[3]!.id[a]! - kept[3]!.id[b]!)[0]!;
    const was = (frame: number) => at(frame, kept[frame]!.id.indexOf(kept[3]!.id[slot]!));
    expect(read('Kelp_trails', 'point3f[] points', 3).slice(0, 9)).toEqual([...was(3), ...was(2), ...was(1)]);
  });

  it('tells its rate, range, unit and axis, and closes what it opens', () => {
    expect(text.startsWith('#usda 1.0\n(')).toBe(true);
    for (const said of [
      'startTimeCode = 0',
      'endTimeCode = 20',
      'timeCodesPerSecond = 24',
      'metersPerUnit = 1',
      'upAxis = "Y"',
    ])
      expect(text).toContain(said);
    for (const [open, close] of [
      ['{', '}'],
      ['(', ')'],
      ['[', ']'],
    ] as const)
      expect(text.split(open)).toHaveLength(text.split(close).length);
  });

  it('names prims as the grammar allows, each by its own', () => {
    expect(primName('Vent mouth', new Set())).toBe('Vent_mouth');
    expect(primName('2 vents', new Set())).toBe('_2_vents');
    expect(primName('', new Set())).toBe('_');
    expect(primName('a', new Set(['a', 'a_2']))).toBe('a_3');
  });
});
