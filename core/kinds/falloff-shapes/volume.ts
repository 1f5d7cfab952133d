import { describe } from '../../document/parameters';
import type { TriangleMesh } from '../../lib/meshes/mesh';
import type { MeshTree } from '../../lib/meshes/tree';
import { distanceToMesh, drawnAsMesh, formOfMesh, meshTrouble } from './mesh-body';
import { defineFalloffShape, innerAndOuter } from './falloff-shape';

const parameters = describe({
  mesh: {
    type: 'reference',
    to: 'mesh',
    label: 'Mesh',
    default: '',
    help: 'One of the scene’s meshes. It is best closed; small holes do no harm.',
  },
  inner: { ...innerAndOuter.inner, default: 0 },
  outer: { ...innerAndOuter.outer, default: 0.3 },
});

/** A regular tetrahedron about the origin, its corners at (±1, ±1, ±1), for examples. */
const TETRAHEDRON: TriangleMesh = {
  positions: Float32Array.of(1, 1, 1, 1, -1, -1, -1, 1, -1, -1, -1, 1),
  normals: new Float32Array(12),
  index: Uint32Array.of(0, 1, 2, 0, 3, 1, 0, 2, 3, 1, 3, 2),
  groups: [],
};

const THIRD = 0.5773502691896258;

const isInside = (tree: MeshTree, x: number, y: number, z: number) => tree.encloses(x, y, z);

/** d is 0 inside a mesh, and outside the distance to its nearest face; without a mesh all is infinitely far. */
export const volume = defineFalloffShape({
  kind: 'volume',
  label: 'inside a mesh',
  summary: 'Full inside a mesh, and measured from its surface outside.',
  bounded: true,
  formula: 'd = max(0, signed distance to the mesh)',
  source: 'inside by a generalised winding number above ½: Jacobson, Kavan & Sorkine-Hornung 2013',
  parameters,
  examples: [
    { values: { mesh: 'm' }, at: [0.1, 0, 0.1], distance: 0, mesh: TETRAHEDRON },
    // Beyond the face across from (1, 1, 1), along its normal; it lies at 1/√3 from the middle.
    {
      values: { mesh: 'm' },
      at: [-1, -1, -1],
      distance: 3 * THIRD - THIRD,
      outward: [-THIRD, -THIRD, -THIRD],
      mesh: TETRAHEDRON,
    },
    { at: [0, 0, 0], distance: Infinity },
  ],
  distance: distanceToMesh(isInside),
  form: formOfMesh(isInside),
  empty: meshTrouble,
  ...drawnAsMesh,
});
