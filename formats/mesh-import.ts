import { Mesh, type BufferAttribute, type BufferGeometry, type Group, type Object3D } from 'three';
import { mergeVertices } from 'three/addons/utils/BufferGeometryUtils.js';
import { faceNormal, smoothNormals, type MeshGroup, type MeshMotion, type TriangleMesh } from '../core/lib/meshes/mesh';
import type { Body, ReadBodies } from './bodies';
import { faultOf, MESH_LIMITS, readMesh, writeMesh } from './mesh-file';
import { checkPly } from './ply-header';
import { fileFault, inOwnWords } from './scene-faults';

/** Most bytes of a mesh file that is read. */
export const MESH_FILE_LIMIT = 128 * 1024 * 1024;

/** A mesh file made ready to be kept. */
export interface MeshImport {
  /** The mesh as the binary glTF it is kept as. */
  readonly glb: Uint8Array<ArrayBuffer>;
  /** What was mended or left out, in sentences. */
  readonly notices: readonly string[];
  /** Its largest width, in units of the file. */
  readonly falloff: number;
}

type Format = 'obj' | 'ply' | 'stl' | 'gltf';

export const tooLarge = (name: string, bytes: number) =>
  `“${name}” has ${bytes} bytes. Use mesh files of up to ${MESH_FILE_LIMIT}.`;

/** The format of a file by what it begins with, and by its name where that does not tell. */
function formatOf(bytes: Uint8Array, name: string): Format | undefined {
  const head = new TextDecoder('latin1').decode(bytes.subarray(0, 512));
  const extension = /\.([a-z]+)$/i.exec(name)?.[1]?.toLowerCase();
  if (head.startsWith('ply')) return 'ply';
  if (head.startsWith('glTF') || /^\s*\{/.test(head)) return 'gltf';
  if (/^\s*solid\b/.test(head)) return 'stl';
  if (
    /^(#[^\n]*\n|\s*(v|vn|vt|o|g|mtllib|usemtl|s)\s[^\n]*\n|\s*\n)+/.test(`${head}\n`) &&
    /(^|\n)\s*v\s/.test(new TextDecoder('latin1').decode(bytes.subarray(0, 1 << 16)))
  )
    return 'obj';
  // A binary STL begins with anything; its size tells.
  if (bytes.length >= 84) {
    const faces = new DataView(bytes.buffer, bytes.byteOffset).getUint32(80, true);
    if (bytes.length === 84 + 50 * faces || extension === 'stl') return 'stl';
  }
  return undefined;
}

const NAMES: Readonly<Record<Format, string>> = { obj: 'OBJ', ply: 'PLY', stl: 'STL', gltf: 'glTF' };

async function readBodies(format: Format, bytes: Uint8Array, name: string): Promise<ReadBodies> {
  const buffer = bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.byteLength) as ArrayBuffer;
  const text = () => new TextDecoder().decode(bytes);
  if (format === 'gltf') return (await import('./gltf-bodies')).readGltf(buffer, name);
  if (format === 'obj') {
    const { OBJLoader } = await import('three/addons/loaders/OBJLoader.js');
    const source = text();
    const bodies = bodiesOf(new OBJLoader().parse(source));
    // The loader makes flat normals where the file has none; smooth ones are wanted.
    if (!/^\s*vn\s/m.test(source)) for (const { geometry } of bodies) geometry.deleteAttribute('normal');
    return { bodies };
  }
  if (format === 'ply') {
    checkPly(bytes, name);
    const { PLYLoader } = await import('three/addons/loaders/PLYLoader.js');
    return { bodies: [{ geometry: new PLYLoader().parse(buffer), name: '', materials: [] }] };
  }
  if (
    bytes.length >= 84 &&
    !/^\s*solid\b[\s\S]*facet/.test(new TextDecoder('latin1').decode(bytes.subarray(0, 2048)))
  ) {
    const faces = new DataView(buffer).getUint32(80, true);
    if (bytes.length < 84 + 50 * faces)
      throw fileFault(
        'damaged',
        `“${name}” is cut off: it should hold ${faces} faces, and ends after ${Math.floor((bytes.length - 84) / 50)}.`,
        'a whole STL file',
      );
  }
  const { STLLoader } = await import('three/addons/loaders/STLLoader.js');
  const geometry = new STLLoader().parse(buffer);
  // An STL has normals of flat faces only: corners are shared again, and smooth normals made from their faces.
  geometry.deleteAttribute('normal');
  return { bodies: [{ geometry, name: '', materials: [] }] };
}

/** The bodies of a tree of objects, in the world of the file. */
function bodiesOf(root: Group | Object3D): Body[] {
  root.updateMatrixWorld(true);
  const bodies: Body[] = [];
  root.traverse((object) => {
    if (!(object instanceof Mesh)) return;
    const { geometry, material } = object as Mesh;
    const materials = (Array.isArray(material) ? material : [material]).map((m) => m.name);
    bodies.push({ geometry: geometry.clone().applyMatrix4(object.matrixWorld), name: object.name, materials });
  });
  return bodies;
}

/** Corners that are the same in everything become one, so that faces share them. */
function welded({ geometry, poses }: Body): BufferGeometry {
  return geometry.index || poses ? geometry : mergeVertices(geometry, 0);
}

const numbersOf = (attribute: BufferAttribute, width: number): Float32Array => {
  const out = new Float32Array(attribute.count * width);
  for (let i = 0; i < attribute.count; i++)
    for (let k = 0; k < width; k++) out[i * width + k] = attribute.getComponent(i, k);
  return out;
};

/** sRGB-coded bytes of linear colours, as loaders give them. */
function colourBytes(attribute: BufferAttribute): Uint8Array {
  const linear = numbersOf(attribute, 3);
  return Uint8Array.from(linear, (v) => {
    const c = Math.min(1, Math.max(0, v));
    return Math.round(255 * (c <= 0.0031308 ? 12.92 * c : 1.055 * c ** (1 / 2.4) - 0.055));
  });
}

interface Joined {
  readonly mesh: TriangleMesh;
  readonly flat: number;
  readonly bare: boolean;
}

function join({ bodies, step }: ReadBodies, name: string): Joined {
  const made = bodies
    .filter((body) => body.geometry.getAttribute('position'))
    .map((body) => ({ ...body, geometry: welded(body) }))
    .map((body) => {
      const { geometry } = body;
      const positions = numbersOf(geometry.getAttribute('position') as BufferAttribute, 3);
      const index = geometry.index
        ? Uint32Array.from(geometry.index.array)
        : Uint32Array.from({ length: Math.floor(positions.length / 9) * 3 }, (_, i) => i);
      return { body, geometry, positions, index };
    });
  const face = new Float64Array(3);
  for (const { positions, index } of made)
    if (index.some((corner) => 3 * corner >= positions.length))
      throw fileFault(
        'damaged',
        `“${name}” can’t be taken: a face names a corner that is not there.`,
        'faces between corners of the file',
      );
  const vertices = made.reduce((n, m) => n + m.positions.length / 3, 0);
  const positions = new Float32Array(3 * vertices);
  const index: number[] = [];
  const groups: MeshGroup[] = [];
  const hasNormals = made.length > 0 && made.every((m) => m.geometry.getAttribute('normal'));
  const normals = new Float32Array(3 * vertices);
  const hasColours = made.length > 0 && made.every((m) => m.geometry.getAttribute('color'));
  const colours = new Uint8Array(hasColours ? 3 * vertices : 0);
  const hasUvs = made.length > 0 && made.every((m) => m.geometry.getAttribute('uv'));
  const uvs = new Float32Array(hasUvs ? 2 * vertices : 0);
  const poses = made[0]?.body.poses?.map(() => new Float32Array(3 * vertices));
  let flat = 0;
  let v = 0;
  for (const { body, geometry, positions: own, index: faces } of made) {
    positions.set(own, 3 * v);
    if (hasNormals) normals.set(numbersOf(geometry.getAttribute('normal') as BufferAttribute, 3), 3 * v);
    if (hasColours) colours.set(colourBytes(geometry.getAttribute('color') as BufferAttribute), 3 * v);
    if (hasUvs) uvs.set(numbersOf(geometry.getAttribute('uv') as BufferAttribute, 2), 2 * v);
    poses?.forEach((pose, i) => pose.set(body.poses?.[i] ?? own, 3 * v));
    const bodyStart = index.length / 3;
    const parts = geometry.groups.length > 0 ? geometry.groups : [{ start: 0, count: faces.length, materialIndex: 0 }];
    for (const part of parts) {
      const partStart = index.length / 3;
      for (let i = part.start; i + 2 < part.start + part.count && i + 2 < faces.length; i += 3) {
        const [a, b, c] = [faces[i]!, faces[i + 1]!, faces[i + 2]!];
        // A face that has no area, or only such a deforming one at rest, is nothing to be born from or to hit.
        if (!poses && faceNormal(own, a, b, c, face) === 0) flat++;
        else index.push(a + v, b + v, c + v);
      }
      const material = body.materials[part.materialIndex ?? 0];
      if (material)
        groups.push({ name: material, start: partStart, count: index.length / 3 - partStart, material: true });
    }
    if (body.name && !body.materials.includes(body.name))
      groups.push({ name: body.name, start: bodyStart, count: index.length / 3 - bodyStart });
    v += own.length / 3;
  }
  const faces = Uint32Array.from(index);
  const motion: MeshMotion | undefined = poses && step ? { step, poses: concatenated(poses) } : undefined;
  return {
    flat,
    bare: !hasNormals,
    mesh: {
      positions,
      normals: hasNormals ? unit(normals) : smoothNormals(positions, faces),
      index: faces,
      groups: groups.slice(0, MESH_LIMITS.groups),
      ...(hasColours && { colours }),
      ...(hasUvs && { uvs }),
      ...(motion && { motion }),
    },
  };
}

function concatenated(parts: readonly Float32Array[]): Float32Array {
  const whole = new Float32Array(parts.reduce((n, part) => n + part.length, 0));
  let at = 0;
  for (const part of parts) {
    whole.set(part, at);
    at += part.length;
  }
  return whole;
}

/** Normals brought to length 1; those without one look up. */
function unit(normals: Float32Array): Float32Array {
  for (let i = 0; i < normals.length; i += 3) {
    const length = Math.hypot(normals[i]!, normals[i + 1]!, normals[i + 2]!);
    if (length > 0) for (let k = 0; k < 3; k++) normals[i + k]! /= length;
    else normals[i + 1] = 1;
  }
  return normals;
}

/**
 * Reads a mesh file: OBJ, PLY, STL or glTF, told by its content. Throws {@link SceneFaults} with a sentence that names
 * the file and what is wrong with it.
 */
export async function readMeshFile(bytes: Uint8Array, name: string): Promise<MeshImport> {
  if (bytes.length > MESH_FILE_LIMIT)
    throw fileFault('size', tooLarge(name, bytes.length), `up to ${MESH_FILE_LIMIT} bytes`);
  if (bytes.length === 0)
    throw fileFault('empty', `“${name}” is empty. Use OBJ, PLY, STL or glTF.`, 'OBJ, PLY, STL or glTF');
  const format = formatOf(bytes, name);
  if (!format)
    throw fileFault(
      'type',
      `“${name}” is no mesh that can be read. Use OBJ, PLY, STL or glTF.`,
      'OBJ, PLY, STL or glTF',
    );
  if (isKept(bytes)) {
    const mesh = readMesh(bytes, name);
    return { glb: writeMesh(mesh), notices: [], falloff: falloffOf(mesh.positions) };
  }
  const { read, mesh, flat, bare } = await inOwnWords(name, NAMES[format], async () => {
    const found = await readBodies(format, bytes, name);
    return { read: found, ...join(found, name) };
  });
  const points = mesh.positions.length / 3;
  const bad = mesh.positions.findIndex((n) => !Number.isFinite(n));
  if (bad >= 0)
    throw fileFault(
      'number',
      `“${name}” has a coordinate that is no finite number, in corner ${Math.floor(bad / 3) + 1}. Use finite numbers.`,
      'finite coordinates',
    );
  if (mesh.index.length === 0) {
    const what =
      flat > 0
        ? `all of its ${flat} faces are without area`
        : points > 0
          ? `it holds ${points} points and no faces`
          : 'it holds nothing';
    throw fileFault('empty', `“${name}” has no faces: ${what}. Use meshes of triangles.`, 'a mesh with faces');
  }
  const wrong = faultOf(mesh);
  if (wrong) throw fileFault('mesh', `“${name}” can’t be taken: ${wrong}.`, 'a sound mesh');
  const extension = /\.([a-z]+)$/i.exec(name)?.[1]?.toLowerCase() ?? '';
  const misnamed = !(extension === format || (format === 'gltf' && extension === 'glb'));
  const notices = [
    ...(misnamed ? [`“${name}” holds ${NAMES[format]}, whatever it is called; it was read as that.`] : []),
    ...(flat > 0 ? [`${flat} faces without area were left out.`] : []),
    ...(bare && format !== 'stl' ? ['It has no normals; they were made from its faces.'] : []),
    ...(read.notices ?? []),
  ];
  return { glb: writeMesh(mesh), notices, falloff: falloffOf(mesh.positions) };
}

/** Whether a file is a mesh as this program keeps it, with its groups and poses: it is taken as it is. */
function isKept(bytes: Uint8Array): boolean {
  const head = new TextDecoder('latin1').decode(bytes.subarray(0, 1 << 18));
  return head.startsWith('glTF') && head.includes('"extras":{"bathyclast":');
}

function falloffOf(positions: Float32Array): number {
  let widest = 0;
  for (let axis = 0; axis < 3; axis++) {
    let low = Infinity;
    let high = -Infinity;
    for (let i = axis; i < positions.length; i += 3) {
      low = Math.min(low, positions[i]!);
      high = Math.max(high, positions[i]!);
    }
    widest = Math.max(widest, high - low);
  }
  return widest;
}
