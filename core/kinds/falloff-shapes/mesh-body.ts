import type { TriangleMesh } from '../../lib/meshes/mesh';
import { treeOf, type MeshTree } from '../../lib/meshes/tree';
import type { Resources } from '../emitter-shapes/shape';
import { setUnit, type DistanceRoutine, type FormRoutine } from './falloff-shape';

interface OfMesh {
  readonly mesh: string;
}

/** The mesh that a falloff is measured from. */
export const meshOf = ({ mesh }: OfMesh, resources: Resources): TriangleMesh | undefined => resources.mesh(mesh);

/** Whether a point counts as inside, where the distance is 0 and outward is towards the surface. */
type Inside = (tree: MeshTree, x: number, y: number, z: number) => boolean;

/** Distances to the nearest face of a mesh, 0 inside; without a mesh all is infinitely far. */
export const distanceToMesh =
  (inside: Inside) =>
  (values: OfMesh, resources: Resources): DistanceRoutine => {
    const mesh = meshOf(values, resources);
    if (!mesh) return (_local, count, out) => void out.fill(Infinity, 0, count);
    const tree = treeOf(mesh);
    return ({ x, y, z }, count, out, time) => {
      tree.pose(time);
      for (let i = 0; i < count; i++)
        out[i] = inside(tree, x[i]!, y[i]!, z[i]!) ? 0 : tree.distanceTo(x[i]!, y[i]!, z[i]!);
    };
  };

/** Outward from a mesh, and downhill along it; no directions without a mesh. */
export const formOfMesh =
  (inside: Inside) =>
  (values: OfMesh, resources: Resources): FormRoutine => {
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
        const side = inside(tree, x[i]!, y[i]!, z[i]!) ? -1 : 1;
        setUnit(outward, i, side * (x[i]! - at[0]!), side * (y[i]! - at[1]!), side * (z[i]! - at[2]!));
        const [nx, ny, nz] = [outward.x[i]!, outward.y[i]!, outward.z[i]!];
        setUnit(lengthwise, i, ny * nx, ny * ny - 1, ny * nz);
      }
    };
  };

/** Why there is no mesh to measure from, in words. */
export function meshTrouble(values: OfMesh, resources: Resources): string | undefined {
  if (values.mesh === '') return 'no mesh is chosen for its falloff shape';
  return meshOf(values, resources) ? undefined : 'the mesh of its falloff shape is missing';
}

/** What a falloff that is measured from a mesh draws: nothing of its own, since the mesh itself is drawn. */
export const drawnAsMesh = {
  surface: meshOf,
  fitted: () => ({}),
  outline: () => [],
  ray: () => ({ from: [0, 0, 0], along: [0, 1, 0] }) as const,
  handles: () => [],
};
