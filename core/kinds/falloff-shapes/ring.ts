import { describe } from '../../document/parameters';
import { circle } from '../../lib/geometry/outline';
import { defineFalloffShape, innerAndOuter, roundedUp, setUnit } from './falloff-shape';

const parameters = describe({
  radius: {
    type: 'number',
    label: 'Radius',
    unit: 'm',
    default: 1.5,
    min: 0,
    usual: [0, 10],
    help: 'The radius of the circle.',
  },
  inner: { ...innerAndOuter.inner, default: 0.2 },
  outer: { ...innerAndOuter.outer, default: 0.8 },
});

/** d is the distance to a circle in the XZ plane. */
export const ring = defineFalloffShape({
  kind: 'ring',
  label: 'ring',
  summary: 'Measured from a horizontal circle: a torus.',
  bounded: true,
  formula: 'd = √((√(x² + z²) − R)² + y²)',
  source: 'geometry',
  parameters,
  examples: [
    { values: { radius: 2 }, at: [0, 4, 5], distance: 5, outward: [0, 0.8, 0.6] },
    { values: { radius: 2 }, at: [0.5, 0, 0], distance: 1.5, outward: [-1, 0, 0] },
  ],
  distance(values) {
    const { radius } = values;
    return ({ x, y, z }, count, out) => {
      for (let i = 0; i < count; i++) {
        const off = Math.sqrt(x[i]! * x[i]! + z[i]! * z[i]!) - radius;
        out[i] = Math.sqrt(off * off + y[i]! * y[i]!);
      }
    };
  },
  form(values) {
    const { radius } = values;
    return ({ x, y, z }, count, outward, lengthwise) => {
      for (let i = 0; i < count; i++) {
        const wide = Math.sqrt(x[i]! * x[i]! + z[i]! * z[i]!);
        const inner = wide > 0 ? 1 - radius / wide : 0;
        setUnit(outward, i, x[i]! * inner, y[i]!, z[i]! * inner);
        // By the right-hand rule about its own Y.
        setUnit(lengthwise, i, z[i]!, 0, -x[i]!);
      }
    };
  },
  fitted(half) {
    const wide = Math.sqrt(half[0] * half[0] + half[2] * half[2]);
    const radius = roundedUp(wide / 2);
    // The middle and the corners are the farthest from the circle.
    const outer = roundedUp(
      Math.sqrt(Math.max(radius, wide - radius) * Math.max(radius, wide - radius) + half[1] * half[1]),
    );
    return { radius, inner: roundedUp(outer * 0.3), outer };
  },
  outline(values, d) {
    const { radius } = values;
    const quarters = [
      [1, 0],
      [0, 1],
      [-1, 0],
      [0, -1],
    ] as const;
    const across = quarters.map(([x, z]) =>
      circle(d, 0, 1).map(([out, up]) => [(radius + out) * x, up, (radius + out) * z] as const),
    );
    const inner = radius > d ? [circle(radius - d, 0, 2)] : [];
    return [circle(radius + d, 0, 2), ...inner, circle(radius, 0, 2, d), circle(radius, 0, 2, -d), ...across];
  },
  ray(values, u) {
    const { radius } = values;
    // for drawing only
    const [x, z] = [Math.cos(2 * Math.PI * u), Math.sin(2 * Math.PI * u)];
    return { from: [radius * x, 0, radius * z], along: [x, 0, z] };
  },
  handles(values) {
    const { radius, inner, outer } = values;
    const up = (parameter: string, value: number) =>
      ({ parameter, at: [radius, value, 0], axis: [0, 1, 0], perMetre: 1 }) as const;
    return [
      { parameter: 'radius', at: [-radius, 0, 0], axis: [-1, 0, 0], perMetre: 1 },
      up('inner', inner),
      up('outer', outer),
    ];
  },
});
