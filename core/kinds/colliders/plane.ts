import { describe } from '../../document/parameters';
import { defineColliderShape } from './collider';

const parameters = describe({
  sides: {
    type: 'choice',
    label: 'Stops particles',
    default: 'front',
    options: [
      { value: 'front', label: 'from above' },
      { value: 'both', label: 'from both sides' },
    ],
    help: 'From above, everything below the plane is solid. From both sides, it is a thin sheet.',
  },
});

/** How far behind it a particle may be found, beside its thickness, and still be put back, metres. */
const GRACE = 1e-3;

/** A plane has no end; this much of it is drawn either way, metres. */
const HALF = 3;

/** The XZ plane of its place. */
export const plane = defineColliderShape({
  kind: 'plane',
  spreads: true,
  endless: true,
  label: 'plane',
  summary: 'An infinite plane: a floor or a thin sheet.',
  parameters,
  body(values) {
    const both = values.sides === 'both';
    return {
      distance: (_x, y) => (both ? Math.abs(y) : y),
      descriptor: { kind: 'plane', both },
      isClear: ({ low, high }, half) => low[1]! > half || high[1]! < (both ? -half : -half - GRACE),
      hit(ax, ay, az, bx, by, bz, half, hit) {
        const side = both && ay < 0 ? -1 : 1;
        const from = side * ay - half;
        const to = side * by - half;
        if (to >= 0 || from < -2 * half - GRACE) return false;
        const way = Math.sqrt((bx - ax) * (bx - ax) + (by - ay) * (by - ay) + (bz - az) * (bz - az));
        // A way that hardly leads down runs along it.
        if (from - to <= 1e-6 * way) return false;
        hit.t = from > 0 ? from / (from - to) : 0;
        hit.nx = hit.nz = hit.face = 0;
        hit.ny = side;
        hit.push = Math.max(0, -from);
        return true;
      },
    };
  },
  outline: () => [
    [
      [-HALF, 0, -HALF],
      [HALF, 0, -HALF],
      [HALF, 0, HALF],
      [-HALF, 0, HALF],
      [-HALF, 0, -HALF],
    ],
    [
      [0, 0, 0],
      [0, 0.3, 0],
    ],
  ],
  handles: () => [],
});
