import * as fc from 'fast-check';
import { createNoise2D } from 'simplex-noise';
import { describe, expect, it } from 'vitest';
import { falloffShapes } from '../kinds/falloff-shapes';
import { fields as fieldKinds } from '../kinds/fields';
import { pushAt } from '../kinds/fields/surface';
import type { LevelImage } from '../lib/images/level-image';
import { smoothNormals, type TriangleMesh } from '../lib/meshes/mesh';
import { probe } from '../measure/probe';
import { type Vector, mapVector } from '../lib/math/vector';
import type { Assets } from '../document/assets';
import { type Written, checkScene } from '../scene/read';
import { uniform } from '../lib/random/lookup';
import type { ParticleBlock } from '../lib/particle-block';
import { Simulation } from '../sim/step/simulation';
import { only, runTo, testScene, thrown } from './scenes';

const MESHES: Written[] = [{ id: 'm', name: 'M', source: { kind: 'terrain', detail: 12 } }];

/** Weight times vector of one field at a point. */
function read(field: Written, position: Vector, frame = 0, assets: Assets = new Map()): Vector {
  const scene = testScene({ fields: [field], meshes: MESHES });
  const { weight, vector } = probe(scene, assets, frame, scene.emitters[0]!, {
    position,
    velocity: [0.3, 0.2, -0.1],
    mass: 1,
    drag: 1,
  }).fields[0]!;
  return mapVector(vector, (n) => n * weight);
}

function near(actual: readonly number[], expected: readonly number[], digits = 9): void {
  expected.forEach((n, i) => expect(actual[i]).toBeCloseTo(n, digits));
}

/** Kinds that jump somewhere by their nature: a path where two of its parts are equally near. */
const JUMPS = ['cells', 'path'];

describe('every kind, with every falloff shape, in every way of acting', () => {
  const settingsOf = (kind: string): Written =>
    kind === 'texture' ? { kind, pattern: 'rings', outside: 'tile', thickness: 4 } : { kind };
  const falloffOf = (kind: string): Written => ({
    kind,
    ...('mesh' in falloffShapes.get(kind).parameters ? { mesh: 'm', inner: 0.2, outer: 3 } : {}),
  });
  for (const kind of fieldKinds.list)
    it(`${kind.kind}: finite, and continuous where the kind is (property)`, () => {
      const coordinate = fc.double({ min: -2, max: 2, noNaN: true });
      fc.assert(
        fc.property(
          fc.constantFrom(...falloffShapes.list.map((e) => e.kind)),
          fc.constantFrom(...kind.actions),
          fc.tuple(coordinate, coordinate, coordinate),
          (falloff, actsAs, at) => {
            const field = {
              settings: settingsOf(kind.kind),
              actsAs,
              falloff: falloffOf(falloff),
              strength: actsAs === 'mask' ? 1 : 0.7,
            };
            const scene = testScene({
              fields: [{ ...field, transform: { position: [0.1, 0, 0], rotation: [20, 30, 40] } }],
              meshes: MESHES,
            });
            const particle = { velocity: [0.3, 0.2, -0.1] as const, mass: 1, drag: 1 };
            const value = (position: Vector) => {
              const { weight, vector } = probe(scene, new Map(), 12, scene.emitters[0]!, { ...particle, position })
                .fields[0]!;
              return vector.map((n) => n * weight);
            };
            const here = value(at);
            expect(here.every(Number.isFinite)).toBe(true);
            if (JUMPS.includes(kind.kind)) return;
            // A jump is not made smaller by looking closer; a slope is, however steep.
            const away = (h: number) => {
              const there = value([at[0] + h, at[1] + h / 2, at[2] - h]);
              return Math.hypot(...there.map((n, i) => n - here[i]!));
            };
            expect(away(1e-9)).toBeLessThan(Math.max(1e-4, 0.2 * away(1e-4)));
          },
        ),
        { numRuns: 60 },
      );
    });

  it('every one of the combinations is finite, at the middle of the field and away from it', () => {
    for (const kind of fieldKinds.list)
      for (const falloff of falloffShapes.list)
        for (const actsAs of kind.actions)
          for (const at of [
            [0, 0, 0],
            [0.4, -0.3, 0.2],
            [40, -30, 20],
          ] as const) {
            // prettier-ignore
            const vector = read({ settings: settingsOf(kind.kind), actsAs, falloff: falloffOf(falloff.kind), strength: 0.7 }, at, 7);
            expect(vector.every(Number.isFinite), `${kind.kind} in ${falloff.kind} as ${actsAs}`).toBe(true);
          }
  });

  it('gives the documented vector at sample points', () => {
    const ball = { falloff: { kind: 'ball', inner: 5, outer: 5 } };
    near(read({ settings: { kind: 'gravity' } }, [1, 2, 3]), [0, -9.80665, 0]);
    near(read({ settings: { kind: 'wind', direction: [0, 0, 2] }, strength: 3 }, [1, 2, 3]), [0, 0, 3]);
    near(read({ settings: { kind: 'shell', radius: 1, damping: 0 }, strength: 2 }, [0, 3, 0]), [0, -4, 0]);
    near(
      read({ settings: { kind: 'shell', radius: 1, damping: 0, target: 'line', length: 4 }, strength: 2 }, [3, 1, 0]),
      [-4, 0, 0],
    );
    near(
      read({ settings: { kind: 'attractor', target: 'line', length: 2, softening: 0 }, strength: 2 }, [0, 4, 0]),
      [0, -2, 0],
    );
    near(read({ settings: { kind: 'drag', quadratic: 0.5 }, strength: 2 }, [1, 2, 3]), [2, 0.5, 0]);
    near(read({ settings: { kind: 'limit', lowest: 1, highest: 2 }, strength: 1 }, [1, 2, 3]), [1, 2, 0]);
    near(read({ settings: { kind: 'mask' }, strength: 0.4, ...ball }, [1, 2, 3]), [0.4, 0, 0]);
    near(read({ settings: { kind: 'surface', within: 2, rest: 0 }, strength: 4 }, [0, -0.5, 0]), [0, -3, 0]);
    near(
      read({ settings: { kind: 'surface', within: 2, rest: 0, side: 'front' }, strength: 4 }, [0, -0.5, 0]),
      [0, 0, 0],
    );
    const even = { turn: 0, uneven: 0, width: 2, height: 2, depth: 2 };
    near(read({ settings: { kind: 'cells', ...even }, strength: 3 }, [0.9, 0.1, -0.4]), [0, 3, 0]);
    near(read({ settings: { kind: 'cells', ...even }, strength: 3 }, [1.1, 0.1, -0.4]), [0, 0, 0]);
  });

  it('zone flow takes its directions from the form of its falloff shape', () => {
    const flow = (falloff: Written, share: Written, at: Vector) =>
      read(
        {
          settings: { kind: 'zone-flow', outward: 0, lengthwise: 0, swirl: 0, ...share },
          strength: 2,
          falloff: { inner: 9, outer: 9, ...falloff },
        },
        at,
      );
    near(flow({ kind: 'rod' }, { lengthwise: 1 }, [1, 0.3, 0]), [0, 2, 0]);
    near(flow({ kind: 'rod' }, { outward: 1 }, [0, 0.3, 3]), [0, 0, 2]);
    // By the right-hand rule about Y: from X towards −Z.
    near(flow({ kind: 'rod' }, { swirl: 1 }, [1, 0.3, 0]), [0, 0, -2]);
    near(flow({ kind: 'ring', radius: 1 }, { lengthwise: 1 }, [2, 0, 0]), [0, 0, -2]);
    near(flow({ kind: 'ring', radius: 1 }, { outward: -1 }, [2, 0, 0]), [-2, 0, 0]);
    near(flow({ kind: 'path', points: [[0, 0, 0], [0, 0, 4]], smooth: false }, { lengthwise: 1 }, [1, 0, 1]), [0, 0, 2]); // prettier-ignore
    near(flow({ kind: 'cone' }, { lengthwise: -1 }, [0.1, 1, 0]), [0, -2, 0]);
  });

  it('a field of every kind has two to four starting points that are sound and differ', () => {
    for (const kind of fieldKinds.list) {
      expect(kind.starts.length).toBeGreaterThanOrEqual(2);
      expect(kind.starts.length).toBeLessThanOrEqual(4);
      const told = kind.starts.map(({ strength = kind.strength.default, settings, actsAs }) => {
        const values = fieldKinds.defaults(kind.kind, settings);
        const scene = testScene({ fields: [{ settings: values, strength, ...(actsAs && { actsAs }) }] });
        expect(checkScene(JSON.parse(JSON.stringify(scene)))).toEqual([]);
        return JSON.stringify([strength, actsAs, values]);
      });
      expect(new Set(told).size).toBe(told.length);
    }
  });
});

describe('wind', () => {
  it('grows with height by the power law: twice as high, 2^α as fast (meteorology handbooks, from memory)', () => {
    const at = (y: number) =>
      read({ settings: { kind: 'wind', growth: 1 / 7, height: 10 }, strength: 8 }, [0, y, 0])[0];
    expect(at(10)).toBeCloseTo(8, 9);
    expect(at(20) / at(10)).toBeCloseTo(2 ** (1 / 7), 9);
    // The 1/7 law from 10 m to 100 m: 1.389.
    expect(at(100) / at(10)).toBeCloseTo(1.389, 3);
    expect(at(-1)).toBe(0);
  });

  it('as a jet blows out of its place within its opening, and not behind it', () => {
    const jet = { settings: { kind: 'wind', opening: 20 }, strength: 5 };
    near(read(jet, [3, 0, 0]), [5, 0, 0]);
    const aside = read(jet, [3, 0.3, 0]);
    expect(aside[1] / aside[0]).toBeCloseTo(0.1, 9);
    expect(Math.hypot(...aside)).toBeCloseTo(5, 9);
    near(read(jet, [1, 1, 0]), [0, 0, 0]);
    near(read(jet, [-1, 0, 0]), [0, 0, 0]);
  });
});

describe('surface', () => {
  it('at rest against gravity a particle floats where the push equals g (force balance)', () => {
    const fields = [
      { settings: { kind: 'gravity' }, strength: 9.80665 },
      { settings: { kind: 'surface', within: 1 }, strength: 20 },
    ];
    const emitter = { ...thrown([0, 0, 0], { drag: 3 }), transform: { position: [0, 0.9, 0] } };
    const { y, vy } = only(runTo(testScene({ emitter, fields, time: { substeps: 4 } }), 400));
    expect(Math.abs(vy)).toBeLessThan(1e-4);
    expect(Math.abs(y - (1 - 9.80665 / 20))).toBeLessThan(1e-3);
    expect(20 * pushAt(y, 1, 0)).toBeCloseTo(9.80665, 2);
  });

  it('hovers at its rest, and a negative strength pulls', () => {
    const hover = { settings: { kind: 'surface', within: 2, rest: 0.5 }, strength: 8 };
    near(read(hover, [0, 0.5, 0]), [0, 0, 0]);
    expect(read(hover, [0, 0.3, 0])[1]).toBeGreaterThan(0);
    expect(read(hover, [0, 0.9, 0])[1]).toBeLessThan(0);
    expect(read({ settings: { kind: 'surface' }, strength: -2 }, [0, 0.5, 0])[1]).toBeLessThan(0);
  });

  it('of a mesh acts along the way from its nearest point', () => {
    const mesh = { settings: { kind: 'surface', of: 'mesh', mesh: 'm', within: 3 }, strength: 4 };
    const [x, y, z] = read(mesh, [0.1, 2, 0.2]);
    expect(y).toBeGreaterThan(0);
    expect(Math.hypot(x, y, z)).toBeLessThan(4);
  });
});

describe('texture', () => {
  const hash = 'b'.repeat(64);
  const noise = createNoise2D(() => 0.37);
  const level = (u: number, v: number) => 0.5 + 0.5 * noise(3 * u, 3 * v);
  const SIDE = 128;
  const picture: LevelImage = {
    width: SIDE,
    height: SIDE,
    levels: Uint8Array.from({ length: SIDE * SIDE }, (_, i) =>
      Math.round(255 * level(((i % SIDE) + 0.5) / SIDE, (Math.floor(i / SIDE) + 0.5) / SIDE)),
    ),
  };
  const assets: Assets = new Map([[hash, picture]]);
  const settings = { kind: 'texture', pattern: 'image', image: hash, width: 2, depth: 4 };

  it('the flow down a noise picture is that of the noise itself (npm package simplex-noise), by central differences', () => {
    let [dot, own, theirs] = [0, 0, 0];
    for (let i = 0; i < 200; i++) {
      const [u, v] = [0.05 + 0.9 * uniform(1, i, 1), 0.05 + 0.9 * uniform(1, i, 2)];
      const [x, y, z] = read(
        { settings: { ...settings, mapping: 'downhill' }, strength: 1 },
        [2 * (u - 0.5), 0.4, 4 * (v - 0.5)],
        0,
        assets,
      );
      const h = 1 / SIDE;
      const gx = -(level(u + h, v) - level(u - h, v)) / (2 * h) / 2;
      const gz = -(level(u, v + h) - level(u, v - h)) / (2 * h) / 4;
      expect(y).toBe(0);
      dot += x * gx + z * gz;
      own += x * x + z * z;
      theirs += gx * gx + gz * gz;
    }
    // 8-bit levels leave an error of a few per cent.
    expect(dot / Math.sqrt(own * theirs)).toBeGreaterThan(0.995);
    expect(Math.sqrt(own / theirs)).toBeCloseTo(1, 1);
  });

  it('is felt on one side, and fades over its thickness', () => {
    const at = (over: Written, y: number) =>
      read({ settings: { ...settings, ...over, neutral: 0 }, strength: 1 }, [0.1, y, 0.2], 0, assets)[1];
    const full = at({}, 0.5);
    expect(at({}, -7)).toBe(full);
    expect([at({ side: 'front' }, 0.5), at({ side: 'front' }, -0.5), at({ side: 'back' }, -0.5)]).toEqual([
      full,
      0,
      full,
    ]);
    expect(at({ thickness: 1 }, 0.5)).toBeCloseTo(full / 2, 9);
    expect(at({ thickness: 1 }, 1)).toBe(0);
  });

  it('levels are stretched between a dark and a light end; a pixel by itself, and tiles, work', () => {
    const one: Assets = new Map([[hash, { width: 1, height: 1, levels: Uint8Array.of(102) }]]);
    const at = (over: Written, x = 0) =>
      read({ settings: { ...settings, ...over }, strength: 1 }, [x, 0, 0], 0, one)[1];
    expect(at({})).toBeCloseTo(2 * (0.4 - 0.5), 9);
    expect(at({ dark: 0.2, light: 0.6 })).toBeCloseTo(0, 9);
    expect(at({}, 5)).toBe(0);
    expect(at({ outside: 'tile' }, 5)).toBeCloseTo(-0.2, 9);
  });

  it('flows by red and green', () => {
    const flow = { kind: 'texture', pattern: 'eddies', mapping: 'colours-as-flow', width: 2, depth: 2 };
    // A quarter along, an eighth down: cos(π/2)·sin(π/4) = 0 to the right, sin(π/2)·cos(π/4) down.
    near(read({ settings: flow, strength: 3 }, [-0.5, 0, -0.75]), [0, 0, 3 * Math.SQRT1_2], 1);
  });

  it('on a mesh acts along its normal, by its texture coordinates', () => {
    const scene = { settings: { ...settings, on: 'mesh', mesh: 'm', neutral: 0 }, strength: 1 };
    const vector = read(scene, [0.2, 3, 0.3], 0, assets);
    expect(Math.hypot(...vector)).toBeGreaterThan(0);
    expect(vector[1]).toBeGreaterThan(0);
  });
});

describe('a mesh that changes its form', () => {
  // A plate that turns over in a second, from its upper side to its lower.
  const hash = '1e'.repeat(32);
  const positions = Float32Array.from([-2, 0, -2, 2, 0, -2, 2, 0, 2, -2, 0, 2]);
  const over = positions.map((n, i) => (i % 3 === 0 ? -n : n));
  const index = Uint32Array.from([0, 2, 1, 0, 3, 2]);
  const plate = {
    positions,
    index,
    normals: smoothNormals(positions, index),
    uvs: Float32Array.from([0, 0, 1, 0, 1, 1, 0, 1]),
    groups: [],
    motion: { step: 1, poses: Float32Array.from([...positions, ...over]) },
  };
  const picture = 'f'.repeat(64);
  const assets: Assets = new Map<string, TriangleMesh | LevelImage>([
    [hash, plate],
    [picture, { width: 1, height: 1, levels: Uint8Array.of(255) }],
  ]);
  const heights = (settings: Written) =>
    [0, 24].map((frame) => {
      const scene = testScene({
        fields: [{ settings: { mesh: 'p', ...settings }, strength: 4, falloff: { kind: 'everywhere' } }],
        meshes: [{ id: 'p', name: 'P', source: { kind: 'file', hash } }],
      });
      const particle = { position: [0.1, 0.5, 0.2] as const, velocity: [0, 0, 0] as const, mass: 1, drag: 1 };
      return probe(scene, assets, frame, scene.emitters[0]!, particle).fields[0]!.vector[1];
    });

  it('pushes in front of its faces as they stand now', () => {
    const [before, after] = heights({ kind: 'surface', of: 'mesh', within: 1, side: 'front' });
    expect(before).toBeCloseTo(2, 6);
    expect(after).toBe(0);
  });

  it('turns the push of a picture on it over with its faces', () => {
    const [before, after] = heights({ kind: 'texture', on: 'mesh', pattern: 'image', image: picture, neutral: 0 });
    expect(before).toBeGreaterThan(1);
    expect(after).toBeCloseTo(-before!, 6);
  });
});

describe('turbulence', () => {
  const at = (settings: Written, frame: number) =>
    read({ settings: { kind: 'turbulence', ...settings }, strength: 2 }, [0.3, 0.2, 0.1], frame);

  it('evolves without a jump, and closes after its loop', () => {
    const loop = { evolution: 1, closed: true, loop: 48 };
    near(at(loop, 60), at(loop, 12), 12);
    expect(Math.hypot(...at(loop, 12).map((n, i) => n - at(loop, 36)[i]!))).toBeGreaterThan(0.05);
    near(at(loop, 48.001), at(loop, 47.999), 1);
    near(at({}, 0), at({ evolution: 1 }, 0), 12);
  });

  it('turns by and by where it evolves, even brought to one size: hardly anywhere at once', () => {
    const count = 400;
    const steps = 300;
    const spread = (axis: number) => Float64Array.from({ length: count }, (_, i) => 20 * uniform(5, i, axis));
    const position = { x: spread(0), y: spread(1), z: spread(2) };
    // From one pattern to the next, and over the seam of a closed loop of three.
    for (const from of [0, 1, 2]) {
      const settings = { kind: 'turbulence', octaves: 1, normalised: true, evolution: 1, closed: true, loop: 72 };
      const { vector } = new Simulation(testScene({ fields: [{ settings }] }), new Map()).stack.rows[0]!;
      const at = (time: number) => {
        const out = { x: new Float64Array(count), y: new Float64Array(count), z: new Float64Array(count) };
        vector(position, { count, time: new Float64Array(count).fill(time) } as unknown as ParticleBlock, out, {
          time,
        } as never);
        return out;
      };
      let last = at(from);
      const turned = new Set<number>();
      for (let step = 1; step <= steps; step++) {
        const now = at(from + step / steps);
        for (let i = 0; i < count; i++)
          if (now.x[i]! * last.x[i]! + now.y[i]! * last.y[i]! + now.z[i]! * last.z[i]! < 0) turned.add(i);
        last = now;
      }
      expect(turned.size / count).toBeLessThan(0.01);
    }
  });

  it('normalised it has its strength everywhere; inverted it is turned round', () => {
    for (const noise of ['simplex', 'gradient', 'cellular', 'ridged'])
      for (const form of ['curl', 'plain'])
        expect(Math.hypot(...at({ noise, form, normalised: true, octaves: 2 }, 3))).toBeCloseTo(2, 9);
    near(
      at({ inverted: true }, 3),
      at({}, 3).map((n) => -n),
      12,
    );
  });
});

describe('attractor', () => {
  it('swallows what comes within its radius, and nothing where it is muted', () => {
    const fields = (mute: boolean) => [
      { settings: { kind: 'attractor', absorbWithin: 0.2, softening: 0 }, strength: 3, mute },
    ];
    const emitter = { ...thrown([-1, 0, 0]), transform: { position: [1, 0, 0] } };
    expect(runTo(testScene({ emitter, fields: fields(false) }), 24).populations[0]!.count).toBe(0);
    expect(runTo(testScene({ emitter, fields: fields(true) }), 24).populations[0]!.count).toBe(1);
  });

  it('brings each particle to its own place on a shape, wherever that has moved', () => {
    const target = {
      id: 't',
      name: 'Target',
      on: false,
      shape: { kind: 'ring', radius: 2 },
      emission: [],
      transform: { position: [3, 0, 0] },
    };
    const scene = testScene({
      emitter: { emission: [{ kind: 'burst', count: 100 }], birth: { life: 99, speed: 0, drag: 3 } },
      others: [target],
      fields: [{ settings: { kind: 'attractor', target: 'places', of: 't', law: 'linear' }, strength: 9 }],
    });
    const { columns, count } = runTo(scene, 200).populations[0]!;
    const angles = new Set<number>();
    for (let i = 0; i < count; i++) {
      expect(Math.hypot(columns.x[i]! - 3, columns.z[i]!)).toBeCloseTo(2, 2);
      angles.add(Math.round(Math.atan2(columns.z[i]!, columns.x[i]! - 3) * 1000));
    }
    expect(angles.size).toBeGreaterThan(90);
  });

  it('is pulled by the mean of another emitter’s particles', () => {
    const other = {
      id: 'o',
      name: 'O',
      shape: { kind: 'point' },
      transform: { position: [0, 4, 0] },
      emission: [{ kind: 'burst', count: 50 }],
      birth: { life: 99, speed: 0 },
    };
    const scene = testScene({
      emitter: thrown([0, 0, 0]),
      others: [other],
      fields: [
        { settings: { kind: 'attractor', target: 'particles', of: 'o', softening: 0 }, strength: 2, sends: { o: 0 } },
      ],
    });
    const run = runTo(scene, 1);
    expect(run.populations[0]!.columns.vy[0]).toBeCloseTo(2 / 24, 5);
    expect(run.populations[1]!.columns.vy[0]).toBe(0);
  });
});
