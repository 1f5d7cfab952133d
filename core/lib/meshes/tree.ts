import { BufferAttribute, BufferGeometry, DoubleSide, Ray, Vector3 } from 'three';
import { MeshBVH, type HitPointInfo, type SerializedBVH } from 'three-mesh-bvh';
import { FaceWalk, type MeshHit } from './face-walk';
import { WindingNumber } from './winding-number';
import { faceNormal, poseAt, type TriangleMesh } from './mesh';

/**
 * Few faces a leaf: a particle's way is short and meets few boxes. The order of faces is left as it is where their
 * numbers are asked for; the package's types do not know that option of its own.
 */
const options = (indirect: boolean) => ({ maxLeafTris: 3, indirect }) as ConstructorParameters<typeof MeshBVH>[1];

/** What the package’s types leave out: the order of the faces, where they were left as they are. */
type Written = SerializedBVH & { readonly indirectBuffer?: ArrayLike<number> | null };

/** Finds hits and nearest points of a mesh through a tree of bounding boxes (package three-mesh-bvh). */
export class MeshTree {
  private readonly geometry = new BufferGeometry();
  /** Three a vertex, in the pose that it is in. */
  readonly positions: Float32Array;
  private readonly tree: MeshBVH;
  private readonly ray = new Ray();
  private readonly point = new Vector3();
  private readonly nearest: HitPointInfo = { point: new Vector3(), distance: 0, faceIndex: 0 };
  private readonly at = new Float64Array(3);
  private posed = NaN;
  /** Made at its first use, and as the mesh was at that time. */
  private winding: WindingNumber | undefined;
  private woundAt = NaN;
  private readonly walk: FaceWalk;
  /** Corners of its faces, three a face: building a tree puts faces in an order of its own. */
  readonly index: ArrayLike<number>;

  constructor(private readonly mesh: TriangleMesh) {
    this.positions = mesh.positions.slice();
    this.geometry.setAttribute('position', new BufferAttribute(this.positions, 3));
    this.geometry.setIndex(new BufferAttribute(mesh.index.slice(), 1));
    this.tree = new MeshBVH(this.geometry, options(mesh.motion !== undefined));
    this.index = this.geometry.getIndex()!.array;
    const written: Written = MeshBVH.serialize(this.tree, { cloneBuffers: false });
    this.walk = new FaceWalk(written.roots[0]!, written.indirectBuffer ?? undefined, this.positions, this.index);
  }

  /** Brings a deforming mesh to its pose at a time in seconds. */
  pose(time: number): void {
    if (!this.mesh.motion || time === this.posed) return;
    this.posed = time;
    poseAt(this.mesh, time, this.positions);
    this.tree.refit();
  }

  /** The first hit of a line from a point along a unit direction, within `far`; false where there is none. */
  cast(x: number, y: number, z: number, dx: number, dy: number, dz: number, far: number, hit: MeshHit): boolean {
    if (this.walk.isShort(far)) return this.walk.cast(x, y, z, dx, dy, dz, far, hit);
    this.ray.origin.set(x, y, z);
    this.ray.direction.set(dx, dy, dz);
    const found = this.tree.raycastFirst(this.ray, DoubleSide, 0, far);
    if (!found || !found.face) return false;
    const { normal } = found.face;
    const side = normal.x * dx + normal.y * dy + normal.z * dz > 0 ? -1 : 1;
    hit.distance = found.distance;
    hit.nx = side * normal.x;
    hit.ny = side * normal.y;
    hit.nz = side * normal.z;
    hit.face = found.faceIndex ?? 0;
    return true;
  }

  /** Whether a point is inside, of a mesh with holes too: by its winding number. */
  encloses(x: number, y: number, z: number): boolean {
    this.winding ??= new WindingNumber(this.index, this.positions);
    if (this.woundAt !== this.posed && this.mesh.motion) {
      this.woundAt = this.posed;
      this.winding.update();
    }
    return this.winding.holds(x, y, z);
  }

  /** Whether a point is inside a closed mesh: an odd number of its faces lies above it. */
  holds(x: number, y: number, z: number): boolean {
    this.ray.origin.set(x, y, z);
    // Off the axes, so that the line does not run along the edges of regular meshes.
    this.ray.direction.set(0.0123, 0.9998, 0.0157).normalize();
    return this.tree.raycast(this.ray, DoubleSide).length % 2 === 1;
  }

  /** The nearest point of the surface, written into `out` (x, y, z); its face, by {@link index}. */
  nearestPoint(x: number, y: number, z: number, out: Float64Array): number {
    const found = this.tree.closestPointToPoint(this.point.set(x, y, z), this.nearest);
    if (!found) return 0;
    out[0] = found.point.x;
    out[1] = found.point.y;
    out[2] = found.point.z;
    return found.faceIndex;
  }

  /** Distance of a point to the nearest face. */
  distanceTo(x: number, y: number, z: number): number {
    this.nearestPoint(x, y, z, this.at);
    const [dx, dy, dz] = [x - this.at[0]!, y - this.at[1]!, z - this.at[2]!];
    return Math.sqrt(dx * dx + dy * dy + dz * dz);
  }

  /** Writes the normal of a face, in the pose it is in; returns twice the face’s area. */
  normalOf(face: number, out: Float64Array): number {
    const { index } = this;
    return faceNormal(this.positions, index[3 * face]!, index[3 * face + 1]!, index[3 * face + 2]!, out);
  }

  /** The face that is nearest to a point. */
  nearestFace(x: number, y: number, z: number): number {
    return this.tree.closestPointToPoint(this.point.set(x, y, z), this.nearest)?.faceIndex ?? 0;
  }
}

const trees = new WeakMap<TriangleMesh, MeshTree>();

/** The tree of a mesh, made at its first use. */
export function treeOf(mesh: TriangleMesh): MeshTree {
  let tree = trees.get(mesh);
  if (!tree) {
    tree = new MeshTree(mesh);
    trees.set(mesh, tree);
  }
  return tree;
}
