import { describe } from '../../document/parameters';
import type { TriangleMesh } from '../../lib/meshes/mesh';
import { poseAt } from '../../lib/meshes/mesh';
import { Span } from '../../lib/geometry/span';
import type { MeshHit } from '../../lib/meshes/face-walk';
import { MeshTree, treeOf } from '../../lib/meshes/tree';
import type { Resources } from '../emitter-shapes/shape';
import { defineColliderShape, type Body } from './collider';

const parameters = describe({
  mesh: { type: 'reference', to: 'mesh', label: 'Mesh', default: '', help: 'One of the scene’s meshes.' },
});

const meshOf = ({ mesh }: { readonly mesh: string }, resources: Resources) => resources.mesh(mesh);

/** As many times its half thickness further than its end a way may lead to a face that it meets, slanted as it is. */
const SLANT = 8;

/** A way that leads into a face by less than this share of its length runs along it. */
const LEVEL = 1e-6;

/** A deforming mesh between two moments: where its corners were and are, so that what it sweeps over is met. */
class Swept {
  private readonly before: Float32Array;
  private readonly after: Float32Array;
  /** Where both are, and how far the farthest corner is moved. */
  readonly extent = new Span();
  farthest = 0;

  constructor(
    private readonly mesh: TriangleMesh,
    private readonly tree: MeshTree,
  ) {
    this.before = mesh.positions.slice();
    this.after = mesh.positions.slice();
  }

  pose(from: number, to: number): void {
    poseAt(this.mesh, from, this.before);
    poseAt(this.mesh, to, this.after);
    this.tree.pose(to);
    this.extent.clear().includePoints(this.before).includePoints(this.after);
    let square = 0;
    for (let at = 0; at < this.after.length; at += 3) {
      const x = this.after[at]! - this.before[at]!;
      const y = this.after[at + 1]! - this.before[at + 1]!;
      const z = this.after[at + 2]! - this.before[at + 2]!;
      square = Math.max(square, x * x + y * y + z * z);
    }
    this.farthest = Math.sqrt(square);
  }

  /** Mean displacement of a face's corners. */
  moved(face: number, out: Float64Array): void {
    for (let k = 0; k < 3; k++) {
      let sum = 0;
      for (let corner = 0; corner < 3; corner++) {
        const at = 3 * this.mesh.index[3 * face + corner]! + k;
        sum += this.after[at]! - this.before[at]!;
      }
      out[k] = sum / 3;
    }
  }
}

function bodyOfMesh(mesh: TriangleMesh): Body {
  // Fields that act from a mesh bring the shared tree to times of their own, in some blocks and not in others.
  const tree = mesh.motion ? new MeshTree(mesh) : treeOf(mesh);
  const found: MeshHit = { distance: 0, nx: 0, ny: 0, nz: 0, face: 0 };
  const swept = mesh.motion ? new Swept(mesh, tree) : undefined;
  const shift = new Float64Array(3);
  const extent = swept?.extent ?? new Span().clear().includePoints(mesh.positions);
  return {
    distance: (x, y, z) => (tree.encloses(x, y, z) ? -1 : 1) * tree.distanceTo(x, y, z),
    descriptor: swept ? undefined : { kind: 'extent', extent, times: SLANT },
    isClear: (span, half) => span.isApart(extent, SLANT * half + (swept?.farthest ?? 0)),
    hit(ax, ay, az, bx, by, bz, half, hit) {
      if (swept) {
        // Seen from the face that is nearest, the particle starts where that face has moved it to.
        const face = tree.nearestFace(ax, ay, az);
        swept.moved(face, shift);
        ax += shift[0]!;
        ay += shift[1]!;
        az += shift[2]!;
      }
      const dx = bx - ax;
      const dy = by - ay;
      const dz = bz - az;
      const length = Math.sqrt(dx * dx + dy * dy + dz * dz);
      if (length === 0) return false;
      if (!tree.cast(ax, ay, az, dx / length, dy / length, dz / length, length + SLANT * half, found)) return false;
      const cosine = -(found.nx * dx + found.ny * dy + found.nz * dz) / length;
      const away = found.distance * cosine;
      // A way that hardly leads in runs along the face.
      if (cosine <= LEVEL) return false;
      const t = (away - half) / (cosine * length);
      if (t > 1) return false;
      hit.t = Math.max(0, t);
      hit.nx = found.nx;
      hit.ny = found.ny;
      hit.nz = found.nz;
      hit.push = Math.max(0, half - away);
      hit.face = found.face;
      return true;
    },
    ...(swept && {
      pose: (from: number, to: number) => swept.pose(from, to),
      moved: (face: number, out: Float64Array) => swept.moved(face, out),
      nearestFace: (x: number, y: number, z: number) => tree.nearestFace(x, y, z),
    }),
  };
}

/** A mesh of the scene, met from both sides of its faces. */
export const mesh = defineColliderShape({
  kind: 'mesh',
  label: 'mesh',
  summary: 'A mesh of the scene. It stops particles on both sides of its faces, and may move and deform.',
  parameters,
  body(values, resources) {
    const found = meshOf(values, resources);
    return found ? bodyOfMesh(found) : { hit: () => false, distance: () => Infinity, isClear: () => true };
  },
  empty(values, resources) {
    if (values.mesh === '') return 'no mesh is chosen';
    return meshOf(values, resources) ? undefined : 'its mesh is missing';
  },
  outline: () => [],
  surface: meshOf,
  handles: () => [],
});
