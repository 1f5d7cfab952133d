import type { Matrix4 } from 'three';
import type { Similarity } from '../../../core/lib/math/similarity';

/** Writes a place, turn and size into a matrix. */
export function putSimilarity(matrix: Matrix4, { position, rotation, scale }: Similarity): Matrix4 {
  const [a, b, c, d, e, f, g, h, i] = rotation.map((n) => n * scale) as [
    number,
    number,
    number,
    number,
    number,
    number,
    number,
    number,
    number,
  ];
  return matrix.set(a, b, c, position[0], d, e, f, position[1], g, h, i, position[2], 0, 0, 0, 1);
}
