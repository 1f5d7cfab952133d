import { describe, expect, it } from 'vitest';
import { probe } from '../measure/probe';
import { mapVector, type Vector } from '../lib/math/vector';
import { boxAroundColliders } from '../measure/fit';
import { withFlowAround } from '../scene/around-colliders';
import { checkScene, completeGroup, type Written } from '../scene/read';
import { Simulation } from '../sim/step/simulation';
import { testScene } from './scenes';

const ball: Written = { id: 'c', name: 'Ball', shape: { kind: 'ball', radius: 0.5 }, response: { kind: 'slide' } };

/** A wind of 1 m/s along X in a muted group, and a grid that leads it around colliders. */
const windAround = (colliders: readonly Written[], settings: Written = {}, field: Written = {}, more: Written = {}) =>
  testScene({
    groups: [{ id: 'g', name: 'G', mute: true }],
    colliders,
    fields: [
      { id: 'w', name: 'W', group: 'g', settings: { kind: 'wind', direction: [1, 0, 0] }, actsAs: 'flow', strength: 1 },
      {
        id: 'grid',
        name: 'Grid',
        actsAs: 'flow',
        settings: { kind: 'grid', group: 'g', width: 2, height: 2, depth: 2, cell: 0.08, around: true, ...settings },
        ...field,
      },
    ],
    ...more,
  });

const particle = { velocity: [0, 0, 0], mass: 1, drag: 1 } as const;
const mediumAt = (scene: ReturnType<typeof testScene>, position: Vector, frame = 0) =>
  probe(scene, new Map(), frame, scene.emitters[0]!, { ...particle, position }).total.medium;

/** Potential flow of 1 m/s along X round a ball of half a metre. */
function roundBall([x, y, z]: Vector): Vector {
  const r = Math.hypot(x, y, z);
  const q = 0.5 ** 3 / (2 * r ** 3);
  return [1 + q - (3 * q * x * x) / r ** 2, (-3 * q * x * y) / r ** 2, (-3 * q * x * z) / r ** 2];
}

const near = (found: Vector, wanted: Vector, by: number) =>
  expect(Math.hypot(...found.map((n, a) => n - wanted[a]!))).toBeLessThan(by);

describe('leading a field around the colliders', () => {
  const scene = testScene({
    colliders: [ball, { id: 'p', name: 'Floor', shape: { kind: 'plane' }, transform: { position: [0, -3, 0] } }],
    fields: [
      { id: 'w', settings: { kind: 'wind', direction: [1, 0, 0] }, actsAs: 'flow', strength: 1, sends: { e: 0.5 } },
      { id: 'v', settings: { kind: 'vortex' }, actsAs: 'flow', strength: 0 },
    ],
  });
  const box = boxAroundColliders(scene, new Map())!;

  it('fits a box round a ball and as far as the flow differs, and none to a floor without end', () => {
    expect(box.centre).toEqual([0, 0, 0]);
    box.sides.forEach((side) => expect(side).toBeCloseTo(3, 6));
    expect(boxAroundColliders({ ...scene, colliders: scene.colliders.slice(1) }, new Map())).toBeUndefined();
  });

  it('takes a collider’s whole way into the box', () => {
    const keys = {
      'transform.position': [0, 48].map((frame) => ({ frame, value: [frame / 24, 0, 0], ease: 'linear' })),
    };
    const moving = testScene({ colliders: [{ ...ball, keys }], time: { last: 48 } });
    expect(boxAroundColliders(moving, new Map())).toMatchObject({ centre: [1, 0, 0] });
  });

  it('mutes it, and has a grid act in its place, with its sends: around the ball, and as it was beyond the box', () => {
    const led = withFlowAround(scene, 'fields', 'w', box);
    expect(checkScene(JSON.parse(JSON.stringify(led)))).toEqual([]);
    const made = led.fields.find((f) => f.settings.kind === 'grid')!;
    expect(led.groups.find((g) => g.id === made.settings['group'])).toMatchObject({ mute: true });
    expect(made.sends).toEqual({ e: 0.5 });
    for (const p of [
      [-0.7, 0.1, 0],
      [0, 0.65, 0],
    ] as const)
      near(
        mediumAt(led, p),
        mapVector(roundBall(p), (n) => n / 2),
        0.03,
      );
    for (const p of [
      [5, 1, 2],
      [-1.6, 0, 0],
    ] as const)
      near(mediumAt(led, p), [0.5, 0, 0], 1e-6);
  });

  it('leads a whole group, that stays a group', () => {
    const grouped = { ...scene, groups: [completeGroup({ id: 'g', name: 'G' })] };
    const inGroup = { ...grouped, fields: scene.fields.map((f) => ({ ...f, group: 'g' })) };
    const led = withFlowAround(inGroup, 'groups', 'g', box);
    expect(led.groups).toHaveLength(1);
    expect(led.fields.map(({ id, group }) => [id, group])).toEqual([
      ['w', 'g'],
      ['v', 'g'],
      [led.fields[2]!.id, ''],
    ]);
    expect(Math.abs(mediumAt(led, [-0.52, 0, 0])[0])).toBeLessThan(0.2);
  });
});

describe('a flow grid around colliders', () => {
  const places: Vector[] = [
    [-0.7, 0.1, 0],
    [0, 0.65, 0],
    [0.3, -0.4, 0.5],
    [0.8, 0.2, -0.3],
  ];

  it('is potential flow round a ball, wherever ball and grid stand and however the grid is turned', () => {
    const scene = windAround([ball]);
    for (const p of places) near(mediumAt(scene, p), roundBall(p), 0.05);
    const away = { ...ball, transform: { position: [0.2, -0.1, 0.1] } };
    const turned = windAround([away], {}, { transform: { rotation: [30, 20, 50], scale: 1.2 } });
    for (const [x, y, z] of places) near(mediumAt(turned, [x + 0.2, y - 0.1, z + 0.1]), roundBall([x, y, z]), 0.05);
  });

  it('heeds only colliders that stop particles, at the frame of its sample, and is filled anew when one is edited', () => {
    const free = (colliders: readonly Written[], at = 0) => mediumAt(windAround(colliders, { at }), [-0.6, 0, 0])[0];
    expect(free([ball])).toBeLessThan(0.6);
    expect(free([{ ...ball, response: { kind: 'pass' } }])).toBeCloseTo(1, 3);
    expect(free([{ ...ball, on: false }])).toBeCloseTo(1, 3);
    const later = { ...ball, gate: { kind: 'windows', spans: [[10, 20]] } };
    expect(free([later], 0)).toBeCloseTo(1, 3);
    expect(free([later], 12)).toBeLessThan(0.6);
    expect(free([{ ...ball, shape: { kind: 'ball', radius: 0.3 } }])).toBeGreaterThan(0.7);
  });

  it('is pushed by a collider that moves, where it stands on each sample', () => {
    const keys = {
      'transform.position': [0, 48].map((frame) => ({ frame, value: [-1 + frame / 24, 0, 0], ease: 'linear' })),
    };
    const scene = windAround([{ ...ball, keys }], { every: 12, width: 3 });
    const still = { ...scene, fields: scene.fields.map((f) => (f.id === 'w' ? { ...f, strength: 0 } : f)) };
    // At 1 m/s it is in the middle after a second: nothing but the ball moves the medium, as a dipole.
    for (const p of places) {
      const [x, y, z] = roundBall(p);
      near(mediumAt(still, p, 24), [1 - x, -y, -z], 0.06);
    }
    // Seen from a ball that goes with the wind, the air stands still.
    for (const p of places) near(mediumAt(scene, p, 24), [1, 0, 0], 0.06);
  });

  it('turns with a collider that turns', () => {
    const spin = [0, 24].map((frame) => ({ frame, value: [0, 0, (frame * 180) / 24], ease: 'linear' }));
    const paddle = {
      ...ball,
      shape: { kind: 'box', width: 1.2, height: 0.4, depth: 0.8 },
      keys: { 'transform.rotation': spin },
    };
    const scene = windAround([paddle], { at: 12 }, {}, {});
    const still = { ...scene, fields: scene.fields.map((f) => (f.id === 'w' ? { ...f, strength: 0 } : f)) };
    // After a quarter turn about Z at π 1/s its long sides stand upright, and go across themselves by π·y.
    for (const [x, y] of [
      [-0.2, 0.3],
      [0.2, -0.4],
      [0.2, 0.2],
    ] as const)
      expect(mediumAt(still, [x, y, 0])[0]).toBeCloseTo(-Math.PI * y, 0);
  });

  it('leads a push along surfaces too, and is not moved by bodies that move', () => {
    const keys = {
      'transform.position': [0, 48].map((frame) => ({ frame, value: [-1 + frame / 24, 0, 0], ease: 'linear' })),
    };
    const scene = windAround([{ ...ball, keys }], { at: 24, width: 3 }, { actsAs: 'acceleration' });
    const pushes = { ...scene, fields: scene.fields.map((f) => (f.id === 'w' ? { ...f, actsAs: 'acceleration' } : f)) };
    for (const p of places) {
      const { acceleration } = probe(pushes, new Map(), 24, pushes.emitters[0]!, { ...particle, position: p }).total;
      near(acceleration, roundBall(p), 0.06);
    }
  });

  it('keeps a stream of particles out of a ball without a contact', () => {
    const scene = windAround(
      [{ ...ball, sends: { e: { hits: false, bounce: 1 } } }],
      { width: 3, cell: 0.06 },
      {},
      {
        emitter: {
          shape: { kind: 'disc', radius: 0.3 },
          transform: { position: [-1.2, 0, 0], rotation: [0, 0, -90] },
          emission: [{ kind: 'burst', count: 400, frame: 0 }],
          birth: { speed: 0, life: 9, drag: 30 },
        },
      },
    );
    const run = new Simulation(scene, new Map());
    let nearest = Infinity;
    for (let frame = 0; frame < 60; frame++) {
      run.advance();
      const { columns, count } = run.populations[0]!;
      for (let i = 0; i < count; i++)
        nearest = Math.min(nearest, Math.hypot(columns.x[i]!, columns.y[i]!, columns.z[i]!));
    }
    expect(run.populations[0]!.columns.x[0]).toBeGreaterThan(0.5);
    expect(nearest).toBeGreaterThan(0.49);
    expect(nearest).toBeLessThan(0.6);
  });
});
