import { vectorBy } from '../core/lib/math/vector';
import { XMLParser } from 'fast-xml-parser';
import { MOST_POINTS, pointsIn, type VectorGrid } from '../core/lib/grids/vector-grid';
import { inflated } from './inflated';
import { joinedBytes } from './joined-bytes';
import { fileFault, SceneFaults } from './scene-faults';

/** What a file of a grid may be at most, before it is read. */
export const GRID_LIMITS = { bytes: 64 * 1024 * 1024, points: MOST_POINTS } as const;

const ALLOWED = 'VTK image data (.vti) with three numbers a point';

const wrong = (name: string, what: string) => fileFault('damaged', `“${name}” ${what}. Use ${ALLOWED}.`, ALLOWED);

/** Base64 of bytes, in pages and Node.js alike. */
function toBase64(bytes: Uint8Array): string {
  let text = '';
  for (let i = 0; i < bytes.length; i += 0x8000) text += String.fromCharCode(...bytes.subarray(i, i + 0x8000));
  return btoa(text);
}

const fromBase64 = (text: string) => Uint8Array.from(atob(text), (c) => c.charCodeAt(0));

/**
 * A grid as VTK image data: XML with its vectors inline as base64 of little-endian 32-bit floats under a 32-bit header
 * (VTK file formats, XML formats, "ImageData"). The same grid gives the same bytes.
 */
export function writeVti({ counts, origin, spacing, vectors }: VectorGrid): Uint8Array<ArrayBuffer> {
  const data = new Uint8Array(4 + vectors.length * 4);
  const view = new DataView(data.buffer);
  view.setUint32(0, vectors.length * 4, true);
  vectors.forEach((n, i) => view.setFloat32(4 + 4 * i, n, true));
  const extent = counts.map((n) => `0 ${n - 1}`).join(' ');
  const text = `<?xml version="1.0"?>
<VTKFile type="ImageData" version="1.0" byte_order="LittleEndian" header_type="UInt32">
  <ImageData WholeExtent="${extent}" Origin="${origin.join(' ')}" Spacing="${spacing.join(' ')}">
    <Piece Extent="${extent}">
      <PointData Vectors="velocity">
        <DataArray type="Float32" Name="velocity" NumberOfComponents="3" format="binary">
          ${toBase64(data)}
        </DataArray>
      </PointData>
      <CellData/>
    </Piece>
  </ImageData>
</VTKFile>
`;
  return new TextEncoder().encode(text);
}

interface DataArray {
  readonly '@type'?: string;
  readonly '@Name'?: string;
  readonly '@NumberOfComponents'?: string;
  readonly '@format'?: string;
  readonly '@offset'?: string;
  readonly '#text'?: string;
}

interface Piece {
  readonly '@Extent'?: string;
  readonly PointData?: { readonly '@Vectors'?: string; readonly DataArray?: readonly DataArray[] } | '';
}

interface VtkFile {
  readonly VTKFile?: {
    readonly '@type'?: string;
    readonly '@byte_order'?: string;
    readonly '@header_type'?: string;
    readonly '@compressor'?: string;
    readonly ImageData?: {
      readonly '@WholeExtent'?: string;
      readonly '@Origin'?: string;
      readonly '@Spacing'?: string;
      readonly '@Direction'?: string;
      readonly Piece?: readonly Piece[];
    };
    readonly AppendedData?: { readonly '#text'?: string; readonly '@encoding'?: string };
  };
}

/** Characters in which the tag that opens appended data, and the end of the file, are looked for. */
const MOST_XML = 4096;

/**
 * Where appended data begin, by one look at each character: the first tag of that name, its attribute, and the low line
 * after it.
 */
function appendedIn(
  text: string,
): { readonly index: number; readonly from: number; readonly encoding: string } | undefined {
  const index = text.indexOf('<AppendedData');
  if (index < 0) return undefined;
  const head = text.slice(index, index + MOST_XML);
  const end = head.indexOf('>');
  const encoding = /\sencoding="(raw|base64)"/.exec(head.slice(0, Math.max(0, end)))?.[1];
  const line = head.indexOf('_', end);
  if (end < 0 || encoding === undefined || line < 0 || head.slice(end + 1, line).trim() !== '') return undefined;
  return { index, from: index + line + 1, encoding };
}

/** The XML of a file, with raw appended bytes taken out of it: they are no XML. */
function taken(bytes: Uint8Array, name: string): { file: VtkFile['VTKFile']; appended: Uint8Array | undefined } {
  const latin = new TextDecoder('latin1').decode(bytes);
  let text = latin;
  let appended: Uint8Array | undefined;
  const open = appendedIn(latin);
  if (open) {
    const { from, encoding } = open;
    const end = latin.lastIndexOf('</AppendedData>');
    const inner = latin.slice(from, end < from ? latin.length : end);
    appended = encoding === 'raw' ? bytes.subarray(from, from + inner.length) : new TextEncoder().encode(inner.trim());
    text = `${latin.slice(0, open.index)}<AppendedData encoding="${encoding}"/></VTKFile>`;
  }
  if (text.length > MOST_XML && !text.includes('</VTKFile>', text.length - MOST_XML)) throw wrong(name, 'is cut off');
  const parser = new XMLParser({
    ignoreAttributes: false,
    attributeNamePrefix: '@',
    parseTagValue: false,
    processEntities: false,
    isArray: (tag) => tag === 'DataArray' || tag === 'Piece',
  });
  try {
    return { file: (parser.parse(text, true) as VtkFile).VTKFile, appended };
  } catch {
    throw wrong(name, 'is no XML');
  }
}

const numbers = (text: string | undefined) => (text ?? '').trim().split(/\s+/).map(Number);

/** Blocks of bytes behind a header, decompressed where the file says so: to at most `most` bytes. */
function unpacked(bytes: Uint8Array, wide: boolean, compressed: boolean, most: number): Uint8Array {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const word = wide ? 8 : 4;
  const read = (i: number) => (wide ? Number(view.getBigUint64(i * 8, true)) : view.getUint32(i * 4, true));
  if (!compressed) return bytes.subarray(word, word + read(0));
  const blocks = read(0);
  const parts: Uint8Array[] = [];
  let at = word * (3 + blocks);
  let left = most;
  for (let b = 0; b < blocks; b++) {
    const size = read(3 + b);
    if (size === 0 || at + size > bytes.length) throw new RangeError('a block lies outside the data');
    const part = inflated(bytes.subarray(at, at + size), left);
    parts.push(part);
    left -= part.length;
    at += size;
  }
  return joinedBytes(parts);
}

/** The bytes of a text of base64 that holds a header and its data, each encoded by itself where it is compressed. */
function decoded(text: string, wide: boolean, compressed: boolean): Uint8Array {
  const plain = text.replace(/\s+/g, '');
  if (!compressed) return fromBase64(plain);
  const word = wide ? 8 : 4;
  const head = fromBase64(plain.slice(0, 4 * Math.ceil(word / 3)));
  const blocks = new DataView(head.buffer).getUint32(0, true);
  const headText = 4 * Math.ceil((word * (3 + blocks)) / 3);
  const [header, data] = [fromBase64(plain.slice(0, headText)), fromBase64(plain.slice(headText))];
  return joinedBytes([header, data]);
}

function floats(bytes: Uint8Array, type: string, name: string): Float32Array<ArrayBuffer> {
  const size = type === 'Float64' ? 8 : 4;
  if (type !== 'Float32' && type !== 'Float64') throw wrong(name, `holds vectors of type ${type}`);
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  return Float32Array.from({ length: Math.floor(bytes.length / size) }, (_, i) =>
    size === 8 ? view.getFloat64(8 * i, true) : view.getFloat32(4 * i, true),
  );
}

/**
 * Reads VTK image data: one piece, vectors at its points, as text, base64 or appended bytes, plain or compressed with
 * zlib, little-endian. Throws a fault naming the file.
 */
export function readVti(bytes: Uint8Array, name: string): VectorGrid {
  if (bytes.length > GRID_LIMITS.bytes)
    throw fileFault(
      'size',
      `“${name}” has ${bytes.length} bytes. The limit is ${GRID_LIMITS.bytes}.`,
      `up to ${GRID_LIMITS.bytes} bytes`,
    );
  const { file, appended } = taken(bytes, name);
  const image = file?.ImageData;
  if (!file || file['@type'] !== 'ImageData' || !image) throw wrong(name, 'is no VTK image data');
  if (file['@byte_order'] === 'BigEndian') throw wrong(name, 'is big-endian');
  const compressor = file['@compressor'] ?? '';
  if (compressor !== '' && compressor !== 'vtkZLibDataCompressor')
    throw wrong(name, `is compressed with ${compressor}`);
  if (image.Piece?.length !== 1) throw wrong(name, `has ${image.Piece?.length ?? 0} pieces instead of one`);
  const [piece] = image.Piece;
  const extent = numbers(piece!['@Extent'] ?? image['@WholeExtent']);
  const counts = vectorBy((i) => extent[2 * i + 1]! - extent[2 * i]! + 1);
  if (extent.length !== 6 || counts.some((n) => !Number.isInteger(n) || n < 1))
    throw wrong(name, 'has no sound extent');
  const points = pointsIn({ counts });
  if (points > GRID_LIMITS.points)
    throw fileFault(
      'size',
      `“${name}” has ${points} points. The limit is ${GRID_LIMITS.points}.`,
      `up to ${GRID_LIMITS.points} points`,
    );
  const [steps, first] = [numbers(image['@Spacing'] ?? '1 1 1'), numbers(image['@Origin'] ?? '0 0 0')];
  if (
    steps.length !== 3 ||
    first.length !== 3 ||
    ![...steps, ...first].every(Number.isFinite) ||
    steps.some((s) => s <= 0)
  )
    throw wrong(name, 'has no sound origin and spacing');
  const spacing = vectorBy((i) => steps[i]!);
  const origin = vectorBy((i) => first[i]! + extent[2 * i]! * spacing[i]!);
  const data = piece!.PointData === '' ? undefined : piece!.PointData;
  const arrays = (data?.DataArray ?? []).filter((a) => Number(a['@NumberOfComponents'] ?? 1) === 3);
  const array = arrays.find((a) => a['@Name'] === data?.['@Vectors']) ?? arrays[0];
  if (!array) throw wrong(name, 'has no vectors at its points');
  const vectors = vectorsOf(array, { file, appended, name, most: 3 * points * 8 });
  if (vectors.length !== 3 * points) throw wrong(name, `holds ${vectors.length} numbers where ${3 * points} belong`);
  if (!vectors.every(Number.isFinite)) throw wrong(name, 'holds numbers that are not finite');
  return { counts, origin, spacing, vectors };
}

function vectorsOf(
  array: DataArray,
  {
    file,
    appended,
    name,
    most,
  }: { file: NonNullable<VtkFile['VTKFile']>; appended: Uint8Array | undefined; name: string; most: number },
): Float32Array {
  const type = array['@type'] ?? '';
  const text = array['#text'] ?? '';
  const wide = file['@header_type'] === 'UInt64';
  const compressed = (file['@compressor'] ?? '') !== '';
  try {
    if (array['@format'] === 'ascii') return Float32Array.from(numbers(text));
    if (array['@format'] !== 'appended')
      return floats(unpacked(decoded(text, wide, compressed), wide, compressed, most), type, name);
    if (!appended) throw new Error('nothing appended');
    const from = appended.subarray(Number(array['@offset'] ?? 0));
    const raw = file.AppendedData?.['@encoding'] === 'raw';
    const own = raw
      ? from
      : decoded(firstBase64(new TextDecoder('latin1').decode(from), wide, compressed), wide, compressed);
    return floats(unpacked(own, wide, compressed, most), type, name);
  } catch (error) {
    if (error instanceof SceneFaults) throw error;
    throw wrong(name, 'is cut off or damaged');
  }
}

/** The base64 of one array out of several that follow one another. */
function firstBase64(text: string, wide: boolean, compressed: boolean): string {
  if (compressed) return text;
  const word = wide ? 8 : 4;
  const head = fromBase64(text.slice(0, 4 * Math.ceil(word / 3)));
  const size = new DataView(head.buffer).getUint32(0, true);
  return text.slice(0, 4 * Math.ceil((word + size) / 3));
}
