import { PerspectiveCamera, Vector3 } from 'three';
import { describe, expect, it } from 'vitest';
import * as fc from 'fast-check';
import { coverageOf, projectionOf } from '../../../core/measure/coverage';
import { completeScene } from '../../../core/scene/read';
import { runTo, testScene } from '../../../core/tests/scenes';
import { placeShotCamera } from '../../view/camera/taking';
import { rectangleOf } from './sounding-store';

const number = (size: number) => fc.double({ min: -size, max: size, noNaN: true });
const point = fc.tuple(number(6), number(6), number(6));

describe('the shot camera’s picture', () => {
  it('is where three.js’ camera has it, flat and in perspective', () => {
    fc.assert(
      fc.property(
        point,
        point,
        point,
        fc.boolean(),
        fc.double({ min: 10, max: 100, noNaN: true }),
        (position, target, at, flat, angle) => {
          const [dx, dz] = [target[0] - position[0], target[2] - position[2]];
          fc.pre(Math.hypot(dx, dz) > 0.1);
          const camera = {
            ...completeScene({ name: 'C' }).camera,
            position,
            target,
            angle,
            projection: flat ? 'flat' : 'perspective',
            height: 5,
          };
          const three = new PerspectiveCamera();
          placeShotCamera(three, { ...testScene(), camera } as never, 16 / 9);
          const wanted = new Vector3(...at).project(three);
          const seen = projectionOf(camera as never, 16 / 9)(...at);
          const depth = new Vector3(...at).sub(three.position).dot(three.getWorldDirection(new Vector3()));
          if (!flat && depth < 0.05) return;
          expect(seen![0]).toBeCloseTo(wanted.x, 5);
          expect(seen![1]).toBeCloseTo(wanted.y, 5);
        },
      ),
      { numRuns: 300 },
    );
  });

  it('is covered where a direct count of its cells says so', () => {
    const scene = testScene({
      emitter: { emission: [{ kind: 'burst', count: 400, frame: 0 }], shape: { kind: 'ball', radius: 2 } },
    });
    const run = runTo(scene, 2);
    const camera = { ...scene.camera, position: [0, 1, 6], target: [0, 0, 0], angle: 40 } as const;
    const three = new PerspectiveCamera();
    placeShotCamera(three, { ...scene, camera }, 16 / 9);
    for (const least of [1, 3]) {
      const cells = new Map<string, number>();
      const { x, y, z } = run.populations[0]!.columns;
      for (let i = 0; i < run.populations[0]!.count; i++) {
        const seen = new Vector3(x[i], y[i], z[i]).project(three);
        if (Math.abs(seen.x) >= 1 || Math.abs(seen.y) >= 1) continue;
        const cell = `${Math.floor(((seen.x + 1) / 2) * 32)} ${Math.floor(((seen.y + 1) / 2) * 18)}`;
        cells.set(cell, (cells.get(cell) ?? 0) + 1);
      }
      const counted = [...cells.values()].filter((n) => n >= least).length / (32 * 18);
      expect(counted).toBeGreaterThan(0.01);
      expect(coverageOf(run.populations, projectionOf(camera, 16 / 9), { columns: 32, rows: 18, least })).toBeCloseTo(
        counted,
        9,
      );
    }
  });
});

describe('the plane of a slice', () => {
  it('stands before the eye, to the side, or lies flat and is seen from above', () => {
    const at = (turn: number, tilt: number) => {
      const { across, up } = rectangleOf({ middle: [0, 0, 0], turn, tilt, half: 2 });
      return [across, up].map((v) => v.map((n) => Math.round(n * 1e6) / 1e6 + 0));
    };
    expect(at(0, 0)).toEqual([
      [2, 0, 0],
      [0, 2, 0],
    ]);
    expect(at(90, 0)).toEqual([
      [0, 0, -2],
      [0, 2, 0],
    ]);
    expect(at(0, -90)).toEqual([
      [2, 0, 0],
      [0, 0, -2],
    ]);
  });
});
