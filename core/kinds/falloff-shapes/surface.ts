import { describe } from '../../document/parameters';
import type { TriangleMesh } from '../../lib/meshes/mesh';
import { treeOf } from '../../lib/meshes/tree';
import { drawnAsMesh, meshOf, meshTrouble } from './mesh-body';
import { defineFalloffShape, innerAndOuter, setUnit } from './falloff-shape';

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
  distance(values, resources) {
    const mesh = meshOf(values, resources);
    if (!mesh) return (_local, count, out) => void out.fill(Infinity, 0, count);
    const tree = treeOf(mesh);
    const at = new Float64Array(3);
    return ({ x, y, z }, count, out, time) => {
      tree.pose(time);
      for (let i = 0; i < count; i++) {
        tree.nearestPoint(x[i]!, y[i]!, z[i]!, at);
        const [dx, dy, dz] = [x[i]! - at[0]!, y[i]! - at[1]!, z[i]! - at[2]!];
        out[i] = Math.sqrt(dx * dx + dy * dy + dz * dz);
      }
    };
  },
  form(values, resources) {
    const mesh = meshOf(values, resources);
    if (!mesh)
      return (_local, count, outward, lengthwise) => {
        for (let i = 0; i < count; i++) setUnit(outward, i, 0, 0, 0);
        for (let i = 0; i < count; i++) setUnit(lengthwise, i, 0, 0, 0);
      };
    const tree = treeOf(mesh);
    const at = new Float64Array(3);
    return ({ x, y, z }, count, outward, lengthwise, time) => {
      tree.pose(time);
      for (let i = 0; i < count; i++) {
        tree.nearestPoint(x[i]!, y[i]!, z[i]!, at);
        setUnit(outward, i, x[i]! - at[0]!, y[i]! - at[1]!, z[i]! - at[2]!);
        const [nx, ny, nz] = [outward.x[i]!, outward.y[i]!, outward.z[i]!];
        // Lengthwise is downhill along it.
        setUnit(lengthwise, i, ny * nx, ny * ny - 1, ny * nz);
      }
    };
  },
  empty: meshTrouble,
  ...drawnAsMesh,
});
