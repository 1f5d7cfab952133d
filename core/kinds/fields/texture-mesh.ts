import { inFace, placeInFace } from '../../lib/meshes/in-face';
import { AXES } from '../../lib/math/vector';
import { bilinear, type LevelImage } from '../../lib/images/level-image';
import { treeOf, type MeshTree } from '../../lib/meshes/tree';
import type { FieldRoutine, FieldSource } from '../contracts/field';
import type { TextureSettings } from './texture-parameters';
import { flowOf, heightShare, signedLevel, slopeOf } from './texture-card';

/** Room for the place in one face after the other. */
const found = inFace();

/** The place on the picture of a point of a face, and how u and v change along the surface. */
interface Unfolded {
  u: number;
  v: number;
  /** Gradients of u and v in space, 1/m. */
  readonly alongU: Float64Array;
  readonly alongV: Float64Array;
}

/**
 * Unfolds one face as it is posed: edges e₁, e₂ with their metric, in the textbook way for linear maps of a triangle.
 */
function unfold(
  { positions, index }: MeshTree,
  uvs: ArrayLike<number>,
  face: number,
  at: Float64Array,
  out: Unfolded,
): void {
  const [a, b, c] = [index[3 * face]!, index[3 * face + 1]!, index[3 * face + 2]!];
  const p = (v: number, k: number) => positions[3 * v + k]!;
  placeInFace(positions, index, face, at, found);
  const { s, t, d11, d12, d22, inverse } = found;
  const uv = (v: number, k: number) => (k === 0 ? uvs[2 * v]! : 1 - uvs[2 * v + 1]!);
  const [u1, u2] = [uv(b, 0) - uv(a, 0), uv(c, 0) - uv(a, 0)];
  const [v1, v2] = [uv(b, 1) - uv(a, 1), uv(c, 1) - uv(a, 1)];
  out.u = uv(a, 0) + s * u1 + t * u2;
  out.v = uv(a, 1) + s * v1 + t * v2;
  for (let k = 0; k < 3; k++) {
    const e1 = p(b, k) - p(a, k);
    const e2 = p(c, k) - p(a, k);
    const f1 = (d22 * e1 - d12 * e2) * inverse;
    const f2 = (d11 * e2 - d12 * e1) * inverse;
    out.alongU[k] = u1 * f1 + u2 * f2;
    out.alongV[k] = v1 * f1 + v2 * f2;
  }
}

/** Scale that brings a vector to unit length; 0 for none. */
function unit(v: Float64Array): number {
  const size = Math.sqrt(v[0]! * v[0]! + v[1]! * v[1]! + v[2]! * v[2]!);
  return size > 0 ? 1 / size : 0;
}

/** A picture on the texture coordinates of a mesh, felt at the nearest point of its surface. */
export function meshRoutine(
  { resources, strength }: Pick<FieldSource, 'resources' | 'strength' | 'stream'>,
  settings: TextureSettings,
  picture: LevelImage,
): FieldRoutine {
  const mesh = resources.mesh(settings.mesh);
  const uvs = mesh?.uvs;
  const tree = uvs && treeOf(mesh);
  const at = new Float64Array(3);
  const normal = new Float64Array(3);
  const place: Unfolded = { u: 0, v: 0, alongU: new Float64Array(3), alongV: new Float64Array(3) };
  return ({ x, y, z }, { count }, out, { time }) => {
    tree?.pose(time);
    for (let i = 0; i < count; i++) {
      out.x[i] = out.y[i] = out.z[i] = 0;
      if (!tree) continue;
      const face = tree.nearestPoint(x[i]!, y[i]!, z[i]!, at);
      tree.normalOf(face, normal);
      const [dx, dy, dz] = [x[i]! - at[0]!, y[i]! - at[1]!, z[i]! - at[2]!];
      const away = Math.sqrt(dx * dx + dy * dy + dz * dz);
      const height = dx * normal[0]! + dy * normal[1]! + dz * normal[2]! < 0 ? -away : away;
      const share = strength * heightShare(settings, height);
      if (share === 0) continue;
      unfold(tree, uvs, face, at, place);
      const { u, v, alongU, alongV } = place;
      if (settings.mapping === 'push-and-pull') {
        const push = share * signedLevel(settings, bilinear(picture, u, v));
        AXES.forEach((axis, k) => (out[axis][i] = push * normal[k]!));
        continue;
      }
      const flows = settings.mapping === 'colours-as-flow';
      const [a, b] = flows ? flowOf(picture, u, v) : slopeOf(settings, picture, u, v);
      const [su, sv] = flows ? [share * a * unit(alongU), share * b * unit(alongV)] : [-share * a, -share * b];
      AXES.forEach((axis, k) => (out[axis][i] = su * alongU[k]! + sv * alongV[k]!));
    }
  };
}
