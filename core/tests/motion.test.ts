import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { valueAt } from '../document/keys/keys';
import { carriersOf, motionOf } from '../document/keys/motion';
import { inward, outward, within, WORLD } from '../lib/math/similarity';
import { rotationFromDegrees } from '../lib/math/rotation';
import { quaternionOf, turnAbout, turnedBy } from '../lib/math/quaternion';
import { type Written, checkScene, completeEmitter, completeScene } from '../scene/read';
import { only, runTo, testDocument, testScene, thrown } from './scenes';

const carrier = (id: string, more: Written = {}): Written => ({ id, name: id.toUpperCase(), ...more });
const moving = (from: readonly number[], to: readonly number[], frames = 10, ease = 'linear'): Written => ({
  'transform.position': [
    { frame: 0, value: from, ease },
    { frame: frames, value: to, ease: 'linear' },
  ],
});

describe('keys', () => {
  it('hold before the first and after the last; between two they go evenly, eased, or stay', () => {
    const keys = (ease: 'linear' | 'smooth' | 'step') => [
      { frame: 10, value: 2, ease },
      { frame: 20, value: 6, ease: 'linear' as const },
    ];
    expect([0, 10, 15, 20, 99].map((f) => valueAt(keys('linear'), f))).toEqual([2, 2, 4, 6, 6]);
    expect([12.5, 15].map((f) => valueAt(keys('smooth'), f))).toEqual([2.625, 4]);
    expect([19.99, 20].map((f) => valueAt(keys('step'), f))).toEqual([2, 6]);
  });

  it('two on one frame, and those out of order, are refused at their place', () => {
    const scene = (frames: number[]) =>
      testDocument({
        emitter: {
          keys: { 'transform.position': frames.map((frame) => ({ frame, value: [0, 0, 0], ease: 'linear' })) },
        },
      });
    expect(checkScene(scene([1, 2, 3]))).toEqual([]);
    expect(checkScene(scene([1, 5, 5]))[0]).toMatchObject({ field: 'emitters[0].keys.transform.position[2].frame' });
    expect(checkScene(scene([9, 2]))[0]!.message).toMatch(/Use a frame after that of the key before it/);
  });
});

describe('carriers', () => {
  it('carry what stands on them, nested: position, direction and size', () => {
    const scene = completeScene({
      name: 'T',
      carriers: [
        carrier('a', { transform: { position: [1, 0, 0], rotation: [0, 90, 0], scale: 2 } }),
        carrier('b', { transform: { position: [0, 0, 1], carrier: 'a' } }),
      ],
      emitters: [{ id: 'e', name: 'E', shape: { kind: 'point' }, transform: { position: [0, 1, 0], carrier: 'b' } }],
    });
    const { position, scale, rotation } = motionOf(scene.carriers, scene.emitters[0]!).at(0);
    // About Y by 90° +Z turns to +X: (0, 1, 1) · 2 turned is (2, 2, 0).
    position.forEach((n, i) => expect(n).toBeCloseTo([3, 2, 0][i]!, 12));
    expect(scale).toBe(2);
    rotation.forEach((n, i) => expect(n).toBeCloseTo(rotationFromDegrees([0, 90, 0])[i]!, 12));
  });

  it('may take a thing along without turning or growing it', () => {
    const scene = completeScene({
      name: 'T',
      carriers: [carrier('a', { transform: { position: [1, 0, 0], rotation: [0, 90, 0], scale: 2 } })],
      emitters: [
        {
          id: 'e',
          name: 'E',
          shape: { kind: 'point' },
          transform: { position: [0, 0, 1], carrier: 'a', follows: 'position' },
        },
      ],
    });
    const place = motionOf(scene.carriers, scene.emitters[0]!).at(0);
    place.position.forEach((n, i) => expect(n).toBeCloseTo([3, 0, 0][i]!, 12));
    expect(place.scale).toBe(1);
    place.rotation.forEach((n, i) => expect(n).toBeCloseTo(WORLD.rotation[i]!, 12));
  });

  it('that carry one another in a circle are refused, with the circle named; a missing one is refused, too', () => {
    const circle = {
      ...testScene(),
      carriers: [carrier('a', { transform: { carrier: 'b' } }), carrier('b', { transform: { carrier: 'a' } })],
    };
    expect(checkScene(JSON.parse(JSON.stringify(circle)))[0]!.message).toMatch(/outside the circle A → B → A/);
    const lost = testDocument({ emitter: { transform: { carrier: 'ghost' } } });
    expect(checkScene(lost)[0]!.message).toMatch(/ghost.*Use the id of one of the scene’s carriers/);
    expect(
      carriersOf(
        [],
        completeEmitter({ id: 'e', name: 'E', shape: { kind: 'point' }, transform: { carrier: 'ghost' } }),
      ),
    ).toEqual([]);
  });

  it('there and back is where it was, for any places (property)', () => {
    const number = fc.double({ min: -50, max: 50, noNaN: true });
    const vector = fc.tuple(number, number, number);
    const place = fc.record({ position: vector, angles: vector, scale: fc.double({ min: 0.1, max: 10, noNaN: true }) });
    fc.assert(
      fc.property(place, place, vector, (a, b, p) => {
        const [outer, inner] = [a, b].map(({ position, angles, scale }) => ({
          position,
          rotation: rotationFromDegrees(angles),
          scale,
        }));
        const both = within(outer!, inner!);
        outward(both, p).forEach((n, i) => expect(n).toBeCloseTo(outward(outer!, outward(inner!, p))[i]!, 6));
        inward(both, outward(both, p)).forEach((n, i) => expect(n).toBeCloseTo(p[i]!, 6));
      }),
      { seed: 4 },
    );
  });

  it('a quaternion and its matrix turn alike, for any angles', () => {
    for (const angles of [
      [10, 20, 30],
      [170, -80, 60],
      [-120, 5, 175],
      [90, 90, 0],
      [180, 0, 0],
      [0, 180, 0],
      [0, 0, 180],
    ] as const) {
      const m = rotationFromDegrees(angles);
      const [x, y, z, w] = quaternionOf(m);
      expect(x * x + y * y + z * z + w * w).toBeCloseTo(1, 12);
      expect(1 - 2 * (y * y + z * z)).toBeCloseTo(m[0], 12);
      expect(2 * (x * y + z * w)).toBeCloseTo(m[3], 12);
      expect(2 * (y * z - x * w)).toBeCloseTo(m[5], 12);
    }
    const half = turnedBy(turnAbout([0, 1, 0], Math.PI / 4), turnAbout([0, 1, 0], Math.PI / 4));
    half.forEach((n, i) => expect(n).toBeCloseTo(turnAbout([0, 1, 0], Math.PI / 2)[i]!, 12));
  });
});

describe('moving emitters', () => {
  it('a ball sweeping 20 m in a frame leaves an even streak: the largest gap against the mean', () => {
    const scene = testScene({
      emitter: {
        shape: { kind: 'point' },
        keys: moving([0, 0, 0], [20, 0, 0], 1),
        emission: [{ kind: 'rate', rate: 24000 }],
        birth: { speed: 0, life: 1000 },
      },
    });
    const [p] = runTo(scene, 1).populations;
    const xs = [...p!.columns.x.slice(0, p!.count)].toSorted((a, b) => a - b);
    expect(xs).toHaveLength(1000);
    const gaps = xs.slice(1).map((x, i) => x - xs[i]!);
    const mean = 20 / 1000;
    expect(Math.max(...gaps) / mean).toBeLessThan(1.01);
    expect(xs.at(-1)).toBeCloseTo(20, 4);
  });

  it('moving, turning or scaling the emitter changes nothing that has left it', () => {
    const birth = { life: 1000, speed: 1, launchDirection: 'direction', direction: [0, 1, 0], drag: 0 };
    const still = testScene({ emitter: { emission: [{ kind: 'burst', count: 50 }], shape: { kind: 'ball' }, birth } });
    const later = testScene({
      emitter: {
        emission: [{ kind: 'burst', count: 50 }],
        shape: { kind: 'ball' },
        birth,
        keys: {
          'transform.position': [
            { frame: 0, value: [0, 0, 0], ease: 'step' },
            { frame: 1, value: [9, 9, 9], ease: 'linear' },
          ],
          'transform.scale': [
            { frame: 0, value: 1, ease: 'step' },
            { frame: 1, value: 5, ease: 'linear' },
          ],
        },
      },
    });
    expect(runTo(later, 12).populations[0]!.columns).toEqual(runTo(still, 12).populations[0]!.columns);
  });

  it('scaling it spreads its births and changes no particle’s size', () => {
    const of = (scale: number) =>
      runTo(
        testScene({
          emitter: {
            shape: { kind: 'ball', radius: 1, from: 'surface' },
            transform: { scale },
            emission: [{ kind: 'burst', count: 20 }],
          },
        }),
        0,
      ).populations[0]!.columns;
    const [one, three] = [of(1), of(3)];
    for (let i = 0; i < 20; i++) expect(Math.hypot(three.x[i]!, three.y[i]!, three.z[i]!)).toBeCloseTo(3, 5);
    expect(three.size).toEqual(one.size);
  });

  it('inherits 0 to 100 % of its motion at the place of birth, turning included', () => {
    const at = (inherit: number) =>
      only(
        runTo(
          testScene({
            emitter: {
              keys: moving([0, 0, 0], [10, 0, 0], 24),
              emission: [{ kind: 'burst', count: 1, frame: 12 }],
              birth: { speed: 0, inheritedMotion: inherit, life: 9 },
            },
          }),
          12,
        ),
      ).vx;
    expect([at(0), at(50), at(100)].map((n) => Number(n.toFixed(4)))).toEqual([0, 5, 10]);
    const spinning = testScene({
      emitter: {
        shape: { kind: 'line', length: 0 },
        transform: { position: [0, 0, 0] },
        keys: {
          'transform.rotation': [
            { frame: 0, value: [0, 0, 0], ease: 'linear' },
            { frame: 24, value: [0, 90, 0], ease: 'linear' },
          ],
        },
        emission: [{ kind: 'burst', count: 1, frame: 6 }],
        birth: { speed: 0, inheritedMotion: 100, life: 9 },
      },
    });
    expect(Math.hypot(only(runTo(spinning, 6)).vx, only(runTo(spinning, 6)).vz)).toBeCloseTo(0, 9);
  });

  it('a direction turns with the emitter, or stays in the world', () => {
    const at = (axes: string) =>
      only(
        runTo(
          testScene({
            emitter: {
              ...thrown([1, 0, 0]),
              birth: { ...(thrown([1, 0, 0])['birth'] as object), axes },
              transform: { rotation: [0, 0, 90] },
            },
          }),
          0,
        ),
      );
    expect([at('own').vy, at('world').vx].map((n) => Number(n.toFixed(9)))).toEqual([1, 1]);
  });

  it('leaves along the tangent, or outward from its middle', () => {
    const burst = { emission: [{ kind: 'burst', count: 40 }] };
    const ring = runTo(
      testScene({
        emitter: { ...burst, shape: { kind: 'ring', radius: 2 }, birth: { launchDirection: 'tangent', speed: 1 } },
      }),
      0,
    ).populations[0]!.columns;
    const box = runTo(
      testScene({ emitter: { ...burst, shape: { kind: 'box' }, birth: { launchDirection: 'outward', speed: 2 } } }),
      0,
    ).populations[0]!.columns;
    for (let i = 0; i < 40; i++) {
      expect(ring.x[i]! * ring.vx[i]! + ring.z[i]! * ring.vz[i]!).toBeCloseTo(0, 5);
      const r = Math.hypot(box.x[i]!, box.y[i]!, box.z[i]!);
      expect(box.x[i]! * box.vx[i]! + box.y[i]! * box.vy[i]! + box.z[i]! * box.vz[i]!).toBeCloseTo(2 * r, 5);
    }
  });
});

describe('moving fields', () => {
  it('a field’s falloff goes with its carrier; at a larger scale its radii grow, its strength does not', () => {
    const scene = (place: Written, keys: Written = {}): ReturnType<typeof completeScene> => ({
      ...testScene({
        emitter: { ...thrown([0, 0, 1e-9]) },
        fields: [
          {
            settings: { kind: 'gravity' },
            strength: 5,
            falloff: { kind: 'ball', inner: 1, outer: 1 },
            curve: { kind: 'flat' },
            transform: place,
            keys,
          },
        ],
      }),
    });
    const fell = (s: ReturnType<typeof completeScene>, frame = 2) => only(runTo(s, frame)).vy;
    expect(fell(scene({ position: [1.5, 0, 0] }))).toBe(0);
    expect(fell(scene({ position: [1.5, 0, 0], scale: 2 }))).toBeCloseTo((-5 * 2) / 24, 5);
    // It arrives at frame 5 and leaves after frame 15.
    const passing = scene({}, moving([-2, 0, 0], [2, 0, 0], 20));
    expect(fell(passing, 4)).toBe(0);
    expect(fell(passing, 10)).toBeLessThan(-0.5);
    expect(fell(passing, 30)).toBeCloseTo(fell(passing, 18), 6);
  });
});
