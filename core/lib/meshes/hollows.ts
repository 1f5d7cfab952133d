import { vertexCount, type TriangleMesh } from './mesh';

/** Vertices that share an edge, as rows: those of vertex v are `list[start[v]] … list[start[v + 1] − 1]`. */
function neighbours(mesh: TriangleMesh): { readonly start: Uint32Array; readonly list: Uint32Array } {
  const { index } = mesh;
  const vertices = vertexCount(mesh);
  const start = new Uint32Array(vertices + 1);
  for (const v of index) start[v + 1]! += 2;
  for (let v = 0; v < vertices; v++) start[v + 1]! += start[v]!;
  const list = new Uint32Array(start[vertices]!);
  const at = start.slice();
  for (let i = 0; i < index.length; i += 3)
    for (let k = 0; k < 3; k++) {
      const v = index[i + k]!;
      list[at[v]!++] = index[i + ((k + 1) % 3)]!;
      list[at[v]!++] = index[i + ((k + 2) % 3)]!;
    }
  return { start, list };
}

const made = new WeakMap<TriangleMesh, Map<number, Float32Array>>();
const MOST_ROUNDS = 400;

/**
 * How deep each vertex lies in a hollow of about that width, metres along its normal; negative on a ridge. It is the
 * mean of its surroundings less itself: the topographic position index of Weiss 2001 ("Topographic position and
 * landforms analysis") with its sign turned, with the mean taken by rounds of averaging over neighbours, whose spread
 * grows as edge · √rounds.
 */
export function hollowness(mesh: TriangleMesh, width: number): Float32Array {
  const known = made.get(mesh) ?? new Map<number, Float32Array>();
  made.set(mesh, known);
  const kept = known.get(width);
  if (kept) return kept;
  const { start, list } = neighbours(mesh);
  const vertices = vertexCount(mesh);
  let now = new Float64Array(mesh.positions);
  let next = new Float64Array(now.length);
  const reach = width / 2 / Math.max(1e-9, meanEdge(mesh));
  const rounds = Math.min(MOST_ROUNDS, Math.max(1, Math.floor(reach * reach + 0.5)));
  for (let round = 0; round < rounds; round++) {
    for (let v = 0; v < vertices; v++) {
      const from = start[v]!;
      const to = start[v + 1]!;
      for (let k = 0; k < 3; k++) {
        let sum = now[3 * v + k]!;
        for (let n = from; n < to; n++) sum += now[3 * list[n]! + k]!;
        next[3 * v + k] = sum / (to - from + 1);
      }
    }
    [now, next] = [next, now];
  }
  const depth = new Float32Array(vertices);
  for (let v = 0; v < vertices; v++)
    for (let k = 0; k < 3; k++) depth[v]! += (now[3 * v + k]! - mesh.positions[3 * v + k]!) * mesh.normals[3 * v + k]!;
  known.set(width, depth);
  return depth;
}

function meanEdge({ positions, index }: TriangleMesh): number {
  let sum = 0;
  for (let i = 0; i < index.length; i += 3) {
    let square = 0;
    for (let k = 0; k < 3; k++) {
      const d = positions[3 * index[i]! + k]! - positions[3 * index[i + 1]! + k]!;
      square += d * d;
    }
    sum += Math.sqrt(square);
  }
  return sum / Math.max(1, index.length / 3);
}
