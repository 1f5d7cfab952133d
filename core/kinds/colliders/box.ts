import { describe } from '../../document/parameters';
import { boxEdges, boxHandles } from '../../lib/geometry/outline';
import { defineColliderShape, inside } from './collider';
import { meetBox, meetContainer } from './slabs';

const side = (label: string, axis: string) =>
  ({
    type: 'number',
    label,
    unit: 'm',
    default: 1,
    min: 0,
    above: true,
    usual: [0.1, 10],
    help: `Along its own ${axis}.`,
  }) as const;

const parameters = describe({
  width: side('Width', 'X'),
  height: side('Height', 'Y'),
  depth: side('Depth', 'Z'),
  inside,
});

/** A box, solid or hollow. */
export const box = defineColliderShape({
  kind: 'box',
  label: 'box',
  summary: 'A box that keeps particles out, or in.',
  parameters,
  body(values) {
    const { width, height, depth, inside: within } = values;
    const sign = within ? -1 : 1;
    const meet = within ? meetContainer : meetBox;
    return {
      hit: (ax, ay, az, bx, by, bz, half, hit) => {
        const h = [width / 2 + sign * half, height / 2 + sign * half, depth / 2 + sign * half] as const;
        return meet([ax, ay, az], [bx, by, bz], h, 2 * half, hit);
      },
    };
  },
  outline(values) {
    const { width, height, depth } = values;
    return boxEdges(width, height, depth);
  },
  handles(values) {
    const { width, height, depth } = values;
    return boxHandles(width, height, depth);
  },
});
