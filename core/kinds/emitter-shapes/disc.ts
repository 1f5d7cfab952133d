import { describe } from '../../document/parameters';
import { cos, sin } from '../../lib/math/exact';
import { circle } from '../../lib/geometry/outline';
import { defineEmitterShape, lieFlat } from './shape';

const parameters = describe({
  radius: {
    type: 'number',
    label: 'Radius',
    unit: 'm',
    default: 0.5,
    min: 0,
    usual: [0, 5],
    help: 'The radius of the disc.',
  },
});

/** A flat disc in the place's XZ plane, even over its area (radius R·√u); the normal is up. */
export const disc = defineEmitterShape({
  kind: 'disc',
  label: 'disc',
  summary: 'A flat disc, evenly filled. The normal points up.',
  parameters,
  sampler(values) {
    const { radius } = values;
    return ({ pick }, out) => {
      const r = radius * Math.sqrt(pick(0));
      const turn = 6.283185307179586 * pick(1);
      const x = r * cos(turn);
      const z = r * sin(turn);
      lieFlat(out, x, z, 0.5 + x / (2 * radius || 1), 0.5 + z / (2 * radius || 1));
      return true;
    };
  },
  kernel: (values) => ({ kind: 'disc', radius: values.radius }),
  outline: (values) => [circle(values.radius, 0, 2)],
  handles: (values) => [{ parameter: 'radius', at: [values.radius, 0, 0], axis: [1, 0, 0], perMetre: 1 }],
});
