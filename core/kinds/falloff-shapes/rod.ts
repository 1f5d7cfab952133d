import { describe } from '../../document/parameters';
import { rodLines, widthHandle } from '../../lib/geometry/outline';
import { defineFalloffShape, allAlong, innerAndOuter, roundedUp, setUnit } from './falloff-shape';

const parameters = describe({
  length: {
    type: 'number',
    label: 'Length',
    unit: 'm',
    default: 2,
    min: 0,
    usual: [0, 10],
    help: 'The length of the line, along Y.',
  },
  ...innerAndOuter,
});

/** d is the distance to a line of some length along Y. */
export const rod = defineFalloffShape({
  kind: 'rod',
  label: 'rod',
  summary: 'Measured from a line: a column with round ends.',
  bounded: true,
  formula: 'd = |x − nearest point of the line|',
  source: 'geometry',
  parameters,
  examples: [
    { values: { length: 4 }, at: [3, 1.5, 4], distance: 5, outward: [0.6, 0, 0.8] },
    { values: { length: 4 }, at: [0, -5, 4], distance: 5, outward: [0, -0.6, 0.8] },
  ],
  distance(values) {
    const half = values.length / 2;
    return ({ x, y, z }, count, out) => {
      for (let i = 0; i < count; i++) {
        const up = Math.max(0, Math.abs(y[i]!) - half);
        out[i] = Math.sqrt(x[i]! * x[i]! + up * up + z[i]! * z[i]!);
      }
    };
  },
  halves: (values) => [0, values.length / 2, 0],
  form(values) {
    const half = values.length / 2;
    return ({ x, y, z }, count, outward, lengthwise) => {
      for (let i = 0; i < count; i++) setUnit(outward, i, x[i]!, y[i]! - Math.min(half, Math.max(-half, y[i]!)), z[i]!);
      allAlong(1, count, lengthwise);
    };
  },
  fitted(half) {
    const outer = roundedUp(Math.sqrt(half[0] * half[0] + half[2] * half[2]));
    return { length: roundedUp(2 * half[1]), inner: roundedUp(outer * 0.4), outer };
  },
  outline(values, d) {
    const half = values.length / 2;
    const side = (x: number, z: number) =>
      [
        [x, -half, z],
        [x, half, z],
      ] as const;
    return [...rodLines(d, half), side(d, 0), side(-d, 0), side(0, d), side(0, -d)];
  },
  ray(values, u) {
    const half = values.length / 2;
    // Up and down the line while going round it, so that the hatch fills the column.
    const y = half * (2 * ((u * 5) % 1) - 1);
    // for drawing only
    return { from: [0, y, 0], along: [Math.cos(2 * Math.PI * u), 0, Math.sin(2 * Math.PI * u)] };
  },
  handles(values) {
    const { length, inner, outer } = values;
    const out = (parameter: string, value: number) =>
      ({ parameter, at: [0.8 * value, 0, 0.6 * value], axis: [0.8, 0, 0.6], perMetre: 1 }) as const;
    return [widthHandle('length', 1, length), out('inner', inner), out('outer', outer)];
  },
});
