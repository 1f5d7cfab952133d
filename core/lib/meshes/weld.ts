import { vertexCount, type TriangleMesh } from './mesh';

/** The distinct places of a mesh's vertices: seams of its UVs or normals have several vertices in one place. */
export interface Welded {
  readonly count: number;
  /** The place of each vertex. */
  readonly placeOf: Uint32Array;
  /** One vertex of each place. */
  readonly vertexOf: Uint32Array;
}

/** A number for the edge between two places, the same in both directions. */
export const edgeBetween = ({ count }: Welded, a: number, b: number): number => Math.min(a, b) * count + Math.max(a, b);

const known = new WeakMap<TriangleMesh, Welded>();

/** Vertices within a millionth of the mesh's size of one another share a place. */
export function weldedOf(mesh: TriangleMesh): Welded {
  const before = known.get(mesh);
  if (before) return before;
  const { positions } = mesh;
  let size = 1e-12;
  for (let i = 0; i < positions.length; i++) size = Math.max(size, Math.abs(positions[i]!));
  const scale = 1e6 / size;
  const places = new Map<string, number>();
  const vertices: number[] = [];
  const placeOf = new Uint32Array(vertexCount(mesh));
  for (let v = 0; v < placeOf.length; v++) {
    const key = [0, 1, 2].map((k) => Math.round(positions[3 * v + k]! * scale)).join(' ');
    let place = places.get(key);
    if (place === undefined) {
      place = vertices.length;
      places.set(key, place);
      vertices.push(v);
    }
    placeOf[v] = place;
  }
  const welded = { count: vertices.length, placeOf, vertexOf: Uint32Array.from(vertices) };
  known.set(mesh, welded);
  return welded;
}
