import { describe, expect, it } from 'vitest';
import type { Written } from '../scene/read';
import { runTo, testScene } from './scenes';

const BIRTHS = 2000;

/** The births of an emitter on the surface of a ball, at a metre a second along its normals. */
function born(emitter: Written, frame = 0) {
  const scene = testScene({
    emitter: {
      shape: { kind: 'ball', radius: 1, from: 'surface' },
      emission: [{ kind: 'burst', count: BIRTHS, frame: 0 }],
      birth: { speed: 1, life: 1000, launchDirection: 'normal', drag: 0 },
      ...emitter,
    },
  });
  const { columns, count } = runTo(scene, frame).populations[0]!;
  const at = (i: number) => [columns.x[i]!, columns.y[i]!, columns.z[i]!] as const;
  const way = (i: number) => [columns.vx[i]!, columns.vy[i]!, columns.vz[i]!] as const;
  return Array.from({ length: count }, (_, i) => ({ at: at(i), way: way(i) }));
}

describe('an emitter that is stretched by three scales', () => {
  const stretch = [2, 0.5, 1];

  it('gives birth on the ellipsoid, and its normals are those of the ellipsoid', () => {
    for (const { at, way } of born({ stretch })) {
      // x²/4 + y²/¼ + z² = 1, and its gradient.
      expect((at[0] / 2) ** 2 + (at[1] / 0.5) ** 2 + at[2] ** 2).toBeCloseTo(1, 5);
      const gradient = [at[0] / 4, at[1] / 0.25, at[2]];
      const size = Math.hypot(...gradient);
      way.forEach((n, k) => expect(n).toBeCloseTo(gradient[k]! / size, 4));
    }
  });

  it('has the same births at the same places of its shape, each moved by the stretch, and turns and sizes them after it', () => {
    const plain = born({ masks: [{ kind: 'height', low: -1, high: 0.5 }] });
    const transform = { position: [1, 2, 3], rotation: [0, 0, 90], scale: 2 };
    const made = born({ masks: [{ kind: 'height', low: -1, high: 0.5 }], stretch, transform });
    expect(made).toHaveLength(plain.length);
    made.forEach(({ at }, i) => {
      const [x, y, z] = plain[i]!.at;
      // A quarter turn about Z takes X to Y and Y to −X.
      [1 - 2 * 0.5 * y, 2 + 2 * 2 * x, 3 + 2 * z].forEach((n, k) => expect(at[k]).toBeCloseTo(n, 4));
    });
  });

  it('is pressed flat by a scale of 0, and leaves along that axis', () => {
    for (const { at, way } of born({ stretch: [1, 0, 1] })) {
      expect(at[1]).toBe(0);
      expect(Math.abs(way[1])).toBeCloseTo(1, 5);
    }
  });

  it('follows keyframes of one of the scales', () => {
    const keys = {
      stretch: [
        { frame: 0, value: [1, 1, 1], ease: 'linear' },
        { frame: 10, value: [3, 1, 1], ease: 'linear' },
      ],
    };
    const late = born(
      { keys, emission: [{ kind: 'burst', count: BIRTHS, frame: 5 }], birth: { speed: 0, life: 99 } },
      5,
    );
    expect(Math.max(...late.map(({ at }) => at[0]))).toBeCloseTo(2, 1);
    for (const { at } of late) expect((at[0] / 2) ** 2 + at[1] ** 2 + at[2] ** 2).toBeCloseTo(1, 4);
  });

  it('stands its strands on the stretched shape', () => {
    const rooted = (more: Written) =>
      born({
        shape: { kind: 'lattice', nx: 3, nz: 3, width: 2, depth: 2 },
        emission: [{ kind: 'burst', count: 9, frame: 0 }],
        body: { kind: 'strands', points: 2 },
        birth: { speed: 0, life: 99 },
        ...more,
      }).filter((_, i) => i % 2 === 0);
    const plain = rooted({});
    rooted({ stretch: [2, 1, 3] }).forEach(({ at }, i) => {
      const [x, y, z] = plain[i]!.at;
      [2 * x, y, 3 * z].forEach((n, k) => expect(at[k]).toBeCloseTo(n, 5));
    });
  });
});
