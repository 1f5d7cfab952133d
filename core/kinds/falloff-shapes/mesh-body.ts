import type { TriangleMesh } from '../../lib/meshes/mesh';
import type { Resources } from '../emitter-shapes/shape';

interface OfMesh {
  readonly mesh: string;
}

/** The mesh that a falloff is measured from. */
export const meshOf = ({ mesh }: OfMesh, resources: Resources): TriangleMesh | undefined => resources.mesh(mesh);

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
