/**
 * A triangle mesh in its own frame, metres. Vertices are shared: positions and normals have three numbers a vertex, the
 * index three vertices a triangle.
 */
export interface TriangleMesh {
  readonly positions: Float32Array;
  /** Unit normals, smooth where neighbouring faces share a vertex. */
  readonly normals: Float32Array;
  /** Red, green, blue a vertex, 0 … 255, sRGB-coded; undefined without colours. */
  readonly colours?: Uint8Array;
  /** u, v a vertex; undefined without. */
  readonly uvs?: Float32Array;
  readonly index: Uint32Array;
  /** Named groups and materials, as runs of triangles. They may overlap. */
  readonly groups: readonly MeshGroup[];
  /** How it deforms over time; undefined for a mesh that keeps its form. */
  readonly motion?: MeshMotion;
}

export interface MeshGroup {
  readonly name: string;
  /** First triangle and number of triangles. */
  readonly start: number;
  readonly count: number;
  /** True for the faces of a material, left out for those of a group or an object. */
  readonly material?: true;
}

/** Positions at even steps of time, that repeat after the last. */
export interface MeshMotion {
  /** Seconds from one pose to the next. */
  readonly step: number;
  /** Poses one after another, each with as many numbers as `positions`. */
  readonly poses: Float32Array;
}

export const vertexCount = (mesh: TriangleMesh): number => mesh.positions.length / 3;
export const triangleCount = (mesh: TriangleMesh): number => mesh.index.length / 3;

/** Number of poses of a mesh; 0 where it does not deform. */
function poseCount({ motion, positions }: TriangleMesh): number {
  return motion ? motion.poses.length / positions.length : 0;
}

/** Smooth normals: the sum of the normals of the faces round each vertex, weighted by their areas. */
export function smoothNormals(positions: ArrayLike<number>, index: ArrayLike<number>): Float32Array {
  const sums = new Float64Array(positions.length);
  for (let i = 0; i < index.length; i += 3) {
    const a = 3 * index[i]!;
    const b = 3 * index[i + 1]!;
    const c = 3 * index[i + 2]!;
    const ux = positions[b]! - positions[a]!;
    const uy = positions[b + 1]! - positions[a + 1]!;
    const uz = positions[b + 2]! - positions[a + 2]!;
    const vx = positions[c]! - positions[a]!;
    const vy = positions[c + 1]! - positions[a + 1]!;
    const vz = positions[c + 2]! - positions[a + 2]!;
    const nx = uy * vz - uz * vy;
    const ny = uz * vx - ux * vz;
    const nz = ux * vy - uy * vx;
    for (const at of [a, b, c]) {
      sums[at]! += nx;
      sums[at + 1]! += ny;
      sums[at + 2]! += nz;
    }
  }
  const normals = new Float32Array(positions.length);
  for (let i = 0; i < sums.length; i += 3) {
    const length = Math.sqrt(sums[i]! * sums[i]! + sums[i + 1]! * sums[i + 1]! + sums[i + 2]! * sums[i + 2]!);
    if (length > 0) for (let k = 0; k < 3; k++) normals[i + k] = sums[i + k]! / length;
    else normals[i + 1] = 1;
  }
  return normals;
}

/** Twice the area of a triangle, and its unit normal, written into `out` (x, y, z); 0 and up for one without area. */
export function faceNormal(positions: ArrayLike<number>, a: number, b: number, c: number, out: Float64Array): number {
  const ax = positions[3 * a]!;
  const ay = positions[3 * a + 1]!;
  const az = positions[3 * a + 2]!;
  const ux = positions[3 * b]! - ax;
  const uy = positions[3 * b + 1]! - ay;
  const uz = positions[3 * b + 2]! - az;
  const vx = positions[3 * c]! - ax;
  const vy = positions[3 * c + 1]! - ay;
  const vz = positions[3 * c + 2]! - az;
  const nx = uy * vz - uz * vy;
  const ny = uz * vx - ux * vz;
  const nz = ux * vy - uy * vx;
  const size = Math.sqrt(nx * nx + ny * ny + nz * nz);
  out[0] = size > 0 ? nx / size : 0;
  out[1] = size > 0 ? ny / size : 1;
  out[2] = size > 0 ? nz / size : 0;
  return size;
}

/**
 * Positions at a time in seconds, written into `out`: linear between the two poses next to it, starting over after the
 * last. A mesh that keeps its form has its own positions at any time.
 */
export function poseAt(mesh: TriangleMesh, time: number, out: Float32Array): void {
  const { motion, positions } = mesh;
  const count = poseCount(mesh);
  if (!motion || count === 0) {
    out.set(positions);
    return;
  }
  const at = time / motion.step;
  const turn = at - Math.floor(at / count) * count;
  const first = Math.min(count - 1, Math.floor(turn));
  const next = (first + 1) % count;
  const t = turn - first;
  const a = first * positions.length;
  const b = next * positions.length;
  for (let i = 0; i < positions.length; i++)
    out[i] = motion.poses[a + i]! + t * (motion.poses[b + i]! - motion.poses[a + i]!);
}
