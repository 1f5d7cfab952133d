import { describe } from '../../document/parameters';
import { type Vector, vectorBy } from '../../lib/math/vector';
import { joinMeshes } from '../../lib/meshes/join';
import { gridMesh } from '../../lib/meshes/grid';
import { detail, length } from './common';
import { defineMeshSource } from './source';

const parameters = describe({
  width: length('Width', 1, 'Along X.'),
  height: length('Height', 1, 'Along Y.'),
  depth: length('Depth', 1, 'Along Z.'),
  detail: { ...detail, min: 1, default: 1, usual: [1, 32] },
});

/** Names of the faces with the axis they look along, and the two axes they span. */
const FACES: readonly (readonly [string, Vector, Vector, Vector])[] = [
  ['right', [1, 0, 0], [0, 1, 0], [0, 0, 1]],
  ['left', [-1, 0, 0], [0, 0, 1], [0, 1, 0]],
  ['top', [0, 1, 0], [0, 0, 1], [1, 0, 0]],
  ['bottom', [0, -1, 0], [1, 0, 0], [0, 0, 1]],
  ['front', [0, 0, 1], [1, 0, 0], [0, 1, 0]],
  ['back', [0, 0, -1], [0, 1, 0], [1, 0, 0]],
];

/** A box whose faces are groups of their own. */
export const box = defineMeshSource({
  kind: 'box',
  label: 'box',
  summary: 'A box. Its six faces are named groups.',
  parameters,
  build(values) {
    const { width, height, depth, detail: cells } = values;
    const half = [width / 2, height / 2, depth / 2];
    return joinMeshes(
      FACES.map(([name, out, a, b]) => ({
        name,
        mesh: gridMesh(cells, cells, (u, v) => {
          const s = 2 * u - 1;
          const t = 2 * v - 1;
          return vectorBy((i) => half[i]! * (out[i]! + s * a[i]! + t * b[i]!));
        }),
      })),
    );
  },
});
