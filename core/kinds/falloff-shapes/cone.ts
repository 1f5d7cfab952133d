import { circle } from '../../lib/geometry/outline';
import { describe } from '../../document/parameters';
import { cos, sin } from '../../lib/math/exact';
import { tan } from '../../lib/math/inverse';
import { defineFalloffShape, allAlong, innerAndOuter, roundedUp, setUnit } from './falloff-shape';

const RADIAN = 0.017453292519943295;

const parameters = describe({
  length: {
    type: 'number',
    label: 'Length',
    unit: 'm',
    default: 2,
    min: 0,
    above: true,
    usual: [0.1, 10],
    help: 'The length along Y, from the tip to the flat end.',
  },
  angle: {
    type: 'number',
    label: 'Half angle',
    unit: '°',
    default: 25,
    min: 0.1,
    max: 85,
    usual: [5, 60],
    help: 'The angle between the axis and the side.',
  },
  inner: {
    ...innerAndOuter.inner,
    default: 0,
    help: 'The distance outside the cone up to which the field has full strength.',
  },
  outer: {
    ...innerAndOuter.outer,
    default: 0.4,
    help: 'The distance outside the cone beyond which the field is zero. At least the inner radius.',
  },
});

/** Square of the distance from (r, y) to the line between two points of the half plane r ≥ 0. */
function toSide(r: number, y: number, ar: number, ay: number, br: number, by: number): number {
  const [dr, dy] = [br - ar, by - ay];
  const size = dr * dr + dy * dy;
  const t = size > 0 ? Math.min(1, Math.max(0, ((r - ar) * dr + (y - ay) * dy) / size)) : 0;
  const [er, ey] = [r - ar - t * dr, y - ay - t * dy];
  return er * er + ey * ey;
}

/** A solid cone with its tip at the place: d = 0 inside, outside the distance to its side or flat end. */
export const cone = defineFalloffShape({
  kind: 'cone',
  label: 'cone',
  summary: 'A cone with full strength inside. The falloff is measured outwards from its surface.',
  bounded: true,
  formula: 'd = 0 inside; outside the distance to its side or flat end',
  source: 'geometry',
  parameters,
  examples: [
    { values: { length: 2, angle: 45 }, at: [0.9, 1, 0], distance: 0 },
    // Beside it, under its tip, above its flat end
    { values: { length: 2, angle: 45 }, at: [2, 1, 0], distance: Math.SQRT1_2, outward: [1, 0, 0] },
    { values: { length: 2, angle: 45 }, at: [0, -3, 0], distance: 3 },
    { values: { length: 2, angle: 45 }, at: [0, 5, -1], distance: 3 },
  ],
  distance(values) {
    const { length, angle } = values;
    const slope = tan(angle * RADIAN);
    const wide = length * slope;
    return ({ x, y, z }, count, out) => {
      for (let i = 0; i < count; i++) {
        const r = Math.sqrt(x[i]! * x[i]! + z[i]! * z[i]!);
        const up = y[i]!;
        const inside = up >= 0 && up <= length && r <= up * slope;
        out[i] = inside
          ? 0
          : Math.sqrt(Math.min(toSide(r, up, 0, 0, wide, length), toSide(r, up, 0, length, wide, length)));
      }
    };
  },
  form: () => (local, count, outward, lengthwise) => {
    for (let i = 0; i < count; i++) setUnit(outward, i, local.x[i]!, 0, local.z[i]!);
    allAlong(1, count, lengthwise);
  },
  fitted(half) {
    const length = roundedUp(2 * half[1]);
    return {
      length,
      angle: 35,
      inner: 0,
      outer: roundedUp(Math.sqrt(half[0] * half[0] + half[1] * half[1] + half[2] * half[2])),
    };
  },
  outline(values, d) {
    const { length, angle } = values;
    const [s, c] = [sin(angle * RADIAN), cos(angle * RADIAN)];
    const wide = length * tan(angle * RADIAN);
    // The side moved out by d, from beside the tip to beside the rim; the flat end moved up.
    const side = (turn: number) => {
      const [x, z] = [cos(turn), sin(turn)];
      return [
        [d * c * x, -d * s, d * c * z],
        [(wide + d * c) * x, length - d * s, (wide + d * c) * z],
      ] as const;
    };
    return [
      circle(wide + d * c, 0, 2, length - d * s),
      circle(wide, 0, 2, length + d),
      ...(d > 0 ? [circle(d * c, 0, 2, -d * s)] : []),
      ...[0, 1, 2, 3].map((quarter) => side((quarter * Math.PI) / 2)),
    ];
  },
  ray(values, u) {
    const { length, angle } = values;
    const [s, c] = [sin(angle * RADIAN), cos(angle * RADIAN)];
    // Up and down its side while going round it.
    const y = length * (0.15 + 0.85 * ((u * 5) % 1));
    const r = y * tan(angle * RADIAN);
    const [x, z] = [cos(2 * Math.PI * u), sin(2 * Math.PI * u)];
    return { from: [r * x, y, r * z], along: [c * x, -s, c * z] };
  },
  handles(values) {
    const { length, angle, inner, outer } = values;
    const [s, c] = [sin(angle * RADIAN), cos(angle * RADIAN)];
    const middle = length / 2;
    const r = middle * tan(angle * RADIAN);
    const out = (parameter: string, d: number) =>
      ({ parameter, at: [r + d * c, middle - d * s, 0], axis: [c, -s, 0], perMetre: 1 }) as const;
    return [
      { parameter: 'length', at: [0, length, 0], axis: [0, 1, 0], perMetre: 1 },
      out('inner', inner),
      out('outer', outer),
    ];
  },
});
