import {
  BoxGeometry,
  BufferAttribute,
  BufferGeometry,
  ConeGeometry,
  IcosahedronGeometry,
  OctahedronGeometry,
  PlaneGeometry,
  SphereGeometry,
  Vector3,
} from 'three';
import type { TriangleMesh } from '../../../core/lib/meshes/mesh';
import type { SMALL_BODIES } from '../../../core/document/descriptions/small-body';

export type InstanceForm = (typeof SMALL_BODIES)[number];

/** How many pieces a card’s curl is made of. */
const CURL = 8;

/** A card, twice as long as wide, curled up towards both ends, with texture coordinates. */
function card(curl = CURL): BufferGeometry {
  const geometry = new BufferGeometry();
  const [positions, uvs, index]: [number[], number[], number[]] = [[], [], []];
  for (let i = 0; i <= curl; i++) {
    const t = i / curl - 0.5;
    for (const side of [-1, 1]) {
      positions.push(side * 0.25, 0.9 * t * t - 0.08, t);
      uvs.push(side * 0.5 + 0.5, t + 0.5);
    }
    if (i > 0) index.push(2 * i - 2, 2 * i - 1, 2 * i, 2 * i, 2 * i - 1, 2 * i + 1);
  }
  geometry.setAttribute('position', new BufferAttribute(new Float32Array(positions), 3));
  geometry.setAttribute('uv', new BufferAttribute(new Float32Array(uvs), 2));
  geometry.setIndex(index);
  geometry.computeVertexNormals();
  return geometry;
}

/** A flat square chip with a little thickness, its faces in X and Z. */
function chip(): BufferGeometry {
  const [w, h] = [0.5, 0.06];
  const geometry = new BufferGeometry();
  const [positions, normals, uvs, index]: number[][] = [[], [], [], []];
  const face = (corners: readonly (readonly [number, number, number])[], normal: readonly number[]) => {
    const at = positions!.length / 3;
    corners.forEach((corner, i) => {
      positions!.push(...corner);
      normals!.push(...normal);
      uvs!.push(i % 2, i < 2 ? 0 : 1);
    });
    index!.push(at, at + 1, at + 2, at + 2, at + 1, at + 3);
  };
  for (const s of [-1, 1]) {
    face(
      [
        [-w, s * h, -w],
        [w, s * h, -w],
        [-w, s * h, w],
        [w, s * h, w],
      ],
      [0, s, 0],
    );
    face(
      [
        [s * w, -h, -w],
        [s * w, h, -w],
        [s * w, -h, w],
        [s * w, h, w],
      ],
      [s, 0, 0],
    );
    face(
      [
        [-w, -h, s * w],
        [w, -h, s * w],
        [-w, h, s * w],
        [w, h, s * w],
      ],
      [0, 0, s],
    );
  }
  geometry.setAttribute('position', new BufferAttribute(new Float32Array(positions!), 3));
  geometry.setAttribute('normal', new BufferAttribute(new Float32Array(normals!), 3));
  geometry.setAttribute('uv', new BufferAttribute(new Float32Array(uvs!), 2));
  geometry.setIndex(index!);
  return geometry;
}

const BUILT: Readonly<Record<InstanceForm, () => BufferGeometry>> = {
  // A grain is no ball: a little flat, a little long, faceted.
  grain: () => new IcosahedronGeometry(0.5, 1).scale(1, 0.72, 0.86),
  chip,
  card: () => card(),
  cone: () => new ConeGeometry(0.3, 1, 10),
  cube: () => new BoxGeometry(1, 1, 1),
  // It lies in X and Z, as cards and chips do.
  plane: () => new PlaneGeometry(1, 1).rotateX(-Math.PI / 2),
  ball: () => new SphereGeometry(0.5, 16, 10),
};

/** A form made by code, about one metre in size, with normals. */
export function formGeometry(form: InstanceForm): BufferGeometry {
  return withUvs(BUILT[form]());
}

/** Forms with few faces, about as large as those that they stand for. */
const COARSE: Partial<Record<InstanceForm, () => BufferGeometry>> = {
  grain: () => new OctahedronGeometry(0.5).scale(1, 0.72, 0.86),
  card: () => card(2),
  cone: () => new ConeGeometry(0.3, 1, 4),
  ball: () => new OctahedronGeometry(0.5, 1),
};

/** Faces that a mesh may have and still be drawn as it is where many are drawn coarsely. */
const FEW = 24;

/** What stands for a form while it is drawn coarsely: few faces, about as large. */
export function coarseGeometry(form: InstanceForm | 'mesh', source: BufferGeometry): BufferGeometry {
  if (form !== 'mesh') return COARSE[form] ? withUvs(COARSE[form]()) : source;
  if (source.getAttribute('position').count <= 3 * FEW) return source;
  source.computeBoundingBox();
  const size = source.boundingBox!.getSize(new Vector3()).max(new Vector3(0.02, 0.02, 0.02));
  return withUvs(new OctahedronGeometry(0.5).scale(size.x, size.y, size.z));
}

function withUvs(geometry: BufferGeometry): BufferGeometry {
  if (!geometry.getAttribute('uv'))
    geometry.setAttribute('uv', new BufferAttribute(new Float32Array(2 * geometry.getAttribute('position').count), 2));
  return geometry;
}

/** A mesh of the scene in its own pose, brought to a size of one metre about its middle. */
export function meshGeometry(mesh: TriangleMesh): BufferGeometry {
  const { positions } = mesh;
  const geometry = new BufferGeometry();
  geometry.setAttribute('position', new BufferAttribute(new Float32Array(positions), 3));
  geometry.setAttribute(
    'uv',
    new BufferAttribute(
      mesh.uvs
        ? Float32Array.from(mesh.uvs, (n, i) => (i % 2 ? 1 - n : n))
        : new Float32Array((2 * positions.length) / 3),
      2,
    ),
  );
  geometry.setIndex(new BufferAttribute(Uint32Array.from(mesh.index), 1));
  geometry.computeVertexNormals();
  geometry.computeBoundingBox();
  const box = geometry.boundingBox!;
  const size = Math.max(...box.max.clone().sub(box.min).toArray()) || 1;
  return geometry.center().scale(1 / size, 1 / size, 1 / size);
}
