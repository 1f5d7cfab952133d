import type { TriangleMesh } from './mesh';

/** The same mesh with all lengths multiplied. */
export function scaledMesh(mesh: TriangleMesh, by: number): TriangleMesh {
  if (by === 1) return mesh;
  const { motion } = mesh;
  return {
    ...mesh,
    positions: mesh.positions.map((n) => n * by),
    ...(motion && { motion: { ...motion, poses: motion.poses.map((n) => n * by) } }),
  };
}
