import { isRecord } from '../core/document/check-values';
import { parseBounded } from './bounded-json';
import { MESH_LIMITS } from './mesh-file';
import { fileFault } from './scene-faults';

const GLB_MAGIC = 0x46546c67;
const BINARY_CHUNK = 0x004e4942;

/** Bytes of a component, and components of an element, by the names that glTF gives them (glTF 2.0, 3.6.2.2). */
const COMPONENT: Readonly<Record<number, number>> = { 5120: 1, 5121: 1, 5122: 2, 5123: 2, 5125: 4, 5126: 4 };
const ELEMENT: Readonly<Record<string, number>> = { SCALAR: 1, VEC2: 2, VEC3: 3, VEC4: 4, MAT2: 4, MAT3: 9, MAT4: 16 };

type Part = Readonly<Record<string, unknown>>;

interface Container {
  readonly document: Part;
  /** Bytes of the binary chunk of a GLB; undefined without one. */
  readonly binary: number | undefined;
}

/** The JSON of a file, that of a GLB from its first chunk, and how long its binary chunk is. */
function containerOf(buffer: ArrayBuffer, name: string): Container {
  const view = new DataView(buffer);
  let json = new Uint8Array(buffer);
  let binary: number | undefined;
  if (buffer.byteLength >= 20 && view.getUint32(0, true) === GLB_MAGIC) {
    const length = view.getUint32(8, true);
    if (length > buffer.byteLength)
      throw fileFault(
        'damaged',
        `“${name}” is cut off: it should have ${length} bytes, and has ${buffer.byteLength}.`,
        'a whole GLB file',
      );
    if (view.getUint32(4, true) < 2) return { document: { asset: { version: '1.0' } }, binary };
    const end = 20 + view.getUint32(12, true);
    json = json.subarray(20, end);
    if (end + 8 <= length && view.getUint32(end + 4, true) === BINARY_CHUNK)
      binary = Math.min(view.getUint32(end, true), length - end - 8);
  }
  try {
    const document = parseBounded(json, name);
    if (isRecord(document)) return { document, binary };
  } catch {
    // Said below.
  }
  throw fileFault('damaged', `“${name}” can’t be read as glTF: it is no whole glTF file.`, 'a whole glTF file');
}

/**
 * Says in a sentence where a glTF file is of another version, names files that are not in it, or promises more than it
 * holds. In a file that passes, every list of numbers lies inside its buffers. Says how many scenes it has; throws a
 * fault.
 */
export function checkGltf(buffer: ArrayBuffer, name: string): { readonly scenes: number } {
  const { document, binary } = containerOf(buffer, name);
  const damaged = (what: string): never => {
    throw fileFault(
      'damaged',
      `“${name}” can’t be read as glTF: it is cut off or damaged (${what}).`,
      'a whole glTF file',
    );
  };
  const version = isRecord(document['asset']) ? document['asset']['version'] : undefined;
  if (typeof version !== 'string' || !/^2(\.|$)/.test(version))
    throw fileFault(
      'version',
      `“${name}” is glTF of ${typeof version === 'string' ? `version ${version.slice(0, 20)}` : 'no version'}. Use glTF 2.0.`,
      'glTF 2.0',
    );
  const listOf = (member: string): readonly Part[] => {
    const list = document[member] ?? [];
    return Array.isArray(list) && list.every(isRecord) ? list : damaged(`its ${member} are no list`);
  };
  const whole = (value: unknown, otherwise: number, what: string): number => {
    const number = value ?? otherwise;
    return typeof number === 'number' && Number.isSafeInteger(number) && number >= 0
      ? number
      : damaged(`${what} is no whole number`);
  };
  const buffers = listOf('buffers').map(({ uri, byteLength }) => {
    if (typeof uri === 'string' && !uri.startsWith('data:'))
      throw fileFault(
        'missing',
        `“${name}” keeps its data in “${uri.slice(0, 60)}”, which is not part of it. Use GLB, or glTF with its data inside.`,
        'GLB, or glTF with data inside',
      );
    const length = whole(byteLength, 0, 'the length of a buffer');
    const there = typeof uri === 'string' ? Math.ceil(((uri.length - uri.indexOf(',') - 1) * 3) / 4) : binary;
    return there !== undefined && length <= there ? length : damaged('a buffer ends too early');
  });
  const views = listOf('bufferViews').map((view) => {
    const length = whole(view['byteLength'], 0, 'the length of a part');
    const room = buffers[whole(view['buffer'], 0, 'the number of a buffer')] ?? damaged('a part lies in no buffer');
    if (whole(view['byteOffset'], 0, 'the place of a part') + length > room) damaged('a part lies outside its buffer');
    return { length, stride: whole(view['byteStride'], 0, 'the stride of a part') };
  });
  const most = 3 * MESH_LIMITS.triangles;
  for (const accessor of listOf('accessors')) {
    const count = whole(accessor['count'], 0, 'the length of a list');
    if (count > most)
      throw fileFault(
        'size',
        `“${name}” has a list of ${count} numbers or vectors. The limit is ${most}.`,
        `lists of up to ${most}`,
      );
    const component = COMPONENT[accessor['componentType'] as number] ?? damaged('a list is of no known numbers');
    const size = component * (ELEMENT[accessor['type'] as string] ?? damaged('a list is of no known vectors'));
    if (accessor['bufferView'] === undefined) continue;
    const view = views[whole(accessor['bufferView'], 0, 'the number of a part')] ?? damaged('a list lies in no part');
    const stride = view.stride === 0 ? size : view.stride;
    const offset = whole(accessor['byteOffset'], 0, 'the place of a list');
    if (offset % component !== 0 || stride % component !== 0) damaged('a list does not begin between two numbers');
    if (count > 0 && offset + stride * (count - 1) + size > view.length) damaged('a list lies outside its part');
  }
  return { scenes: listOf('scenes').length };
}
