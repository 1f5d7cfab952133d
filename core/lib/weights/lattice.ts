import { length, vectorBy, type Vector } from '../math/vector';
import { inFace, placeInFace } from '../meshes/in-face';
import type { MeshHit } from '../meshes/face-walk';
import { treeOf, type MeshTree } from '../meshes/tree';
import { faceNormal, triangleCount, type TriangleMesh } from '../meshes/mesh';
import type { Card, PaintedBody } from './stroke';

/** Most places at which the weights of one surface are kept. */
export const MOST_SAMPLES = 400_000;

/** Steps along one edge of a face or card, at most. */
const MOST_STEPS = 512;

/** A share that is not below 0 and not above 1. */
const unit = (value: number): number => Math.min(1, Math.max(0, value));

/** The places of a surface at which its weights are kept, with the way from any point to a weight. */
export interface Lattice {
  readonly count: number;
  /** x, y, z each, metres. */
  readonly positions: Float32Array;
  /** Unit normals. */
  readonly normals: Float32Array;
  /** Brings a deforming mesh to its pose at a time in seconds, before weights are read. */
  pose(time: number): void;
  /** The weight at the point of the surface that is nearest to x, y, z; writes that point into `near`. */
  at(weights: Float32Array, x: number, y: number, z: number, near: Float64Array): number;
  /** Places as corners of triangles, three each. */
  triangles(): Uint32Array;
  /** Writes where the places are in the pose that the surface is in, x, y, z each. */
  posed(out: Float32Array): void;
  /**
   * How far along a unit direction from a point a line meets the surface in the pose it is in, metres; Infinity where it
   * does not. Writes the place that was met as it is at rest, and the normal there, into `met`.
   */
  cast(from: Vector, way: Vector, met: Float64Array): number;
}

/** Steps that an edge of a length is cut into. */
const stepsOf = (side: number, spacing: number): number => Math.min(MOST_STEPS, Math.max(1, Math.ceil(side / spacing)));

/** The spacing from which on a surface has at most {@link MOST_SAMPLES} places. */
function bearable(spacing: number, count: (spacing: number) => number): number {
  let now = spacing;
  while (count(now) > MOST_SAMPLES && now < 1e6) now *= 1.25;
  return now;
}

/** Even rows over a card, read bilinearly. */
class CardLattice implements Lattice {
  readonly count: number;
  readonly positions: Float32Array;
  readonly normals: Float32Array;
  private readonly across: number;
  private readonly along: number;

  constructor(
    private readonly card: Card,
    wanted: number,
  ) {
    const { width, depth } = card;
    const spacing = bearable(wanted, (h) => (stepsOf(width, h) + 1) * (stepsOf(depth, h) + 1));
    this.across = stepsOf(width, spacing);
    this.along = stepsOf(depth, spacing);
    this.count = (this.across + 1) * (this.along + 1);
    this.positions = new Float32Array(3 * this.count);
    this.normals = new Float32Array(3 * this.count);
    for (let j = 0, i = 0; j <= this.along; j++)
      for (let k = 0; k <= this.across; k++, i++) {
        this.positions[3 * i] = width * (k / this.across - 0.5);
        this.positions[3 * i + 2] = depth * (j / this.along - 0.5);
        this.normals[3 * i + 1] = 1;
      }
  }

  pose(): void {
    // A card keeps its form.
  }

  posed(out: Float32Array): void {
    out.set(this.positions);
  }

  triangles(): Uint32Array {
    const corners: number[] = [];
    for (let j = 0; j < this.along; j++)
      for (let k = 0; k < this.across; k++) {
        const a = j * (this.across + 1) + k;
        const b = a + this.across + 1;
        corners.push(a, b, a + 1, a + 1, b, b + 1);
      }
    return Uint32Array.from(corners);
  }

  cast([x, y, z]: Vector, [dx, dy, dz]: Vector, met: Float64Array): number {
    const distance = -y / dy;
    if (!(distance > 0) || distance === Infinity) return Infinity;
    const [u, v] = [x + distance * dx, z + distance * dz];
    if (Math.abs(u) > this.card.width / 2 || Math.abs(v) > this.card.depth / 2) return Infinity;
    met.set([u, 0, v, 0, 1, 0]);
    return distance;
  }

  at(weights: Float32Array, x: number, _y: number, z: number, near: Float64Array): number {
    const { across, along } = this;
    const { width, depth } = this.card;
    const u = across * unit(x / width + 0.5);
    const v = along * unit(z / depth + 0.5);
    near[0] = width * (u / across - 0.5);
    near[1] = 0;
    near[2] = depth * (v / along - 0.5);
    const k = Math.min(across - 1, Math.floor(u));
    const j = Math.min(along - 1, Math.floor(v));
    const [s, t] = [u - k, v - j];
    const i = j * (across + 1) + k;
    const upper = weights[i]! + s * (weights[i + 1]! - weights[i]!);
    const below = weights[i + across + 1]! + s * (weights[i + across + 2]! - weights[i + across + 1]!);
    return upper + t * (below - upper);
  }
}

/** Places of a triangle that is cut into so many steps along each edge. */
const ofTriangle = (steps: number): number => ((steps + 1) * (steps + 2)) / 2;

/** A triangle of places over every face of a mesh, read linearly between three of them. */
class MeshLattice implements Lattice {
  readonly count: number;
  readonly positions: Float32Array;
  readonly normals: Float32Array;
  private readonly tree: MeshTree;
  /** Steps along the edges of each face, and its first place; by the order of faces of the tree. */
  private readonly steps: Uint16Array;
  private readonly first: Uint32Array;

  private readonly place = inFace();
  private readonly hit: MeshHit = { distance: 0, nx: 0, ny: 0, nz: 0, face: 0 };

  constructor(
    private readonly mesh: TriangleMesh,
    wanted: number,
  ) {
    this.tree = treeOf(mesh);
    const { positions } = mesh;
    const { index } = this.tree;
    const faces = triangleCount(mesh);
    const longest = Float64Array.from({ length: faces }, (_, face) => longestEdge(positions, index, face));
    const spacing = bearable(wanted, (h) => longest.reduce((sum, edge) => sum + ofTriangle(stepsOf(edge, h)), 0));
    this.steps = Uint16Array.from(longest, (edge) => stepsOf(edge, spacing));
    this.first = new Uint32Array(faces);
    let count = 0;
    for (let face = 0; face < faces; face++) {
      this.first[face] = count;
      count += ofTriangle(this.steps[face]!);
    }
    this.count = count;
    this.positions = new Float32Array(3 * count);
    this.normals = new Float32Array(3 * count);
    this.fill(positions, this.positions);
    const normal = new Float64Array(3);
    for (let face = 0; face < faces; face++) {
      faceNormal(positions, index[3 * face]!, index[3 * face + 1]!, index[3 * face + 2]!, normal);
      const end = this.first[face]! + ofTriangle(this.steps[face]!);
      for (let i = this.first[face]!; i < end; i++) this.normals.set(normal, 3 * i);
    }
  }

  /** Writes the places that corners at those positions come to. */
  private fill(positions: Float32Array, out: Float32Array): void {
    const { index } = this.tree;
    for (let face = 0, i = 0; face < this.steps.length; face++) {
      const n = this.steps[face]!;
      const [a, b, c] = [index[3 * face]!, index[3 * face + 1]!, index[3 * face + 2]!];
      for (let row = 0; row <= n; row++)
        for (let step = 0; step <= n - row; step++, i++)
          for (let k = 0; k < 3; k++) {
            const [pa, pb, pc] = [positions[3 * a + k]!, positions[3 * b + k]!, positions[3 * c + k]!];
            out[3 * i + k] = pa + (step / n) * (pb - pa) + (row / n) * (pc - pa);
          }
    }
  }

  pose(time: number): void {
    this.tree.pose(time);
  }

  posed(out: Float32Array): void {
    this.fill(this.tree.positions, out);
  }

  triangles(): Uint32Array {
    const corners: number[] = [];
    this.first.forEach((first, face) => {
      const n = this.steps[face]!;
      for (let row = 0, start = first; row < n; start += n + 1 - row, row++)
        for (let step = 0; step < n - row; step++) {
          const [a, above] = [start + step, start + step + n + 1 - row];
          corners.push(a, a + 1, above);
          if (step + 1 < n - row) corners.push(a + 1, above + 1, above);
        }
    });
    return Uint32Array.from(corners);
  }

  cast(from: Vector, way: Vector, met: Float64Array): number {
    const { tree, hit } = this;
    if (!tree.cast(...from, ...way, 1e9, hit)) return Infinity;
    const { face, distance } = hit;
    const at = Float64Array.from(from, (n, k) => n + distance * way[k]!);
    const [toB, toC] = this.shares(face, at);
    const [a, b, c] = vectorBy((k) => this.tree.index[3 * face + k]!);
    const { positions: p } = this.mesh;
    for (let k = 0; k < 3; k++)
      met[k] = p[3 * a + k]! + toB * (p[3 * b + k]! - p[3 * a + k]!) + toC * (p[3 * c + k]! - p[3 * a + k]!);
    const normal = new Float64Array(3);
    faceNormal(p, a, b, c, normal);
    met.set(normal, 3);
    return distance;
  }

  at(weights: Float32Array, x: number, y: number, z: number, near: Float64Array): number {
    const { tree, first } = this;
    const face = tree.nearestPoint(x, y, z, near);
    const n = this.steps[face]!;
    const [toB, toC] = this.shares(face, near);
    const [u, v] = [n * toB, n * toC];
    const row = Math.min(n - 1, Math.floor(v));
    const step = Math.min(n - 1 - row, Math.floor(u));
    const [s, t] = [u - step, v - row];
    const here = first[face]! + row * (n + 1) - (row * (row - 1)) / 2 + step;
    const above = here + n + 1 - row;
    const [w, wu, wv] = [weights[here]!, weights[here + 1]!, weights[above]!];
    if (s + t <= 1) return w + s * (wu - w) + t * (wv - w);
    return weights[above + 1]! * (s + t - 1) + wu * (1 - t) + wv * (1 - s);
  }

  /** How much of the second and of the third corner of a face a point in it is, in the pose it is in. */
  private shares(face: number, at: Float64Array): [number, number] {
    const { index, positions } = this.tree;
    placeInFace(positions, index, face, at, this.place);
    const toB = unit(this.place.s);
    return [toB, Math.min(1 - toB, unit(this.place.t))];
  }
}

function longestEdge(positions: Float32Array, index: ArrayLike<number>, face: number): number {
  let most = 0;
  for (let k = 0; k < 3; k++) {
    const a = 3 * index[3 * face + k]!;
    const b = 3 * index[3 * face + ((k + 1) % 3)]!;
    most = Math.max(most, length(vectorBy((n) => positions[a + n]! - positions[b + n]!)));
  }
  return most;
}

/** The places of a surface, at about that spacing in metres; wider where there would be too many. */
export const latticeOf = (body: PaintedBody, spacing: number): Lattice =>
  'card' in body ? new CardLattice(body.card, spacing) : new MeshLattice(body.mesh, spacing);
