import { describe } from '../../document/parameters';
import { widthHandle } from '../../lib/geometry/outline';
import { defineEmitterShape, lieFlat } from './shape';

const parameters = describe({
  width: { type: 'number', label: 'Width', unit: 'm', default: 2, min: 0, usual: [0, 10], help: 'The size along X.' },
  depth: { type: 'number', label: 'Depth', unit: 'm', default: 2, min: 0, usual: [0, 10], help: 'The size along Z.' },
});

/** A rectangle in the place's XZ plane, even over its area; the normal is up. */
export const card = defineEmitterShape({
  kind: 'card',
  label: 'card',
  summary: 'A flat rectangle, evenly filled. The normal points up.',
  parameters,
  sampler(values) {
    const { width, depth } = values;
    return ({ pick }, out) => {
      const u = pick(0);
      const v = pick(1);
      lieFlat(out, width * (u - 0.5), depth * (v - 0.5), u, v);
      return true;
    };
  },
  kernel(values) {
    const { width, depth } = values;
    return { kind: 'box', sides: [width, 0, depth], picks: [0, 2, 1] };
  },
  outline(values) {
    const { width, depth } = values;
    const x = width / 2;
    const z = depth / 2;
    return [
      [
        [-x, 0, -z],
        [x, 0, -z],
        [x, 0, z],
        [-x, 0, z],
        [-x, 0, -z],
      ],
    ];
  },
  handles(values) {
    const { width, depth } = values;
    return [widthHandle('width', 0, width), widthHandle('depth', 2, depth)];
  },
});
