import type { TriangleMesh } from './mesh';

/** The first entry of rising sums that is above `value`. */
export function bisect(sums: ArrayLike<number>, value: number): number {
  let low = 0;
  let high = sums.length - 1;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (sums[middle]! > value) high = middle;
    else low = middle + 1;
  }
  return low;
}

/** Triangles of those groups; of all groups where none is named. A name the mesh does not have picks nothing. */
export function trianglesOf(mesh: TriangleMesh, names: readonly string[]): Uint32Array {
  const all = mesh.index.length / 3;
  if (names.length === 0) return Uint32Array.from({ length: all }, (_, i) => i);
  const picked = new Uint8Array(all);
  for (const { name, start, count } of mesh.groups) if (names.includes(name)) picked.fill(1, start, start + count);
  return Uint32Array.from({ length: all }, (_, i) => i).filter((t) => picked[t] === 1);
}
