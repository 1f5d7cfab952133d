import { describe } from '../../document/parameters';
import { cos, sin } from '../../lib/math/exact';
import { gridMesh } from '../../lib/meshes/grid';
import { detail, length } from './common';
import { defineMeshSource } from './source';

const parameters = describe({ radius: length('Radius', 1, 'Radius of the ball.'), detail });

/** A ball of meridians and parallels. */
export const ball = defineMeshSource({
  kind: 'ball',
  label: 'ball',
  summary: 'A ball made of triangles.',
  parameters,
  build(values) {
    const { radius, detail: cells } = values;
    return gridMesh(
      2 * cells,
      cells,
      (u, v) => {
        const turn = 6.283185307179586 * u;
        const rise = 3.141592653589793 * (v - 0.5);
        return [radius * cos(rise) * sin(turn), radius * sin(rise), radius * cos(rise) * cos(turn)];
      },
      { closedU: true },
    );
  },
});
