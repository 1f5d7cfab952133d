/** Where a line of sight meets a mesh. */
export interface MeshHit {
  /** Distance along the unit direction. */
  distance: number;
  /** Unit normal of the face, towards where the line comes from. */
  nx: number;
  ny: number;
  nz: number;
  face: number;
}

/** Words of 32 bits from one node of the package’s tree to the next. */
const NODE = 8;
/** In a node: its box, lowest corner first; where its faces or its second child begin. */
const HIGH = 3;
const WHERE = 6;
/** In its half words: how many faces it has, and the mark of a leaf. */
const FACES = 14;
const MARK = 15;
const LEAF = 0xffff;

/** How far beyond an edge, as a share of its face, a way still meets it: no way slips through between two faces. */
const SEAM = 1e-9;

/**
 * Walks the tree of three-mesh-bvh for ways that are short beside the mesh, as those of particles are: by the boxes that
 * overlap the way’s own, without an object for anything. The layout of its nodes is the package’s, version 0.8.
 */
export class FaceWalk {
  private readonly boxes: Float32Array;
  private readonly words: Uint32Array;
  private readonly halves: Uint16Array;
  private readonly stack = new Uint32Array(128);
  /** The longest way that is short, metres. */
  private readonly most: number;

  /**
   * The nodes of a tree with one root; the order of the faces in its leaves, where it is not that of the index; the
   * corners in the pose that they are in.
   */
  constructor(
    root: ArrayBufferLike,
    private readonly order: ArrayLike<number> | undefined,
    private readonly positions: Float32Array,
    private readonly index: ArrayLike<number>,
  ) {
    this.boxes = new Float32Array(root);
    this.words = new Uint32Array(root);
    this.halves = new Uint16Array(root);
    const side = (axis: number) => this.boxes[HIGH + axis]! - this.boxes[axis]!;
    this.most = 0.05 * Math.sqrt(side(0) * side(0) + side(1) * side(1) + side(2) * side(2));
  }

  /** Whether a way is short enough to be walked. */
  isShort(length: number): boolean {
    return length <= this.most;
  }

  /** The first hit of a line from a point along a unit direction, within `far`; false where there is none. */
  cast(x: number, y: number, z: number, dx: number, dy: number, dz: number, far: number, hit: MeshHit): boolean {
    const { boxes, words, halves, stack } = this;
    const [ex, ey, ez] = [x + far * dx, y + far * dy, z + far * dz];
    const [lx, hx] = x < ex ? [x, ex] : [ex, x];
    const [ly, hy] = y < ey ? [y, ey] : [ey, y];
    const [lz, hz] = z < ez ? [z, ez] : [ez, z];
    hit.distance = far;
    let found = false;
    let left = 1;
    stack[0] = 0;
    while (left > 0) {
      const node = stack[--left]!;
      if (
        boxes[node]! > hx ||
        boxes[node + HIGH]! < lx ||
        boxes[node + 1]! > hy ||
        boxes[node + HIGH + 1]! < ly ||
        boxes[node + 2]! > hz ||
        boxes[node + HIGH + 2]! < lz
      )
        continue;
      if (halves[2 * node + MARK] !== LEAF) {
        stack[left++] = node + NODE;
        stack[left++] = words[node + WHERE]!;
        continue;
      }
      const first = words[node + WHERE]!;
      for (let n = first; n < first + halves[2 * node + FACES]!; n++)
        if (this.meets(this.order ? this.order[n]! : n, x, y, z, dx, dy, dz, hit)) found = true;
    }
    return found;
  }

  /**
   * Whether a line meets a face nearer than the hit so far, which it takes the place of (Möller & Trumbore 1997, from
   * both sides).
   */
  private meets(
    face: number,
    x: number,
    y: number,
    z: number,
    dx: number,
    dy: number,
    dz: number,
    hit: MeshHit,
  ): boolean {
    const { positions: p, index } = this;
    const a = 3 * index[3 * face]!;
    const b = 3 * index[3 * face + 1]!;
    const c = 3 * index[3 * face + 2]!;
    const ux = p[b]! - p[a]!;
    const uy = p[b + 1]! - p[a + 1]!;
    const uz = p[b + 2]! - p[a + 2]!;
    const vx = p[c]! - p[a]!;
    const vy = p[c + 1]! - p[a + 1]!;
    const vz = p[c + 2]! - p[a + 2]!;
    const nx = uy * vz - uz * vy;
    const ny = uz * vx - ux * vz;
    const nz = ux * vy - uy * vx;
    const slope = nx * dx + ny * dy + nz * dz;
    if (slope === 0) return false;
    const ox = x - p[a]!;
    const oy = y - p[a + 1]!;
    const oz = z - p[a + 2]!;
    const distance = -(nx * ox + ny * oy + nz * oz) / slope;
    if (!(distance >= 0 && distance < hit.distance)) return false;
    const qx = oy * dz - oz * dy;
    const qy = oz * dx - ox * dz;
    const qz = ox * dy - oy * dx;
    const s = -(vx * qx + vy * qy + vz * qz) / slope;
    const t = (ux * qx + uy * qy + uz * qz) / slope;
    if (s < -SEAM || t < -SEAM || s + t > 1 + SEAM) return false;
    const side = (slope > 0 ? -1 : 1) / Math.sqrt(nx * nx + ny * ny + nz * nz);
    hit.distance = distance;
    hit.nx = side * nx;
    hit.ny = side * ny;
    hit.nz = side * nz;
    hit.face = face;
    return true;
  }
}
