import { describe } from '../../document/parameters';
import { cbrt, cos, sin } from '../../lib/math/exact';
import { circle, radiusHandle } from '../../lib/geometry/outline';
import { defineEmitterShape } from './shape';

const parameters = describe({
  radius: {
    type: 'number',
    label: 'Radius',
    unit: 'm',
    default: 0.5,
    min: 0,
    usual: [0, 5],
    help: 'The radius of the ball.',
  },
  from: {
    type: 'choice',
    label: 'Births',
    default: 'volume',
    options: [
      { value: 'volume', label: 'in the volume' },
      { value: 'surface', label: 'on the surface' },
    ],
    help: 'Births fill the volume, or lie on the surface only.',
  },
});

/**
 * A ball: on the surface each coordinate is even on [−R, R] (Archimedes); the volume takes R·∛u. The normal is outward.
 */
export const ball = defineEmitterShape({
  kind: 'ball',
  label: 'ball',
  summary: 'A ball, from its volume or surface. The normal points outwards.',
  parameters,
  sampler(values) {
    const { radius, from } = values;
    return ({ pick }, out) => {
      const y = 2 * pick(0) - 1;
      const turn = 6.283185307179586 * pick(1);
      const ring = Math.sqrt(Math.max(0, 1 - y * y));
      out.nx = ring * cos(turn);
      out.ny = y;
      out.nz = ring * sin(turn);
      const r = from === 'surface' ? radius : radius * cbrt(pick(2));
      out.x = r * out.nx;
      out.y = r * out.ny;
      out.z = r * out.nz;
      // Along the parallel, eastwards.
      const flat = Math.sqrt(out.nx * out.nx + out.nz * out.nz);
      out.tx = flat > 0 ? out.nz / flat : 1;
      out.ty = 0;
      out.tz = flat > 0 ? -out.nx / flat : 0;
      out.u = 0.5 + 0.5 * out.nx;
      out.v = 0.5 + 0.5 * out.nz;
      out.flatY = y;
      return true;
    };
  },
  kernel(values) {
    const { radius, from } = values;
    return { kind: 'ball', radius, surface: from === 'surface' };
  },
  outline(values) {
    const { radius } = values;
    return [circle(radius, 0, 1), circle(radius, 0, 2), circle(radius, 1, 2)];
  },
  handles: (values) => [radiusHandle('radius', values.radius)],
});
