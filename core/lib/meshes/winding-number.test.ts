import { describe, expect, it } from 'vitest';
import { falloffShapes } from '../../kinds/falloff-shapes';
import { vectorColumns, type Vector } from '../math/vector';
import { uniform } from '../random/lookup';
import type { TriangleMesh } from './mesh';
import { WindingNumber } from './winding-number';
import { NO_RESOURCES } from '../../tests/no-resources';

const mesh = (positions: readonly number[], index: readonly number[]): TriangleMesh => ({
  positions: Float32Array.from(positions),
  normals: new Float32Array(positions.length),
  index: Uint32Array.from(index),
  groups: [],
});

/** A ball of radius 1 with bumps, of some 2 000 faces, its corners counter-clockwise seen from outside. */
function bumpyBall(bump = 0.2, across = 32): TriangleMesh {
  const positions: number[] = [];
  const index: number[] = [];
  for (let i = 0; i <= across; i++)
    for (let j = 0; j < 2 * across; j++) {
      const [polar, round] = [(Math.PI * i) / across, (Math.PI * j) / across];
      const r = 1 + bump * Math.sin(3 * polar) * Math.cos(4 * round);
      positions.push(
        r * Math.sin(polar) * Math.cos(round),
        r * Math.cos(polar),
        -r * Math.sin(polar) * Math.sin(round),
      );
      const at = (di: number, dj: number) => (i + di) * 2 * across + ((j + dj) % (2 * across));
      if (i < across) index.push(at(0, 0), at(1, 0), at(1, 1), at(0, 0), at(1, 1), at(0, 1));
    }
  return mesh(positions, index);
}

const corner = ({ positions }: TriangleMesh, i: number): Vector => [
  positions[3 * i]!,
  positions[3 * i + 1]!,
  positions[3 * i + 2]!,
];
const minus = (a: Vector, b: Vector): Vector => [a[0] - b[0], a[1] - b[1], a[2] - b[2]];
const dot = (a: Vector, b: Vector) => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
const cross = (a: Vector, b: Vector): Vector => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0],
];
const faces = (of: TriangleMesh): [Vector, Vector, Vector][] =>
  Array.from({ length: of.index.length / 3 }, (_, f) => [
    corner(of, of.index[3 * f]!),
    corner(of, of.index[3 * f + 1]!),
    corner(of, of.index[3 * f + 2]!),
  ]);

/** The solid angles of all faces, one by one, by L’Huilier’s theorem for the spherical triangle of each (from memory). */
function windingByHand(of: TriangleMesh, p: Vector): number {
  const unit = (v: Vector): Vector => [v[0] / Math.hypot(...v), v[1] / Math.hypot(...v), v[2] / Math.hypot(...v)];
  const arc = (a: Vector, b: Vector) => 2 * Math.asin(Math.min(1, Math.hypot(...minus(a, b)) / 2));
  return faces(of).reduce((sum, face) => {
    const [a, b, c] = face.map((v) => unit(minus(v, p))) as [Vector, Vector, Vector];
    const [ab, bc, ca] = [arc(a, b), arc(b, c), arc(c, a)];
    const s = (ab + bc + ca) / 2;
    const t = Math.tan(s / 2) * Math.tan((s - ab) / 2) * Math.tan((s - bc) / 2) * Math.tan((s - ca) / 2);
    const angle = 4 * Math.atan(Math.sqrt(Math.max(0, t)));
    return sum + (Math.sign(dot(a, cross(b, c))) * angle) / (4 * Math.PI);
  }, 0);
}

/** The nearest point of a triangle, by the regions of its corners, edges and inside (Ericson 2005, 5.1.5). */
function distanceToFace([a, b, c]: readonly [Vector, Vector, Vector], p: Vector): number {
  const toEdge = (from: Vector, to: Vector) => {
    const way = minus(to, from);
    const t = Math.min(1, Math.max(0, dot(minus(p, from), way) / (dot(way, way) || 1)));
    return Math.hypot(...minus(p, [from[0] + t * way[0], from[1] + t * way[1], from[2] + t * way[2]]));
  };
  const n = cross(minus(b, a), minus(c, a));
  const sides = [
    dot(cross(minus(b, a), minus(p, a)), n),
    dot(cross(minus(c, b), minus(p, b)), n),
    dot(cross(minus(a, c), minus(p, c)), n),
  ];
  if (dot(n, n) > 0 && sides.every((side) => side >= 0)) return Math.abs(dot(minus(p, a), n)) / Math.hypot(...n);
  return Math.min(toEdge(a, b), toEdge(b, c), toEdge(c, a));
}

const places = (count: number, size: number): Vector[] =>
  Array.from({ length: count }, (_, i) => [0, 1, 2].map((k) => size * (2 * uniform(7, i, k) - 1)) as unknown as Vector);

describe('the winding number of a mesh', () => {
  it('is the share of the sphere that its faces cover: by a tree as one by one', () => {
    const ball = bumpyBall();
    const winding = new WindingNumber(ball.index, ball.positions);
    for (const at of places(200, 1.6)) expect(Math.abs(winding.at(...at) - windingByHand(ball, at))).toBeLessThan(0.02);
  });

  it('is 5/6 in the middle of a cube without a side, and 0 for no faces at all', () => {
    const corners = [0, 1, 2, 3, 4, 5, 6, 7].flatMap((i) => [i & 1 ? 1 : -1, i & 2 ? 1 : -1, i & 4 ? 1 : -1]);
    const sides = [
      [0, 2, 3, 1],
      [4, 5, 7, 6],
      [0, 1, 5, 4],
      [2, 6, 7, 3],
      [0, 4, 6, 2],
    ];
    const box = mesh(
      corners,
      sides.flatMap(([a, b, c, d]) => [a!, b!, c!, a!, c!, d!]),
    );
    const winding = new WindingNumber(box.index, box.positions);
    expect(Math.abs(winding.at(0, 0, 0))).toBeCloseTo(5 / 6, 9);
    expect(winding.holds(0, 0, 0)).toBe(true);
    expect(winding.holds(3, 0, 0)).toBe(false);
    expect(new WindingNumber([], []).holds(0, 0, 0)).toBe(false);
  });

  it('tells inside from outside of a mesh with holes, whichever way its faces go round', () => {
    const whole = bumpyBall(0);
    const leaky = faces(whole).flatMap((_, f) => (f % 23 === 0 ? [] : [f]));
    for (const order of [
      [0, 1, 2],
      [0, 2, 1],
    ]) {
      const index = leaky.flatMap((f) => order.map((k) => whole.index[3 * f + k]!));
      const winding = new WindingNumber(index, whole.positions);
      for (const at of places(300, 1.5)) {
        const r = Math.hypot(...at);
        // Next to a hole nobody can tell.
        if (r < 0.85 || r > 1.15) expect(winding.holds(...at)).toBe(r < 1);
      }
    }
  });
});

describe('a falloff inside a mesh', () => {
  const distances = (of: TriangleMesh, at: readonly Vector[], time = 0): number[] => {
    const local = vectorColumns(at.length);
    at.forEach((p, i) => ([local.x[i], local.y[i], local.z[i]] = p));
    const out = new Float64Array(at.length);
    const kind = falloffShapes.get('volume');
    const resources = { ...NO_RESOURCES, mesh: () => of };
    kind.distance(falloffShapes.defaults('volume', { mesh: 'm' }), resources)(local, at.length, out, time);
    return [...out];
  };

  it('is its signed distance by brute force, and 0 where that is below 0', () => {
    const ball = bumpyBall(0.2, 12);
    const at = places(300, 1.6);
    const all = faces(ball);
    distances(ball, at).forEach((d, i) => {
      const nearest = Math.min(...all.map((face) => distanceToFace(face, at[i]!)));
      const inside = windingByHand(ball, at[i]!) > 0.5;
      expect(d).toBeCloseTo(inside ? 0 : nearest, 5);
    });
  });

  it('follows a mesh that deforms', () => {
    const still = bumpyBall(0);
    const poses = [1, 2].flatMap((scale) => [...still.positions].map((n) => scale * n));
    const growing = { ...still, motion: { step: 1, poses: Float32Array.from(poses) } };
    const at: Vector[] = [[1.4, 0, 0]];
    expect(distances(growing, at, 0)[0]).toBeCloseTo(0.4, 2);
    expect(distances(growing, at, 1)[0]).toBe(0);
    expect(distances(growing, at, 0.25)[0]).toBeCloseTo(0.15, 2);
  });
});
