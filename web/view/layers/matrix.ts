import { Matrix3, Matrix4 } from 'three';
import type { Similarity } from '../../../core/lib/math/similarity';

/** Writes a place, turn and size into a matrix. */
export function putSimilarity(matrix: Matrix4, { position, rotation, scale }: Similarity): Matrix4 {
  const turn = new Matrix4().setFromMatrix3(new Matrix3().set(...rotation));
  return matrix
    .makeScale(scale, scale, scale)
    .premultiply(turn)
    .setPosition(...position);
}
