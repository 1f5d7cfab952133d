import { describe, expect, it } from 'vitest';
import { pointOf } from '../kinds/bodies/body';
import { whyStill } from '../measure/diagnose-carrier';
import { motionOf } from '../document/keys/motion';
import { type Written, checkScene } from '../scene/read';
import { withoutEmitters } from '../scene/detach';
import type { Scene } from '../document/scene';
import { movedCarriers } from '../sim/step/precomputed-paths';
import { Simulation } from '../sim/step/simulation';
import { runTo, testScene } from './scenes';

const G = 9.80665;

/** A scene with one carrier `c`, and an emitter that stands on it and gives birth on every frame. */
const carried = (carrier: Written, more: Parameters<typeof testScene>[0] = {}) =>
  testScene({
    emitter: {
      transform: { carrier: 'c' },
      emission: [{ kind: 'rate', rate: 24 }],
      birth: { life: 0.03, speed: 0, drag: 0 },
    },
    carriers: [{ id: 'c', name: 'C', ...carrier }],
    ...more,
    time: { last: 240, ...more.time },
  });

const placeAt = (scene: Scene, frame: number) =>
  motionOf(movedCarriers(scene, new Map()), scene.carriers[0]!).at(frame).position;
const courseAt = (scene: Scene, frame: number) => {
  const carriers = movedCarriers(scene, new Map());
  return motionOf(carriers, carriers[0]!).at(frame).position;
};
const down = { settings: { kind: 'gravity', direction: [0, -1, 0] }, strength: G };

describe('a carrier that feels the fields', () => {
  it('falls as a particle of its mass and drag does, and what it carries goes with it', () => {
    const scene = carried(
      { motion: 'fields', springBack: 0, mass: 2, drag: 1 },
      { fields: [down, { settings: { kind: 'wind', direction: [1, 0, 0] }, strength: 2 }] },
    );
    const beside = testScene({
      emitter: { birth: { immortal: true, speed: 0, mass: 2, drag: 1 } },
      fields: [down, { settings: { kind: 'wind', direction: [1, 0, 0] }, strength: 2 }],
    });
    const { columns } = runTo(beside, 30).populations[0]!;
    const at = courseAt(scene, 30);
    expect(at[0]).toBeCloseTo(columns.x[0]!, 4);
    expect(at[1]).toBeCloseTo(columns.y[0]!, 4);
    const born = runTo(scene, 30).populations[0]!;
    const newest = born.birth.subarray(0, born.count).indexOf(Math.max(...born.birth.subarray(0, born.count)));
    expect(born.columns.y[newest]!).toBeCloseTo(at[1], 1);
    // Its own place stays what it was.
    expect(placeAt(scene, 30)).toEqual([0, 0, 0]);
  });

  it('comes to rest where its pull balances the fields: g/(2πf)² below its place (Hooke’s law)', () => {
    const scene = carried(
      { motion: 'fields', springBack: 1, damping: 1, drag: 0, transform: { position: [0, 3, 0] } },
      { fields: [down] },
    );
    expect(courseAt(scene, 240)[1]).toBeCloseTo(3 - G / (2 * Math.PI) ** 2, 4);
  });

  it('follows its own keys with a lag, and is not pushed by what it carries', () => {
    const scene = carried(
      {
        motion: 'fields',
        springBack: 1,
        damping: 1,
        keys: {
          'transform.position': [
            { frame: 0, value: [0, 0, 0], ease: 'linear' },
            { frame: 24, value: [4, 0, 0], ease: 'linear' },
          ],
        },
      },
      { fields: [{ ...down, transform: { carrier: 'c' } }] },
    );
    expect(courseAt(scene, 12)[0]).toBeLessThan(1.9);
    expect(courseAt(scene, 200)).toEqual([expect.closeTo(4, 4), 0, 0]);
  });

  it('feels one group of fields where one is named, and stands in the frame of its own carrier', () => {
    const inner = {
      motion: 'fields',
      springBack: 0,
      drag: 0,
      feels: 'lift',
      transform: { carrier: 'outer', position: [1, 0, 0] },
    };
    const scene = carried(
      {},
      {
        fields: [down, { ...down, group: 'lift', settings: { kind: 'gravity', direction: [0, 1, 0] }, strength: 2 }],
        groups: [{ id: 'lift', name: 'Lift' }],
        carriers: [
          { id: 'c', name: 'C', ...inner },
          { id: 'outer', name: 'Outer', transform: { position: [0, 5, 0], rotation: [0, 90, 0] } },
        ],
      },
    );
    const at = courseAt(scene, 24);
    expect(at[0]).toBeCloseTo(0, 5);
    expect(at[1]).toBeCloseTo(6, 1);
    expect(at[2]).toBeCloseTo(-1, 5);
  });
});

describe('a carrier that rides on a strand', () => {
  const meadow = (carrier: Written = {}) =>
    testScene({
      emitter: {
        shape: { kind: 'lattice', nx: 3, nz: 1 },
        emission: [{ kind: 'burst', count: 3, timing: 'start' }],
        birth: { immortal: true, speed: 0, drag: 1 },
        body: { kind: 'strands', points: 8 },
      },
      carriers: [{ id: 'c', name: 'C', motion: 'strand', strandOf: 'e', strand: 2, along: 100, ...carrier }],
      fields: [{ settings: { kind: 'turbulence', size: 0.6 }, strength: 3 }],
      time: { last: 60 },
    });

  it('is where that strand’s point is on every frame of the run, tip or between two points', () => {
    const run = new Simulation(meadow(), new Map());
    const half = meadow({ along: 50 });
    for (let frame = 1; frame <= 40; frame++) {
      run.advance();
      const { id, columns, count } = run.populations[0]!;
      const slot = (point: number) =>
        Array.from({ length: count }, (_, i) => i).find(
          (i) => Math.floor(id[i]! / 8) === 2 && pointOf(id[i]!, 8) === point,
        )!;
      expect(courseAt(meadow(), frame)).toEqual([columns.x[slot(7)], columns.y[slot(7)], columns.z[slot(7)]]);
      const middle = (columns.x[slot(3)]! + columns.x[slot(4)]!) / 2;
      expect(courseAt(half, frame)[0]).toBeCloseTo(middle, 6);
    }
  });

  it('stays at its own place where there is no such strand, and lets go of an emitter that is deleted', () => {
    expect(courseAt(meadow({ strand: 9, transform: { position: [7, 0, 0] } }), 10)).toEqual([7, 0, 0]);
    expect(withoutEmitters(meadow(), ['e']).carriers[0]!.strandOf).toBe('');
  });

  it('says why it stays where it is, and each fix mends', () => {
    const told = (scene: Scene) => whyStill(scene, scene.carriers[0]!);
    expect(told(meadow())).toBeUndefined();
    const beyond = meadow({ strand: 9 });
    expect(told(beyond)!.words).toBe('strand 9 does not exist: E makes 3');
    expect(told(told(beyond)!.fix!.change(beyond))).toBeUndefined();
    const none = meadow({ strandOf: '' });
    expect(told(none)!.words).toBe('no strand emitter is chosen');
    expect(told(told(none)!.fix!.change(none))).toBeUndefined();
    expect(told(carried({ motion: 'strand', strandOf: 'e' }, { emitter: {} }))!.words).toBe('E makes no strands');
    expect(told(carried({ motion: 'fields' }))!.words).toBe('the scene has no field to move it');
  });

  it('a strand that stands on the carrier itself is refused in words', () => {
    const scene = meadow();
    const circle = {
      ...scene,
      emitters: [{ ...scene.emitters[0]!, transform: { ...scene.emitters[0]!.transform, carrier: 'c' } }],
    };
    expect(checkScene(JSON.parse(JSON.stringify(circle)))[0]?.message).toMatch(
      /carriers\[0\]\.strandOf .*an emitter that is not attached to this carrier/,
    );
  });
});
