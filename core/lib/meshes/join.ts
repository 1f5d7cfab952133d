import type { MeshGroup, TriangleMesh } from './mesh';

/** One mesh of several, each a group under its name; colours and texture stay where all have them. */
export function joinMeshes(parts: readonly { readonly name: string; readonly mesh: TriangleMesh }[]): TriangleMesh {
  const all = parts.map((part) => part.mesh);
  const vertices = all.reduce((n, m) => n + m.positions.length / 3, 0);
  const corners = all.reduce((n, m) => n + m.index.length, 0);
  const positions = new Float32Array(3 * vertices);
  const normals = new Float32Array(3 * vertices);
  const index = new Uint32Array(corners);
  const colours = all.every((m) => m.colours) ? new Uint8Array(3 * vertices) : undefined;
  const uvs = all.every((m) => m.uvs) ? new Float32Array(2 * vertices) : undefined;
  const groups: MeshGroup[] = [];
  let v = 0;
  let c = 0;
  for (const { name, mesh } of parts) {
    positions.set(mesh.positions, 3 * v);
    normals.set(mesh.normals, 3 * v);
    colours?.set(mesh.colours!, 3 * v);
    uvs?.set(mesh.uvs!, 2 * v);
    for (let i = 0; i < mesh.index.length; i++) index[c + i] = mesh.index[i]! + v;
    groups.push({ name, start: c / 3, count: mesh.index.length / 3 });
    v += mesh.positions.length / 3;
    c += mesh.index.length;
  }
  return { positions, normals, index, groups, ...(colours && { colours }), ...(uvs && { uvs }) };
}
