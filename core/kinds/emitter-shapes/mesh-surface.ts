import { faceNormal, type TriangleMesh } from '../../lib/meshes/mesh';
import type { BirthPlace } from './shape';

/** A place on a mesh whose form may change over time. */
export class Surface {
  private readonly at = new Float64Array(9);
  private readonly face = new Float64Array(3);

  constructor(readonly mesh: TriangleMesh) {}

  /**
   * The point of barycentric weights 1 − b − c, b, c on a triangle at a time in seconds, with all that is known there.
   */
  place(triangle: number, b: number, c: number, time: number, out: BirthPlace): void {
    const { mesh, at } = this;
    const { index, normals, uvs, colours } = mesh;
    const corners = [index[3 * triangle]!, index[3 * triangle + 1]!, index[3 * triangle + 2]!] as const;
    corners.forEach((v, i) => this.vertex(v, time, 3 * i));
    const weights = [1 - b - c, b, c] as const;
    const mixed = (list: ArrayLike<number>, width: number, k: number) =>
      weights[0] * list[width * corners[0] + k]! +
      weights[1] * list[width * corners[1] + k]! +
      weights[2] * list[width * corners[2] + k]!;
    out.x = weights[0] * at[0]! + b * at[3]! + c * at[6]!;
    out.y = weights[0] * at[1]! + b * at[4]! + c * at[7]!;
    out.z = weights[0] * at[2]! + b * at[5]! + c * at[8]!;
    faceNormal(at, 0, 1, 2, this.face);
    out.flatY = this.face[1]!;
    if (mesh.motion) [out.nx, out.ny, out.nz] = [this.face[0]!, this.face[1]!, this.face[2]!];
    else {
      const nx = mixed(normals, 3, 0);
      const ny = mixed(normals, 3, 1);
      const nz = mixed(normals, 3, 2);
      const size = Math.sqrt(nx * nx + ny * ny + nz * nz) || 1;
      out.nx = nx / size;
      out.ny = ny / size;
      out.nz = nz / size;
    }
    this.tangent(out);
    out.u = uvs ? mixed(uvs, 2, 0) : 0;
    out.v = uvs ? 1 - mixed(uvs, 2, 1) : 0;
    out.shade = colours
      ? (0.2126 * mixed(colours, 3, 0) + 0.7152 * mixed(colours, 3, 1) + 0.0722 * mixed(colours, 3, 2)) / 255
      : 1;
    if (colours) for (let k = 0; k < 3; k++) out.colour[k] = mixed(colours, 3, k) / 255;
    out.corners[0] = corners[0];
    out.corners[1] = corners[1];
    out.corners[2] = corners[2];
    out.weights[0] = weights[0];
    out.weights[1] = b;
    out.weights[2] = c;
  }

  private vertex(v: number, time: number, to: number): void {
    const { positions, motion } = this.mesh;
    for (let k = 0; k < 3; k++) this.at[to + k] = positions[3 * v + k]!;
    if (!motion) return;
    const count = motion.poses.length / positions.length;
    const turn = time / motion.step - Math.floor(time / motion.step / count) * count;
    const first = Math.min(count - 1, Math.floor(turn));
    const a = first * positions.length + 3 * v;
    const b = ((first + 1) % count) * positions.length + 3 * v;
    const t = turn - first;
    for (let k = 0; k < 3; k++)
      this.at[to + k] = motion.poses[a + k]! + t * (motion.poses[b + k]! - motion.poses[a + k]!);
  }

  /** Downhill along the surface where it has a slope, otherwise along X. */
  private tangent(out: BirthPlace): void {
    const tx = out.ny * out.nx;
    const ty = out.ny * out.ny - 1;
    const tz = out.ny * out.nz;
    const size = Math.sqrt(tx * tx + ty * ty + tz * tz);
    out.tx = size > 1e-6 ? tx / size : 1;
    out.ty = size > 1e-6 ? ty / size : 0;
    out.tz = size > 1e-6 ? tz / size : 0;
  }
}
