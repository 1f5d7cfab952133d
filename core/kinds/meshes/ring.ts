import { describe } from '../../document/parameters';
import { cos, sin } from '../../lib/math/exact';
import { gridMesh } from '../../lib/meshes/grid';
import { detail, length } from './common';
import { defineMeshSource } from './source';

const parameters = describe({
  radius: length('Radius', 1, 'From the middle of the ring to the middle of its tube.'),
  tube: length('Tube', 0.25, 'Radius of the tube.'),
  detail,
});

/** A torus about Y. */
export const ring = defineMeshSource({
  kind: 'ring',
  label: 'ring',
  summary: 'A horizontal torus.',
  parameters,
  build(values) {
    const { radius, tube, detail: cells } = values;
    return gridMesh(
      2 * cells,
      cells,
      (u, v) => {
        const turn = 6.283185307179586 * u;
        const around = 6.283185307179586 * v;
        const r = radius + tube * cos(around);
        return [r * sin(turn), tube * sin(around), r * cos(turn)];
      },
      { closedU: true, closedV: true },
    );
  },
});
