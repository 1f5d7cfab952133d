import { describe } from '../../document/parameters';
import { cos, sin } from '../../lib/math/exact';
import { circle } from '../../lib/geometry/outline';
import { defineEmitterShape } from './shape';

const parameters = describe({
  radius: {
    type: 'number',
    label: 'Radius',
    unit: 'm',
    default: 1,
    min: 0,
    usual: [0, 5],
    help: 'The radius to the middle of the tube.',
  },
  tube: {
    type: 'number',
    label: 'Tube radius',
    unit: 'm',
    default: 0,
    min: 0,
    usual: [0, 1],
    help: 'The radius of the tube. 0 is a circle; at most the radius counts.',
  },
});

/**
 * A ring in the XZ plane: a circle, or the even volume of a torus. In the torus the density of the angle φ in the tube
 * is proportional to R + r·cos φ; an even φ is mirrored with the chance that makes it so.
 */
export const ring = defineEmitterShape({
  kind: 'ring',
  label: 'ring',
  summary: 'A horizontal ring or torus, evenly filled. The normal points outwards.',
  parameters,
  sampler(values) {
    const { radius, tube } = values;
    const thick = Math.min(tube, radius);
    return ({ pick }, out) => {
      const turn = 6.283185307179586 * pick(0);
      const c = cos(turn);
      const s = sin(turn);
      const r = thick * Math.sqrt(pick(1));
      const around = 6.283185307179586 * pick(2);
      const bow = cos(around);
      const side = radius > 0 && pick(3) > 0.5 * (1 + (r / radius) * bow) ? -bow : bow;
      const rise = sin(around);
      const far = radius + r * side;
      out.x = far * c;
      out.y = r * rise;
      out.z = far * s;
      out.nx = thick > 0 ? side * c : c;
      out.ny = thick > 0 ? rise : 0;
      out.nz = thick > 0 ? side * s : s;
      out.flatY = out.ny;
      out.tx = -s;
      out.ty = 0;
      out.tz = c;
      out.u = 0.5 + 0.5 * c;
      out.v = 0.5 + 0.5 * s;
      return true;
    };
  },
  outline(values) {
    const { radius, tube } = values;
    return tube > 0
      ? [circle(radius + tube, 0, 2), circle(Math.max(0, radius - tube), 0, 2), circle(radius, 0, 2, tube)]
      : [circle(radius, 0, 2)];
  },
  handles(values) {
    const { radius, tube } = values;
    return [
      { parameter: 'radius', at: [radius, 0, 0], axis: [1, 0, 0], perMetre: 1 },
      { parameter: 'tube', at: [0, 0, radius + tube], axis: [0, 0, 1], perMetre: 1 },
    ];
  },
});
