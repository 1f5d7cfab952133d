import { describe } from '../../document/parameters';
import { circle, radiusHandle } from '../../lib/geometry/outline';
import { defineColliderShape, inside } from './collider';
import { tracedBody } from './trace';

const parameters = describe({
  radius: {
    type: 'number',
    label: 'Radius',
    unit: 'm',
    default: 0.6,
    min: 0,
    above: true,
    usual: [0.1, 5],
    help: 'The radius of the ball.',
  },
  inside,
});

/** A ball, solid or hollow. */
export const ball = defineColliderShape({
  kind: 'ball',
  label: 'ball',
  summary: 'A ball that keeps particles out, or in.',
  parameters,
  body(values) {
    const { radius, inside: within } = values;
    const surface = tracedBody((x, y, z, normal) => {
      const r = Math.sqrt(x * x + y * y + z * z);
      normal[0] = r > 0 ? x / r : 0;
      normal[1] = r > 0 ? y / r : 1;
      normal[2] = r > 0 ? z / r : 0;
      return r - radius;
    }, within);
    return {
      ...surface,
      descriptor: { kind: 'ball', radius, within },
      isClear({ distances: [nearest, farthest] }, half) {
        return within ? farthest < radius - half : nearest > radius + half;
      },
    };
  },
  outline(values) {
    const { radius } = values;
    return [circle(radius, 0, 2), circle(radius, 0, 1), circle(radius, 1, 2)];
  },
  handles: (values) => [radiusHandle('radius', values.radius)],
});
