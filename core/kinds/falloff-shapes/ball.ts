import { circle, radiusHandle } from '../../lib/geometry/outline';
import { defineFalloffShape, allAlong, innerAndOuter, roundedUp, setUnit } from './falloff-shape';

/** d = |x|, the distance to the centre. */
export const ball = defineFalloffShape({
  kind: 'ball',
  label: 'ball',
  summary: 'Measured from the centre.',
  bounded: true,
  formula: 'd = |x|',
  source: 'geometry',
  parameters: innerAndOuter,
  examples: [{ at: [3, -4, 12], distance: 13, outward: [3 / 13, -4 / 13, 12 / 13] }],
  distance:
    () =>
    ({ x, y, z }, count, out) => {
      for (let i = 0; i < count; i++) out[i] = Math.sqrt(x[i]! * x[i]! + y[i]! * y[i]! + z[i]! * z[i]!);
    },
  halves: () => [0, 0, 0],
  form: () => (local, count, outward, lengthwise) => {
    for (let i = 0; i < count; i++) setUnit(outward, i, local.x[i]!, local.y[i]!, local.z[i]!);
    allAlong(1, count, lengthwise);
  },
  fitted(half) {
    const outer = roundedUp(Math.sqrt(half[0] * half[0] + half[1] * half[1] + half[2] * half[2]));
    return { inner: roundedUp(outer * 0.4), outer };
  },
  outline: (_values, d) => [circle(d, 0, 2), circle(d, 0, 1), circle(d, 1, 2)],
  // for drawing only
  ray: (_values, u) => ({ from: [0, 0, 0], along: [Math.cos(2 * Math.PI * u), 0, Math.sin(2 * Math.PI * u)] }),
  handles: (values) => (['inner', 'outer'] as const).map((parameter) => radiusHandle(parameter, values[parameter])),
});
