/** Where a point is in the plane of a face, by the two edges that leave its first corner. */
export interface InFace {
  /** How much of the edge to the second and of that to the third corner leads to it. */
  s: number;
  t: number;
  /** Products of the two edges, and one over their determinant; 0 for a face without area. */
  d11: number;
  d12: number;
  d22: number;
  inverse: number;
}

/** Room for {@link placeInFace}. */
export const inFace = (): InFace => ({ s: 0, t: 0, d11: 0, d12: 0, d22: 0, inverse: 0 });

/** Writes where a point is in the plane of a face: least squares by its two edges, textbook linear algebra. */
export function placeInFace(
  positions: ArrayLike<number>,
  index: ArrayLike<number>,
  face: number,
  at: ArrayLike<number>,
  out: InFace,
): void {
  const [a, b, c] = [3 * index[3 * face]!, 3 * index[3 * face + 1]!, 3 * index[3 * face + 2]!];
  let [d11, d12, d22, d1, d2] = [0, 0, 0, 0, 0];
  for (let k = 0; k < 3; k++) {
    const e1 = positions[b + k]! - positions[a + k]!;
    const e2 = positions[c + k]! - positions[a + k]!;
    const q = at[k]! - positions[a + k]!;
    d11 += e1 * e1;
    d12 += e1 * e2;
    d22 += e2 * e2;
    d1 += e1 * q;
    d2 += e2 * q;
  }
  const area = d11 * d22 - d12 * d12;
  const inverse = area > 0 ? 1 / area : 0;
  out.s = (d22 * d1 - d12 * d2) * inverse;
  out.t = (d11 * d2 - d12 * d1) * inverse;
  [out.d11, out.d12, out.d22, out.inverse] = [d11, d12, d22, inverse];
}
