import type { Vector } from '../math/vector';
import { smoothNormals, type MeshGroup, type TriangleMesh } from './mesh';

/**
 * A surface over a grid of `across` × `along` cells: `at(u, v)` gives the point of u, v in 0 … 1. Where a direction is
 * closed, its last row of points is that of u = 1 again (for the sake of texture), with the normals of the first.
 * Triangles run so that normals point along ∂u × ∂v.
 */
export function gridMesh(
  across: number,
  along: number,
  at: (u: number, v: number) => Vector,
  {
    closedU = false,
    closedV = false,
    groups = [],
  }: { closedU?: boolean; closedV?: boolean; groups?: readonly MeshGroup[] } = {},
): TriangleMesh {
  const row = across + 1;
  const positions = new Float32Array(3 * row * (along + 1));
  const uvs = new Float32Array(2 * row * (along + 1));
  for (let j = 0; j <= along; j++)
    for (let i = 0; i <= across; i++) {
      const n = j * row + i;
      positions.set(at(closedU && i === across ? 0 : i / across, closedV && j === along ? 0 : j / along), 3 * n);
      uvs.set([i / across, j / along], 2 * n);
    }
  const index = new Uint32Array(6 * across * along);
  for (let j = 0, t = 0; j < along; j++)
    for (let i = 0; i < across; i++, t += 6) {
      const a = j * row + i;
      index.set([a, a + 1, a + row + 1, a, a + row + 1, a + row], t);
    }
  return { positions, normals: seamlessNormals(positions, index, row, along, closedU, closedV), uvs, index, groups };
}

function seamlessNormals(
  positions: Float32Array,
  index: Uint32Array,
  row: number,
  along: number,
  closedU: boolean,
  closedV: boolean,
): Float32Array {
  if (!closedU && !closedV) return smoothNormals(positions, index);
  const first = (n: number) => {
    const i = n % row;
    const j = Math.floor(n / row);
    return (closedV && j === along ? 0 : j) * row + (closedU && i === row - 1 ? 0 : i);
  };
  const normals = smoothNormals(positions, index.map(first));
  for (let n = 0; n < positions.length / 3; n++) normals.copyWithin(3 * n, 3 * first(n), 3 * first(n) + 3);
  return normals;
}
