import type vtkImageData from '@kitware/vtk.js/Common/DataModel/ImageData.js';
import { newInstance as newImageDataReader } from '@kitware/vtk.js/IO/XML/XMLImageDataReader.js';
import { zlibSync } from 'fflate';
import { describe, expect, it } from 'vitest';
import type { VectorGrid } from '../core/lib/grids/vector-grid';
import { readGridCsv } from './grid-csv';
import { readVti, writeVti } from './vti';

const grid: VectorGrid = {
  counts: [3, 4, 2],
  origin: [-1, 0.5, 2],
  spacing: [0.25, 0.5, 1],
  vectors: Float32Array.from({ length: 72 }, (_, i) => Math.fround(Math.sin(i * 1.7) * 3)),
};

const text = (over: { array?: string; head?: string; data?: string; appended?: string } = {}) =>
  new TextEncoder()
    .encode(`<?xml version="1.0"?><VTKFile type="ImageData" version="1.0" byte_order="LittleEndian" ${over.head ?? ''}>
<ImageData WholeExtent="0 2 0 3 0 1" Origin="-1 0.5 2" Spacing="0.25 0.5 1"><Piece Extent="0 2 0 3 0 1"><PointData Vectors="u">
<DataArray type="Float32" Name="other" NumberOfComponents="1" format="ascii">1 2 3</DataArray>
<DataArray type="Float32" Name="u" NumberOfComponents="3" ${over.array ?? 'format="ascii"'}>${over.data ?? [...grid.vectors].join(' ')}</DataArray>
</PointData></Piece></ImageData>${over.appended ?? ''}</VTKFile>`);

const bytesOf = (values: Float32Array) => new Uint8Array(values.buffer, values.byteOffset, values.byteLength);
const base64 = (...parts: Uint8Array[]) => Buffer.concat(parts).toString('base64');
const words = (...n: number[]) => new Uint8Array(Uint32Array.from(n).buffer);

describe('VTK image data', () => {
  it('that we write is read by the npm package vtk.js: points, places and vectors', () => {
    const reader = newImageDataReader();
    const bytes = writeVti(grid);
    reader.parseAsArrayBuffer(bytes.buffer);
    const image = reader.getOutputData(0) as ReturnType<typeof vtkImageData.newInstance>;
    expect(image.getDimensions()).toEqual([...grid.counts]);
    expect([...image.getOrigin()]).toEqual([...grid.origin]);
    expect([...image.getSpacing()]).toEqual([...grid.spacing]);
    const vectors = image.getPointData().getVectors();
    expect(vectors.getNumberOfComponents()).toBe(3);
    expect([...(vectors.getData() as Float32Array)]).toEqual([...grid.vectors]);
  });

  it('comes back as it was', () => expect(readVti(writeVti(grid), 'a.vti')).toEqual(grid));

  it.each([
    ['text', text()],
    [
      'base64 under a 64-bit header',
      text({
        head: 'header_type="UInt64"',
        array: 'format="binary"',
        data: base64(words(288, 0), bytesOf(grid.vectors)),
      }),
    ],
    [
      'base64 compressed with zlib',
      text({
        head: 'header_type="UInt32" compressor="vtkZLibDataCompressor"',
        array: 'format="binary"',
        data:
          base64(words(1, 288, 0, zlibSync(bytesOf(grid.vectors)).length)) + base64(zlibSync(bytesOf(grid.vectors))),
      }),
    ],
    [
      'base64 compressed with zlib under 64-bit headers',
      text({
        head: 'header_type="UInt64" compressor="vtkZLibDataCompressor"',
        array: 'format="binary"',
        data:
          base64(words(1, 0, 288, 0, 0, 0, zlibSync(bytesOf(grid.vectors)).length, 0)) +
          base64(zlibSync(bytesOf(grid.vectors))),
      }),
    ],
    [
      'base64 compressed in two blocks',
      text({
        head: 'header_type="UInt32" compressor="vtkZLibDataCompressor"',
        array: 'format="binary"',
        data: (() => {
          const all = bytesOf(grid.vectors);
          const [a, b] = [zlibSync(all.subarray(0, 160)), zlibSync(all.subarray(160))];
          return base64(words(2, 160, 128, a.length, b.length)) + base64(a, b);
        })(),
      }),
    ],
    [
      'appended base64',
      text({
        head: 'header_type="UInt32"',
        array: 'format="appended" offset="0"',
        data: '',
        appended: `<AppendedData encoding="base64">_${base64(words(288), bytesOf(grid.vectors))}</AppendedData>`,
      }),
    ],
  ])('written by others as %s is read', (_name, bytes) =>
    expect(readVti(bytes, 'a.vti').vectors).toEqual(grid.vectors),
  );

  it('whose extent starts elsewhere than at 0 has its first point there: the origin is that of point 0, 0, 0', () => {
    const moved = new TextDecoder().decode(text()).replaceAll('0 2 0 3 0 1', '4 6 -2 1 10 11');
    const read = readVti(new TextEncoder().encode(moved), 'a.vti');
    expect(read.counts).toEqual([3, 4, 2]);
    expect(read.origin).toEqual([-1 + 4 * 0.25, 0.5 - 2 * 0.5, 2 + 10]);
    const reader = newImageDataReader();
    reader.parseAsArrayBuffer(new TextEncoder().encode(moved).buffer);
    const image = reader.getOutputData(0) as ReturnType<typeof vtkImageData.newInstance>;
    expect([...image.indexToWorld([4, -2, 10])]).toEqual([...read.origin]);
  });

  it('written by others as raw appended bytes is read', () => {
    const head = text({
      head: 'header_type="UInt32"',
      array: 'format="appended" offset="0"',
      data: '',
      appended: '<AppendedData encoding="raw">_',
    });
    const cut = Buffer.from(head).indexOf('_', Buffer.from(head).indexOf('AppendedData')) + 1;
    const raw = Buffer.concat([
      head.subarray(0, cut),
      words(288),
      bytesOf(grid.vectors),
      Buffer.from('</AppendedData></VTKFile>'),
    ]);
    expect(readVti(new Uint8Array(raw), 'a.vti')).toEqual(grid);
  });

  it.each([
    ['no XML', new TextEncoder().encode('hello'), /is no VTK image data|is no XML/],
    ['another sort', new TextEncoder().encode('<VTKFile type="PolyData"/>'), /“a.vti” is no VTK image data. Use/],
    [
      'big-endian',
      new TextEncoder().encode(new TextDecoder().decode(text()).replace('LittleEndian', 'BigEndian')),
      /is big-endian/,
    ],
    ['too few numbers', text({ data: '1 2 3' }), /holds 3 numbers where 72 belong/],
    [
      'no vectors',
      new TextEncoder().encode(new TextDecoder().decode(text()).replace('"3"', '"2"')),
      /has no vectors at its points/,
    ],
    ['cut off', text({ array: 'format="binary"', data: 'AAEA!' }), /is cut off or damaged/],
    ['not finite', text({ data: `NaN ${[...grid.vectors].slice(1).join(' ')}` }), /not finite/],
  ])('that can’t be taken is refused in words: %s', (_name, bytes, words) =>
    expect(() => readVti(bytes, 'a.vti')).toThrow(words),
  );
});

describe('CSV of vectors', () => {
  const lattice = { counts: [2, 1, 1], origin: [0, 0, 0], spacing: [1, 1, 1] } as const;
  it('is read with or without a row of names', () => {
    for (const rows of ['u,v,w\n1,2,3\n4,5,6\n', '1,2,3\n4,5,6'])
      expect([...readGridCsv(rows, 'a.csv', lattice).vectors]).toEqual([1, 2, 3, 4, 5, 6]);
  });
  it('of another length, or with a bad row, is refused in words', () => {
    expect(() => readGridCsv('1,2,3', 'a.csv', lattice)).toThrow(
      /“a.csv” has 1 rows, but a grid of 2 × 1 × 1 points takes 2/,
    );
    expect(() => readGridCsv('1,2,3\n4,x,6', 'a.csv', lattice)).toThrow(/has “4,x,6” in row 2/);
  });
});
