import { boxEdges, widthHandle } from '../../lib/geometry/outline';
import { describe } from '../../document/parameters';
import { defineFalloffShape, allAlong, innerAndOuter, roundedUp, setUnit } from './falloff-shape';

const size = (label: string) =>
  ({
    type: 'number',
    label,
    unit: 'm',
    default: 2,
    min: 0,
    usual: [0, 10],
    help: `The ${label.toLowerCase()} of the box.`,
  }) as const;

const parameters = describe({
  width: size('Width'),
  height: size('Height'),
  depth: size('Depth'),
  inner: {
    ...innerAndOuter.inner,
    default: 0,
    help: 'The distance outside the box up to which the field has full strength.',
  },
  outer: {
    ...innerAndOuter.outer,
    default: 0.5,
    help: 'The distance outside the box beyond which the field is zero. At least the inner radius.',
  },
});

/** A solid box: d = 0 inside, outside the distance to the nearest point of the box. */
export const box = defineFalloffShape({
  kind: 'box',
  label: 'box',
  summary: 'A box with full strength inside. The falloff is measured outwards from its faces.',
  bounded: true,
  formula: 'd = |max(|x| − half, 0)|',
  source: 'geometry',
  parameters,
  examples: [
    { values: { width: 2, height: 4, depth: 6 }, at: [0.9, -1.9, 2.9], distance: 0 },
    { values: { width: 2, height: 4, depth: 6 }, at: [-3, 0, 0], distance: 2, outward: [-1, 0, 0] },
    // Beyond a corner: √(2² + 3² + 6²)
    { values: { width: 2, height: 4, depth: 6 }, at: [3, -5, 9], distance: 7 },
  ],
  distance(values) {
    const { width, height, depth } = values;
    return ({ x, y, z }, count, out) => {
      for (let i = 0; i < count; i++) {
        const dx = Math.max(0, Math.abs(x[i]!) - width / 2);
        const dy = Math.max(0, Math.abs(y[i]!) - height / 2);
        const dz = Math.max(0, Math.abs(z[i]!) - depth / 2);
        out[i] = Math.sqrt(dx * dx + dy * dy + dz * dz);
      }
    };
  },
  halves(values) {
    const { width, height, depth } = values;
    return [width / 2, height / 2, depth / 2];
  },
  // From the middle, so that nothing jumps at the faces.
  form: () => (local, count, outward, lengthwise) => {
    for (let i = 0; i < count; i++) setUnit(outward, i, local.x[i]!, local.y[i]!, local.z[i]!);
    allAlong(1, count, lengthwise);
  },
  fitted(half) {
    const outer = roundedUp(0.15 * Math.max(...half));
    return {
      width: roundedUp(2 * half[0]),
      height: roundedUp(2 * half[1]),
      depth: roundedUp(2 * half[2]),
      inner: 0,
      outer,
    };
  },
  outline(values, d) {
    const { width, height, depth } = values;
    return boxEdges(width + 2 * d, height + 2 * d, depth + 2 * d);
  },
  ray(values, u) {
    const { width, depth } = values;
    const side = Math.floor(u * 4) % 4;
    const t = (u * 4 - side - 0.5) * (side % 2 === 0 ? depth : width);
    const out = side < 2 ? 1 : -1;
    return side % 2 === 0
      ? { from: [(out * width) / 2, 0, t], along: [out, 0, 0] }
      : { from: [t, 0, (out * depth) / 2], along: [0, 0, out] };
  },
  handles(values) {
    const { width, height, depth, inner, outer } = values;
    const outside = (parameter: string, d: number) =>
      ({ parameter, at: [-width / 2 - d, 0, 0], axis: [-1, 0, 0], perMetre: 1 }) as const;
    return [
      widthHandle('width', 0, width),
      widthHandle('height', 1, height),
      widthHandle('depth', 2, depth),
      outside('inner', inner),
      outside('outer', outer),
    ];
  },
});
