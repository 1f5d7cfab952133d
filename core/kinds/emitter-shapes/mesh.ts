import { describe } from '../../document/parameters';
import { faceNormal, type TriangleMesh } from '../../lib/meshes/mesh';
import { bisect, trianglesOf } from '../../lib/meshes/surface';
import { Surface } from './mesh-surface';
import { Span } from '../../lib/geometry/span';
import { treeOf } from '../../lib/meshes/tree';
import { edgeBetween, weldedOf } from '../../lib/meshes/weld';
import { defineEmitterShape, type Resources, type Sampler } from './shape';

const parameters = describe({
  mesh: { type: 'reference', to: 'mesh', label: 'Mesh', default: '', help: 'One of the scene’s meshes.' },
  from: {
    type: 'choice',
    label: 'Births',
    default: 'surface',
    options: [
      { value: 'surface', label: 'on the surface' },
      { value: 'vertices', label: 'at the vertices' },
      { value: 'edges', label: 'on the edges' },
      { value: 'volume', label: 'in the volume' },
    ],
    help: 'Births spread evenly over the surface, the edges or the enclosed volume, or visit the vertices in turn.',
  },
  groups: {
    type: 'names',
    label: 'Groups',
    default: [],
    help: 'Limits births to these groups and materials. If none is chosen, all count.',
  },
});

const MOST_TRIES = 64;

/** Faces lie in one plane where the cosine between their normals is above this: within a tenth of a degree. */
const LEVEL = 0.9999985;

/** Sums of a size over triangles or edges, for picking in proportion to it. */
function risingSums(count: number, size: (i: number) => number): Float64Array {
  const sums = new Float64Array(count);
  let total = 0;
  for (let i = 0; i < count; i++) {
    total += size(i);
    sums[i] = total;
  }
  return sums;
}

/** Triangles in proportion to their areas at rest, and within one evenly: b = 1 − √u, c = v·√u (Osada et al. 2002). */
function fromSurface(mesh: TriangleMesh, triangles: Uint32Array): Sampler {
  const surface = new Surface(mesh);
  const face = new Float64Array(3);
  const { positions, index } = mesh;
  const sums = risingSums(triangles.length, (i) => {
    const t = 3 * triangles[i]!;
    return faceNormal(positions, index[t]!, index[t + 1]!, index[t + 2]!, face);
  });
  const total = sums.at(-1) ?? 0;
  if (!(total > 0)) return () => false;
  return ({ pick, time }, out) => {
    const root = Math.sqrt(pick(1));
    surface.place(triangles[bisect(sums, pick(0) * total)]!, 1 - root, pick(2) * root, time, out);
    return true;
  };
}

/** Each vertex with one of its triangles, as pairs of triangle and corner. */
function cornersOf(mesh: TriangleMesh, triangles: Uint32Array): Uint32Array {
  const seen = new Uint8Array(mesh.positions.length / 3);
  const corners: number[] = [];
  for (const t of triangles)
    for (let corner = 0; corner < 3; corner++) {
      const v = mesh.index[3 * t + corner]!;
      if (seen[v]) continue;
      seen[v] = 1;
      corners.push(3 * t + corner);
    }
  return Uint32Array.from(corners);
}

const atCorner = (surface: Surface, corner: number, time: number, out: Parameters<Sampler>[1]) =>
  surface.place(Math.floor(corner / 3), corner % 3 === 1 ? 1 : 0, corner % 3 === 2 ? 1 : 0, time, out);

function fromVertices(mesh: TriangleMesh, triangles: Uint32Array): Sampler {
  const surface = new Surface(mesh);
  const corners = cornersOf(mesh, triangles);
  if (corners.length === 0) return () => false;
  return ({ k, time }, out) => {
    atCorner(surface, corners[(k - 1) % corners.length]!, time, out);
    return true;
  };
}

/**
 * The edges of some faces, each once, as three times a face and the corner that it leads from: corners at one place are
 * one, and the diagonals of flat faces are left out.
 */
function edgesOf(mesh: TriangleMesh, triangles: Uint32Array): number[] {
  const { positions, index } = mesh;
  const welded = weldedOf(mesh);
  const { placeOf } = welded;
  const first = new Map<number, number>();
  const diagonals = new Set<number>();
  const [one, other] = [new Float64Array(3), new Float64Array(3)];
  const normalOf = (t: number, out: Float64Array) =>
    faceNormal(positions, index[3 * t]!, index[3 * t + 1]!, index[3 * t + 2]!, out);
  /** Whether the edge from a corner is the longest of its face. */
  const isLongest = (edge: number) => {
    const t = Math.floor(edge / 3);
    const lengths = [0, 1, 2].map((corner) => edgeLength(mesh, 3 * t + corner));
    return lengths[edge % 3]! >= Math.max(...lengths);
  };
  for (const t of triangles)
    for (let corner = 0; corner < 3; corner++) {
      const edge = 3 * t + corner;
      const key = edgeBetween(welded, placeOf[index[edge]!]!, placeOf[index[3 * t + ((corner + 1) % 3)]!]!);
      const before = first.get(key);
      if (before === undefined) {
        first.set(key, edge);
        continue;
      }
      normalOf(t, one);
      normalOf(Math.floor(before / 3), other);
      const flat = one[0]! * other[0]! + one[1]! * other[1]! + one[2]! * other[2]! > LEVEL;
      if (flat && isLongest(edge) && isLongest(before)) diagonals.add(key);
    }
  return [...first].flatMap(([key, edge]) => (diagonals.has(key) ? [] : [edge]));
}

function edgeLength({ positions, index }: TriangleMesh, edge: number): number {
  const t = Math.floor(edge / 3);
  const a = 3 * index[edge]!;
  const b = 3 * index[3 * t + ((edge + 1 - 3 * t) % 3)]!;
  let square = 0;
  for (let n = 0; n < 3; n++)
    square += (positions[a + n]! - positions[b + n]!) * (positions[a + n]! - positions[b + n]!);
  return Math.sqrt(square);
}

function fromEdges(mesh: TriangleMesh, triangles: Uint32Array): Sampler {
  const surface = new Surface(mesh);
  const edges = edgesOf(mesh, triangles);
  const sums = risingSums(edges.length, (i) => edgeLength(mesh, edges[i]!));
  const total = sums.at(-1) ?? 0;
  if (!(total > 0)) return () => false;
  return ({ pick, time }, out) => {
    const edge = edges[bisect(sums, pick(0) * total)]!;
    const t = pick(1);
    const weights = [0, 0, 0];
    weights[edge % 3] = 1 - t;
    weights[((edge % 3) + 1) % 3] = t;
    surface.place(Math.floor(edge / 3), weights[1]!, weights[2]!, time, out);
    return true;
  };
}

/** What a closed mesh encloses: places in its box are tried until one is inside. The normal is up. */
function fromVolume(mesh: TriangleMesh): Sampler {
  const { low, high } = new Span().clear().includePoints(mesh.positions);
  return ({ pick, time }, out) => {
    const tree = treeOf(mesh);
    tree.pose(time);
    for (let attempt = 0; attempt < MOST_TRIES; attempt++) {
      const x = low[0]! + (high[0]! - low[0]!) * pick(3 * attempt);
      const y = low[1]! + (high[1]! - low[1]!) * pick(3 * attempt + 1);
      const z = low[2]! + (high[2]! - low[2]!) * pick(3 * attempt + 2);
      if (!tree.holds(x, y, z)) continue;
      out.x = x;
      out.y = y;
      out.z = z;
      out.nx = out.nz = out.ty = out.tz = 0;
      out.ny = out.flatY = out.tx = 1;
      out.u = high[0]! > low[0]! ? (x - low[0]!) / (high[0]! - low[0]!) : 0.5;
      out.v = high[2]! > low[2]! ? (z - low[2]!) / (high[2]! - low[2]!) : 0.5;
      out.shade = 1;
      out.weights.fill(0);
      return true;
    }
    return false;
  };
}

const meshOf = ({ mesh }: { readonly mesh: string }, resources: Resources) => resources.mesh(mesh);

/** A mesh of the scene: its surface, its vertices, its edges, or its inside. */
export const mesh = defineEmitterShape({
  kind: 'mesh',
  label: 'mesh',
  summary: 'A mesh of the scene: its surface, vertices, edges or volume.',
  parameters,
  sampler(values, resources) {
    const { from, groups } = values;
    const found = meshOf(values, resources);
    if (!found) return () => false;
    const triangles = trianglesOf(found, groups);
    if (from === 'volume') return fromVolume(found);
    if (from === 'vertices') return fromVertices(found, triangles);
    return from === 'edges' ? fromEdges(found, triangles) : fromSurface(found, triangles);
  },
  empty(values, resources) {
    const { mesh: id, groups } = values;
    if (id === '') return 'no mesh is chosen';
    const found = meshOf(values, resources);
    if (!found) return 'its mesh is missing';
    const there = groups.length === 0 || found.groups.some((g) => groups.includes(g.name) && g.count > 0);
    return there ? undefined : 'the groups it is narrowed to are not in its mesh';
  },
  // The surface itself is drawn.
  outline: () => [],
  surface: meshOf,
  handles: () => [],
});
