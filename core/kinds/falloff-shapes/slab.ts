import { describe } from '../../document/parameters';
import { defineFalloffShape, allAlong, innerAndOuter, roundedUp, setUnit } from './falloff-shape';

const parameters = describe({
  ...innerAndOuter,
  side: {
    type: 'choice',
    label: 'Sides',
    default: 'both',
    options: [
      { value: 'both', label: 'both sides' },
      { value: 'front', label: 'front only' },
    ],
    help: 'On both sides of the plane, or only on its +Y side; behind it the field is then zero.',
  },
});

/** A slab has no end; this much of it is drawn either way, metres. */
const HALF = 2;

/** d = |y|, the distance to the plane through the place; with one side, all behind it is infinitely far. */
export const slab = defineFalloffShape({
  kind: 'slab',
  label: 'slab',
  summary: 'Measured from a horizontal plane: an infinite layer of even thickness.',
  bounded: true,
  formula: 'd = |y|',
  source: 'geometry',
  parameters,
  examples: [
    { at: [7, -3, 5], distance: 3, outward: [0, -1, 0] },
    { values: { side: 'front' }, at: [7, 3, 5], distance: 3 },
    { values: { side: 'front' }, at: [7, -3, 5], distance: Infinity },
  ],
  distance(values) {
    const front = values.side === 'front';
    return ({ y }, count, out) => {
      for (let i = 0; i < count; i++) out[i] = front && y[i]! < 0 ? Infinity : Math.abs(y[i]!);
    };
  },
  halves: (values) => (values.side === 'both' ? [Infinity, 0, Infinity] : undefined),
  form: () => (local, count, outward, lengthwise) => {
    for (let i = 0; i < count; i++) setUnit(outward, i, 0, local.y[i]!, 0);
    allAlong(0, count, lengthwise);
  },
  fitted(half) {
    const outer = roundedUp(half[1] * 1.1);
    return { inner: roundedUp(outer * 0.4), outer };
  },
  outline(values, d) {
    const sides = values.side === 'front' ? [d] : [d, -d];
    return sides.map((y) => [
      [-HALF, y, -HALF],
      [HALF, y, -HALF],
      [HALF, y, HALF],
      [-HALF, y, HALF],
      [-HALF, y, -HALF],
    ]);
  },
  ray(values, u) {
    const below = values.side === 'both' && Math.floor(u * 64) % 2 === 1;
    return { from: [(2 * u - 1) * HALF, 0, 0], along: [0, below ? -1 : 1, 0] };
  },
  handles: (values) =>
    (['inner', 'outer'] as const).map((parameter) => ({
      parameter,
      at: [0, values[parameter], 0],
      axis: [0, 1, 0],
      perMetre: 1,
    })),
});
