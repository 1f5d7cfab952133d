import { describe } from '../../document/parameters';
import type { TriangleMesh } from '../../lib/meshes/mesh';
import { distanceToMesh, drawnAsMesh, formOfMesh, meshTrouble } from './mesh-body';
import { defineFalloffShape, innerAndOuter } from './falloff-shape';

const parameters = describe({
  mesh: { type: 'reference', to: 'mesh', label: 'Mesh', default: '', help: 'One of the scene’s meshes.' },
  inner: { ...innerAndOuter.inner, default: 0.1 },
  outer: { ...innerAndOuter.outer, default: 0.5 },
});

/** A triangle on the ground, for examples. */
const TRIANGLE: TriangleMesh = {
  positions: Float32Array.of(0, 0, 0, 0, 0, 1, 1, 0, 0),
  normals: Float32Array.of(0, 1, 0, 0, 1, 0, 0, 1, 0),
  index: Uint32Array.of(0, 1, 2),
  groups: [],
};

/** d is the distance to the nearest face of a mesh; without one all is infinitely far. */
export const surface = defineFalloffShape({
  kind: 'surface',
  label: 'around a surface',
  summary: 'Measured from the surface of a mesh, on both sides.',
  bounded: true,
  formula: 'd = |x − nearest point of the mesh|',
  source: 'geometry, through a tree of bounding boxes (package three-mesh-bvh)',
  parameters,
  examples: [
    { values: { mesh: 'm' }, at: [0.25, -2, 0.25], distance: 2, outward: [0, -1, 0], mesh: TRIANGLE },
    { values: { mesh: 'm' }, at: [-3, 4, 0], distance: 5, outward: [-0.6, 0.8, 0], mesh: TRIANGLE },
    { at: [0, 0, 0], distance: Infinity },
  ],
  distance: distanceToMesh(() => false),
  form: formOfMesh(() => false),
  empty: meshTrouble,
  ...drawnAsMesh,
});
