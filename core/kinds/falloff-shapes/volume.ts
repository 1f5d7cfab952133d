import { describe } from '../../document/parameters';
import type { TriangleMesh } from '../../lib/meshes/mesh';
import { treeOf } from '../../lib/meshes/tree';
import { drawnAsMesh, meshOf, meshTrouble } from './mesh-body';
import { defineFalloffShape, innerAndOuter, setUnit } from './falloff-shape';

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
  distance(values, resources) {
    const mesh = meshOf(values, resources);
    if (!mesh) return (_local, count, out) => void out.fill(Infinity, 0, count);
    const tree = treeOf(mesh);
    const at = new Float64Array(3);
    return ({ x, y, z }, count, out, time) => {
      tree.pose(time);
      for (let i = 0; i < count; i++) {
        if (tree.encloses(x[i]!, y[i]!, z[i]!)) {
          out[i] = 0;
          continue;
        }
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
        // Outward is away from the surface outside, and towards it inside.
        const side = tree.encloses(x[i]!, y[i]!, z[i]!) ? -1 : 1;
        setUnit(outward, i, side * (x[i]! - at[0]!), side * (y[i]! - at[1]!), side * (z[i]! - at[2]!));
        const [nx, ny, nz] = [outward.x[i]!, outward.y[i]!, outward.z[i]!];
        // Lengthwise is downhill along it.
        setUnit(lengthwise, i, ny * nx, ny * ny - 1, ny * nz);
      }
    };
  },
  empty: meshTrouble,
  ...drawnAsMesh,
});
