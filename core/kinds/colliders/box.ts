import { describe } from '../../document/parameters';
import { set, triple } from '../../lib/math/triple';
import { boxEdges, boxHandles } from '../../lib/geometry/outline';
import { defineColliderShape, inside } from './collider';
import { distanceToBox, meetBox, meetContainer } from './slabs';

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
    const [a, b, h] = [triple(), triple(), triple()];
    return {
      distance: (x, y, z) => sign * distanceToBox(x, y, z, width / 2, height / 2, depth / 2),
      descriptor: { kind: 'box', halves: [width / 2, height / 2, depth / 2], within },
      isClear(span, half) {
        const thick = sign * half;
        const [x, y, z] = [width / 2 + thick, height / 2 + thick, depth / 2 + thick];
        return within ? span.isWithin(x, y, z) : span.isBeside(x, y, z);
      },
      hit(ax, ay, az, bx, by, bz, half, hit) {
        set(a, ax, ay, az);
        set(b, bx, by, bz);
        set(h, width / 2 + sign * half, height / 2 + sign * half, depth / 2 + sign * half);
        return meet(a, b, h, 2 * half, hit);
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
