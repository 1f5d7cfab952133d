import type { Values } from '../../document/parameters';
import { describe } from '../../document/parameters';
import { frameAbout, type Vector, mapVector } from '../../lib/math/vector';
import type { Outline } from '../../lib/geometry/outline';
import { nearestOnPath, PathPieces } from '../../lib/paths/nearest';
import { pathParameters } from '../shared/path-parameters';
import { pathHandles } from '../shared/path-handles';
import { lineOf, pathTrouble } from '../shared/path-line';
import { pathLength, pointAlong, strokesOf } from '../../lib/paths/polyline';
import { defineFalloffShape, innerAndOuter, roundedUp, setUnit } from './falloff-shape';

const parameters = describe({
  ...pathParameters,
  inner: { ...innerAndOuter.inner, default: 0.2 },
  outer: { ...innerAndOuter.outer, default: 0.8 },
});

/** Two metres along X, for examples. */
const STRAIGHT = [
  [0, 0, 0],
  [2, 0, 0],
] as const;

/** A point of the path with two unit vectors across it; u runs from 0 to 1 over its length. */
function across(values: Values, u: number): { point: Vector; p: Vector; q: Vector } {
  const line = lineOf(values);
  if (!(pathLength(line) > 0)) return { point: [0, 0, 0], p: [0, 1, 0], q: [0, 0, 1] };
  const { point, tangent } = pointAlong(line, u * pathLength(line));
  const [p, q] = frameAbout(tangent);
  return { point, p, q };
}

/** Places along a path at which the lines of its tube have points. */
const ALONG = 160;

/** The pieces of a line that lie no nearer to a path than d: inside a bend, another place of the path is nearer. */
function piecesOutside(line: readonly Vector[], d: number, path: PathPieces): Outline {
  const found = nearestOnPath();
  const pieces: Vector[][] = [[]];
  for (const point of line) {
    path.nearest(...point, found);
    if (found.distance > 0.99 * d) pieces.at(-1)!.push(point);
    else if (pieces.at(-1)!.length > 0) pieces.push([]);
  }
  return pieces.filter(({ length }) => length > 1);
}

/** d is the distance to a path drawn point by point. */
export const path = defineFalloffShape({
  kind: 'path',
  label: 'around a path',
  summary: 'Measured from a path: a bent tube.',
  bounded: true,
  formula: 'd = |x − nearest point of the path|',
  source: 'geometry; smooth paths are centripetal Catmull–Rom splines, Barry & Goldman 1988',
  parameters,
  examples: [
    {
      values: { form: 'drawn', smooth: false, points: STRAIGHT },
      at: [1, 0, 3],
      distance: 3,
      outward: [0, 0, 1],
    },
    {
      values: { form: 'drawn', smooth: false, points: STRAIGHT },
      at: [-3, 4, 0],
      distance: 5,
      outward: [-0.6, 0.8, 0],
    },
  ],
  points: 'points',
  distance(values) {
    const pieces = new PathPieces(lineOf(values));
    const found = nearestOnPath();
    return ({ x, y, z }, count, out) => {
      for (let i = 0; i < count; i++) {
        pieces.nearest(x[i]!, y[i]!, z[i]!, found);
        out[i] = found.distance;
      }
    };
  },
  form(values) {
    const pieces = new PathPieces(lineOf(values));
    const found = nearestOnPath();
    return ({ x, y, z }, count, outward, lengthwise) => {
      for (let i = 0; i < count; i++) {
        pieces.nearest(x[i]!, y[i]!, z[i]!, found);
        setUnit(outward, i, x[i]! - found.x, y[i]! - found.y, z[i]! - found.z);
        lengthwise.x[i] = found.tx;
        lengthwise.y[i] = found.ty;
        lengthwise.z[i] = found.tz;
      }
    };
  },
  empty: pathTrouble,
  fitted(half) {
    const [a, b] = [-half[0] * 0.8, half[0] * 0.8];
    const points = [a, a / 3, b / 3, b].map((x, i) => [
      Number(x.toPrecision(3)),
      i % 2 === 0 ? 0 : Number((half[1] * 0.3).toPrecision(2)),
      0,
    ]);
    const outer = roundedUp(Math.sqrt(half[0] * half[0] * 0.04 + half[1] * half[1] * 1.7 + half[2] * half[2]));
    return { form: 'drawn', points, inner: roundedUp(outer * 0.4), outer };
  },
  outline(values, d) {
    if (d === 0) return strokesOf(lineOf(values));
    // A tube: few rings, and lines along it.
    const about = ({ point, p, q }: ReturnType<typeof across>, turn: number): Vector => {
      // for drawing only
      const [c, s] = [d * Math.cos(2 * Math.PI * turn), d * Math.sin(2 * Math.PI * turn)];
      return mapVector(point, (n, axis) => n + c * p[axis]! + s * q[axis]!);
    };
    const along = Array.from({ length: ALONG + 1 }, (_, i) => across(values, i / ALONG));
    const rings = along
      .filter((_, i) => i % (ALONG / 4) === 0)
      .map((ring) => Array.from({ length: 25 }, (_, i) => about(ring, i / 24)));
    const lengths = [0, 0.25, 0.5, 0.75].map((turn) => along.map((ring) => about(ring, turn)));
    const pieces = new PathPieces(lineOf(values));
    return [...rings, ...lengths].flatMap((line) => piecesOutside(line, d, pieces));
  },
  ray(values, u) {
    const { point, p, q } = across(values, u);
    const turn = 2 * Math.PI * ((u * 7) % 1);
    // for drawing only
    const [c, s] = [Math.cos(turn), Math.sin(turn)];
    return { from: point, along: mapVector(p, (n, axis) => c * n + s * q[axis]!) };
  },
  handles(values) {
    const { inner, outer } = values;
    const { point, p } = across(values, 0.5);
    const distances = (
      [
        ['inner', inner],
        ['outer', outer],
      ] as const
    ).map(([parameter, d]) => ({ parameter, at: mapVector(point, (n, i) => n + d * p[i]!), axis: p, perMetre: 1 }));
    return [...distances, ...pathHandles(values)];
  },
});
