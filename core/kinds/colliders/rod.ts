import { describe } from '../../document/parameters';
import { rodLines, widthHandle } from '../../lib/geometry/outline';
import { defineColliderShape, inside } from './collider';
import { tracedBody } from './trace';

const parameters = describe({
  length: {
    type: 'number',
    label: 'Length',
    unit: 'm',
    default: 2,
    min: 0,
    usual: [0, 10],
    help: 'The length along Y, without the round ends.',
  },
  radius: {
    type: 'number',
    label: 'Radius',
    unit: 'm',
    default: 0.3,
    min: 0,
    above: true,
    usual: [0.05, 2],
    help: 'The radius of the rod and its round ends.',
  },
  inside,
});

/** A rod with round ends, solid or hollow: all points within a distance of a line. */
export const rod = defineColliderShape({
  kind: 'rod',
  label: 'rod',
  summary: 'A rod with round ends that keeps particles out or in.',
  parameters,
  body(values) {
    const { length, radius, inside: within } = values;
    const half = length / 2;
    const surface = tracedBody((x, y, z, normal) => {
      const up = y - Math.min(half, Math.max(-half, y));
      const r = Math.sqrt(x * x + up * up + z * z);
      normal[0] = r > 0 ? x / r : 1;
      normal[1] = r > 0 ? up / r : 0;
      normal[2] = r > 0 ? z / r : 0;
      return r - radius;
    }, within);
    return {
      ...surface,
      descriptor: { kind: 'rod', radius, half, within },
      isClear(span, thick) {
        if (!within) return span.isBeside(radius + thick, half + radius + thick, radius + thick);
        // A square within the round of its middle part.
        const side = (radius - thick) / Math.SQRT2;
        return span.isWithin(side, half, side);
      },
    };
  },
  outline(values) {
    const { length, radius } = values;
    return rodLines(radius, length / 2);
  },
  handles(values) {
    const { length, radius } = values;
    return [
      widthHandle('length', 1, length),
      { parameter: 'radius', at: [radius, 0, 0], axis: [1, 0, 0], perMetre: 1 },
    ];
  },
});
