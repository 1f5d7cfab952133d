import { Matrix3, Matrix4, type Object3D } from 'three';
import type { Similarity } from '../../../core/lib/math/similarity';

/** Writes a place, turn and size into a matrix. */
export function putSimilarity(matrix: Matrix4, { position, rotation, scale }: Similarity): Matrix4 {
  const turn = new Matrix4().setFromMatrix3(new Matrix3().set(...rotation));
  return matrix
    .makeScale(scale, scale, scale)
    .premultiply(turn)
    .setPosition(...position);
}

/**
 * Puts an object where a matrix takes it. An object that holds its matrix by hand is only drawn elsewhere when it says so;
 * without that it would stay where it was drawn first.
 */
export function putAt(object: Object3D, matrix: Matrix4): void {
  object.matrixAutoUpdate = false;
  object.matrix.copy(matrix);
  object.matrixWorldNeedsUpdate = true;
}
