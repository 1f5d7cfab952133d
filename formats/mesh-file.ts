import { triangleCount, vertexCount, type MeshGroup, type TriangleMesh } from '../core/lib/meshes/mesh';
import { isRecord } from '../core/document/check-values';
import { parseBounded } from './bounded-json';
import { fileFault } from './scene-faults';

/** What a mesh may be at most. */
export const MESH_LIMITS = {
  bytes: 64 * 1024 * 1024,
  triangles: 1_000_000,
  vertices: 2_000_000,
  poses: 240,
  groups: 256,
  posed: 24_000_000,
} as const;

const MAGIC = 0x46546c67;
const JSON_CHUNK = 0x4e4f534a;
const BIN_CHUNK = 0x004e4942;
const FLOAT = 5126;
const UINT = 5125;
const UBYTE = 5121;

interface Part {
  readonly data: Float32Array | Uint32Array | Uint8Array;
  readonly type: 'SCALAR' | 'VEC2' | 'VEC3';
  readonly componentType: number;
  readonly extra?: object;
}

const padded = (n: number) => (n + 3) & ~3;

/**
 * A mesh as the file it is kept as: binary glTF 2.0 (Khronos). Groups, and the accessor of a deforming mesh's poses,
 * are named in `extras`, which other readers pass over.
 */
export function writeMesh(mesh: TriangleMesh): Uint8Array<ArrayBuffer> {
  const parts: Part[] = [];
  const add = (part: Part) => parts.push(part) - 1;
  const { low, high } = bounds(mesh.positions);
  const attributes: Record<string, number> = {
    POSITION: add({ data: mesh.positions, type: 'VEC3', componentType: FLOAT, extra: { min: low, max: high } }),
    NORMAL: add({ data: mesh.normals, type: 'VEC3', componentType: FLOAT }),
  };
  if (mesh.uvs) attributes['TEXCOORD_0'] = add({ data: mesh.uvs, type: 'VEC2', componentType: FLOAT });
  if (mesh.colours) {
    // Four bytes a corner, as the standard wants them aligned.
    attributes['COLOR_0'] = add({
      data: withAlpha(mesh.colours),
      type: 'VEC3',
      componentType: UBYTE,
      extra: { normalized: true, type: 'VEC4' },
    });
  }
  const index = add({ data: mesh.index, type: 'SCALAR', componentType: UINT });
  const poses = mesh.motion ? add({ data: mesh.motion.poses, type: 'VEC3', componentType: FLOAT }) : undefined;
  let offset = 0;
  const bufferViews = parts.map(({ data }) => {
    const view = { buffer: 0, byteOffset: offset, byteLength: data.byteLength };
    offset += padded(data.byteLength);
    return view;
  });
  const width = { SCALAR: 1, VEC2: 2, VEC3: 3 } as const;
  const accessors = parts.map(({ data, type, componentType, extra }, i) => ({
    bufferView: i,
    componentType,
    count: componentType === UBYTE ? data.length / 4 : data.length / width[type],
    type,
    ...extra,
  }));
  const document = {
    asset: { version: '2.0', generator: 'Bathyclast' },
    scene: 0,
    scenes: [{ nodes: [0] }],
    nodes: [{ mesh: 0 }],
    meshes: [{ primitives: [{ attributes, indices: index }] }],
    accessors,
    bufferViews,
    buffers: [{ byteLength: offset }],
    extras: { bathyclast: { groups: mesh.groups, ...(mesh.motion && { poses, step: mesh.motion.step }) } },
  };
  const text = new TextEncoder().encode(JSON.stringify(document));
  const jsonLength = padded(text.length);
  const bytes = new Uint8Array(12 + 8 + jsonLength + 8 + offset);
  const view = new DataView(bytes.buffer);
  [MAGIC, 2, bytes.length, jsonLength, JSON_CHUNK].forEach((n, i) => view.setUint32(4 * i, n, true));
  bytes.fill(0x20, 20, 20 + jsonLength);
  bytes.set(text, 20);
  view.setUint32(20 + jsonLength, offset, true);
  view.setUint32(24 + jsonLength, BIN_CHUNK, true);
  let at = 28 + jsonLength;
  for (const { data } of parts) {
    bytes.set(new Uint8Array(data.buffer, data.byteOffset, data.byteLength), at);
    at += padded(data.byteLength);
  }
  return bytes;
}

function bounds(positions: Float32Array): { low: number[]; high: number[] } {
  const low = [Infinity, Infinity, Infinity];
  const high = [-Infinity, -Infinity, -Infinity];
  for (let i = 0; i < positions.length; i++) {
    low[i % 3] = Math.min(low[i % 3]!, positions[i]!);
    high[i % 3] = Math.max(high[i % 3]!, positions[i]!);
  }
  return { low, high };
}

function withAlpha(colours: Uint8Array): Uint8Array {
  const rgba = new Uint8Array((colours.length / 3) * 4).fill(255);
  for (let i = 0; i < colours.length / 3; i++) rgba.set(colours.subarray(3 * i, 3 * i + 3), 4 * i);
  return rgba;
}

function withoutAlpha(rgba: Uint8Array): Uint8Array {
  const colours = new Uint8Array((rgba.length / 4) * 3);
  for (let i = 0; i < rgba.length / 4; i++) colours.set(rgba.subarray(4 * i, 4 * i + 3), 3 * i);
  return colours;
}

/** Reads a kept mesh. Throws {@link SceneFaults}: a file that is not one of ours, whole and sound, is refused. */
export function readMesh(bytes: Uint8Array, name: string): TriangleMesh {
  const damaged = (why: string): never => {
    throw fileFault('damaged', `The mesh “${name}” can’t be read: ${why}.`, 'a mesh kept by Bathyclast');
  };
  if (bytes.length > MESH_LIMITS.bytes)
    throw fileFault(
      'size',
      `The mesh “${name}” has ${bytes.length} bytes. The limit is ${MESH_LIMITS.bytes}.`,
      `up to ${MESH_LIMITS.bytes} bytes`,
    );
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  if (bytes.length < 28 || view.getUint32(0, true) !== MAGIC || view.getUint32(8, true) !== bytes.length)
    damaged('it is cut off or no binary glTF');
  const jsonLength = view.getUint32(12, true);
  if (jsonLength > bytes.length - 28) damaged('it is cut off');
  const document = parseBounded(bytes.subarray(20, 20 + jsonLength), `The mesh “${name}”`);
  const start = 28 + jsonLength;
  const list = (value: unknown): readonly unknown[] => (Array.isArray(value) ? value : []);
  const at = (value: unknown, key: string | number): unknown =>
    isRecord(value) || Array.isArray(value) ? (value as Record<string | number, unknown>)[key] : undefined;
  const number = (value: unknown): number =>
    typeof value === 'number' && Number.isInteger(value) && value >= 0 ? value : damaged('a number in it is not whole');
  const read = (accessor: unknown): Float32Array | Uint32Array | Uint8Array => {
    const { bufferView, componentType, count, type } =
      (at(document, 'accessors') as Record<string, unknown>[] | undefined)?.[number(accessor)] ?? {};
    const chunk = list(at(document, 'bufferViews'))[number(bufferView)];
    const from = start + number(at(chunk, 'byteOffset') ?? 0);
    const size = ({ SCALAR: 1, VEC2: 2, VEC3: 3, VEC4: 4 }[type as string] ?? 0) * number(count);
    const length = size * (componentType === UBYTE ? 1 : 4);
    if (from + length > bytes.length) damaged('it is cut off');
    const copy = bytes.slice(from, from + length).buffer;
    return componentType === FLOAT
      ? new Float32Array(copy)
      : componentType === UINT
        ? new Uint32Array(copy)
        : new Uint8Array(copy);
  };
  const primitive = at(at(at(at(document, 'meshes'), 0), 'primitives'), 0);
  const attributes = at(primitive, 'attributes');
  const optional = (key: string) => (at(attributes, key) === undefined ? undefined : read(at(attributes, key)));
  const extras = at(at(document, 'extras'), 'bathyclast');
  const colours = optional('COLOR_0') as Uint8Array | undefined;
  const uvs = optional('TEXCOORD_0') as Float32Array | undefined;
  const mesh: TriangleMesh = {
    positions: read(at(attributes, 'POSITION')) as Float32Array,
    normals: read(at(attributes, 'NORMAL')) as Float32Array,
    index: read(at(primitive, 'indices')) as Uint32Array,
    groups: list(at(extras, 'groups')).slice(0, MESH_LIMITS.groups) as MeshGroup[],
    ...(colours && { colours: withoutAlpha(colours) }),
    ...(uvs && { uvs }),
    ...(at(extras, 'poses') !== undefined && {
      motion: { step: Number(at(extras, 'step')), poses: read(at(extras, 'poses')) as Float32Array },
    }),
  };
  const wrong = faultOf(mesh);
  return wrong ? damaged(wrong) : mesh;
}

/** What is wrong with a mesh, in a few words; undefined where it is sound. */
export function faultOf({ positions, normals, index, groups, colours, uvs, motion }: TriangleMesh): string | undefined {
  const vertices = positions.length / 3;
  if (index.length === 0) return 'it has no faces';
  if (vertices > MESH_LIMITS.vertices || index.length / 3 > MESH_LIMITS.triangles)
    return `it has ${index.length / 3} triangles. The limit is ${MESH_LIMITS.triangles}`;
  if (normals.length !== positions.length || index.length % 3 !== 0) return 'its lists do not fit together';
  if ((colours && colours.length !== positions.length) || (uvs && uvs.length !== 2 * vertices))
    return 'its lists do not fit together';
  if (index.some((i) => i >= vertices)) return 'a face names a corner that is not there';
  if (!positions.every(Number.isFinite)) return 'a coordinate is no finite number';
  if (!normals.every(Number.isFinite)) return 'a normal is no finite number';
  if (
    motion &&
    (!(motion.step > 0) ||
      motion.poses.length % positions.length !== 0 ||
      motion.poses.length === 0 ||
      !motion.poses.every(Number.isFinite))
  )
    return 'its poses do not fit together';
  const goodGroup = (g: MeshGroup) =>
    typeof g.name === 'string' &&
    Number.isInteger(g.start) &&
    Number.isInteger(g.count) &&
    g.start >= 0 &&
    g.count >= 0 &&
    3 * (g.start + g.count) <= index.length;
  return groups.every(goodGroup) ? undefined : 'a group names faces that are not there';
}

/** What is told of a mesh where it is chosen. */
export function meshInWords(mesh: TriangleMesh): string {
  return `${vertexCount(mesh).toLocaleString('en').replaceAll(',', ' ')} corners, ${triangleCount(mesh).toLocaleString('en').replaceAll(',', ' ')} faces`;
}
