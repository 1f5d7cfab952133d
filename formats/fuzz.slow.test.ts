import { deflateSync } from 'node:zlib';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import jpeg from 'jpeg-js';
import { PNG } from 'pngjs';
import { strToU8, zlibSync } from 'fflate';
import { describe, expect, it } from 'vitest';
import { examples } from '../core/examples';
import { meshSources } from '../core/kinds/meshes';
import { cameraGlb, readCameraGltf } from './camera-gltf';
import { readFont } from './font-import';
import { readGridCsv } from './grid-csv';
import { decodeImage } from './image';
import { mutated } from './mutated';
import { readMesh, writeMesh } from './mesh-file';
import { readMeshFile } from './mesh-import';
import { readPoints } from './points-import';
import { readSceneFile, sceneFrom, sceneText, writeSceneFile } from './scene-file';
import { SceneFaults } from './scene-faults';
import { readVti, writeVti } from './vti';
import { unpackedWoff } from './woff';

/** How many times as many mutants as in a quick run; `BATHYCLAST_FUZZ=20` does all of docs/reliability.md. */
const TIMES = Number(process.env['BATHYCLAST_FUZZ'] ?? 1);
/** Longest that a file may hold its reader, milliseconds. */
const LONGEST = 2000;

const scene = examples[0]!.scene;
const text = (value: string) => new TextEncoder().encode(value);
const grid = {
  counts: [3, 2, 2] as const,
  origin: [0, 0, 0] as const,
  spacing: [1, 1, 1] as const,
  vectors: new Float32Array(36),
};
const png = () => {
  const picture = new PNG({ width: 24, height: 16 });
  picture.data.forEach((_, i) => (picture.data[i] = (i * 37) % 256));
  return PNG.sync.write(picture);
};
const vtiOf = (compressed: boolean) => {
  if (!compressed) return writeVti(grid);
  const block = zlibSync(new Uint8Array(grid.vectors.buffer));
  const head = new Uint8Array(new Uint32Array([1, 144, 144, block.length]).buffer);
  const base64 = (bytes: Uint8Array) => Buffer.from(bytes).toString('base64');
  return text(`<?xml version="1.0"?><VTKFile type="ImageData" byte_order="LittleEndian" header_type="UInt32" compressor="vtkZLibDataCompressor">
    <ImageData WholeExtent="0 2 0 1 0 1" Origin="0 0 0" Spacing="1 1 1"><Piece Extent="0 2 0 1 0 1"><PointData Vectors="v">
    <DataArray type="Float32" Name="v" NumberOfComponents="3" format="binary">${base64(head)}${base64(block)}</DataArray></PointData></Piece></ImageData></VTKFile>`);
};
const PLY =
  'ply\nformat ascii 1.0\nelement vertex 4\nproperty float x\nproperty float y\nproperty float z\nelement face 2\nproperty list uchar int vertex_indices\nend_header\n0 0 0\n1 0 0\n1 1 0\n0 1 0\n3 0 1 2\n3 0 2 3\n';
const OBJ = 'o box\nv 0 0 0\nv 1 0 0\nv 1 1 0\nvn 0 0 1\nusemtl red\nf 1//1 2//1 3//1\n';
const STL =
  'solid s\nfacet normal 0 0 1\nouter loop\nvertex 0 0 0\nvertex 1 0 0\nvertex 0 1 0\nendloop\nendfacet\nendsolid s\n';
const font = () => {
  const folder = join(import.meta.dirname, '..', 'node_modules', '@fontsource', 'martian-mono', 'files');
  return readFileSync(join(folder, readdirSync(folder).find((name) => name.endsWith('latin-400-normal.woff'))!));
};
const glb = () => writeMesh(meshSources.get('box').build(meshSources.defaults('box'), new Map())!);

interface Reader {
  readonly files: readonly (() => Uint8Array)[];
  /** Mutants in a quick run; twenty times that are asked for of each kind of file. */
  readonly mutants: number;
  read(bytes: Uint8Array<ArrayBuffer>): unknown;
}

/** Everything that reads a file somebody gives us, with sound files to begin from. */
const READERS: Readonly<Record<string, Reader>> = {
  'scene, bare JSON': { files: examples.map((e) => () => text(sceneText(e.scene))), mutants: 600, read: readSceneFile },
  'scene, package': {
    files: examples.map((e) => () => writeSceneFile({ scene: e.scene, files: new Map() })),
    mutants: 400,
    read: readSceneFile,
  },
  'VTK image data': {
    files: [() => vtiOf(false), () => vtiOf(true)],
    mutants: 100,
    read: (bytes) => readVti(bytes, 'a.vti'),
  },
  'grid, CSV': {
    files: [() => text('x,y,z\n' + '1,2,3\n'.repeat(12))],
    mutants: 100,
    read: (b) => readGridCsv(new TextDecoder().decode(b), 'a.csv', grid),
  },
  PNG: { files: [png], mutants: 100, read: (bytes) => decodeImage(bytes, 'a.png') },
  JPEG: {
    files: [() => jpeg.encode({ width: 24, height: 16, data: Buffer.alloc(24 * 16 * 4, 99) }, 80).data],
    mutants: 100,
    read: (b) => decodeImage(b, 'a.jpg'),
  },
  'kept mesh': { files: [glb], mutants: 100, read: (bytes) => readMesh(bytes, 'a') },
  OBJ: { files: [() => text(OBJ)], mutants: 100, read: (bytes) => readMeshFile(bytes, 'a.obj') },
  PLY: { files: [() => text(PLY)], mutants: 100, read: (bytes) => readMeshFile(bytes, 'a.ply') },
  STL: { files: [() => text(STL)], mutants: 100, read: (bytes) => readMeshFile(bytes, 'a.stl') },
  glTF: { files: [() => strippedGlb()], mutants: 100, read: (bytes) => readMeshFile(bytes, 'a.glb') },
  'camera, glTF': {
    files: [() => cameraGlb({ ...scene, time: { ...scene.time, last: scene.time.first + 3 } }, [])],
    mutants: 100,
    read: (bytes) => readCameraGltf(bytes.slice().buffer, 'a.glb', { ...scene.time, last: scene.time.first + 3 }, 1),
  },
  'points, CSV': {
    files: [() => text('x,y,z\n1,2,3\n4,5,6\n')],
    mutants: 100,
    read: (bytes) => readPoints(bytes, 'a.csv'),
  },
  'points, PLY': { files: [() => text(PLY)], mutants: 100, read: (bytes) => readPoints(bytes, 'a.ply') },
  font: {
    files: [font, () => unpackedWoff(font())],
    mutants: 100,
    read: (bytes) => readFont(bytes.slice().buffer, 'a.woff', 'Ab'),
  },
};

/** A binary glTF that is not one of ours, so that the general reader takes it. */
function strippedGlb(): Uint8Array {
  const bytes = glb();
  const at = Buffer.from(bytes).indexOf('"bathyclast"');
  bytes.set(strToU8('"elsewhere!"'), at);
  return bytes;
}

describe('files that are broken at random are refused in a sentence, at once', () => {
  for (const [name, { files, mutants, read }] of Object.entries(READERS))
    it(`${name}: ${mutants * TIMES} mutants`, async () => {
      const whole = files.map((file) => file());
      for (const file of whole) await read(new Uint8Array(file));
      let slowest = 0;
      for (let seed = 0; seed < mutants * TIMES; seed++) {
        const bytes = mutated(whole[seed % whole.length]!, seed, whole);
        const begun = performance.now();
        try {
          await read(bytes);
        } catch (error) {
          if (!(error instanceof SceneFaults))
            throw new Error(`Mutant ${seed}: ${(error as Error).stack}`, { cause: error });
          expect(error.message, `mutant ${seed}`).not.toMatch(
            /undefined|is not a|Cannot read|\[object|RangeError|TypeError|THREE/,
          );
        }
        slowest = Math.max(slowest, performance.now() - begun);
      }
      expect(slowest).toBeLessThan(LONGEST);
    }, 3_600_000);
});

describe('scene documents that are broken at random', () => {
  it(`are refused with their faults, or taken whole: ${1000 * TIMES} mutants`, () => {
    const values = [null, -1, 0, 1e300, '', 'x', [], {}, true, [1, 2], { kind: 'x' }, '__proto__'];
    for (let seed = 0; seed < 1000 * TIMES; seed++) {
      const document = JSON.parse(JSON.stringify(examples[seed % examples.length]!.scene)) as Record<string, unknown>;
      let at: Record<string, unknown> = document;
      let state = seed + 1;
      const next = (n: number) => (state = (Math.imul(state, 1103515245) + 12345) >>> 0) % Math.max(1, n);
      for (let depth = 0; depth < 8; depth++) {
        const names = Object.keys(at);
        const name = names[next(names.length)];
        if (name === undefined) break;
        const inner = at[name];
        if (typeof inner !== 'object' || inner === null || next(4) === 0) {
          if (next(5) === 0) delete at[name];
          else at[next(6) === 0 ? 'unknown' : name] = values[next(values.length)];
          break;
        }
        at = inner as Record<string, unknown>;
      }
      try {
        sceneFrom(JSON.parse(JSON.stringify(document)));
      } catch (error) {
        if (!(error instanceof SceneFaults))
          throw new Error(`Mutant ${seed}: ${(error as Error).stack}`, { cause: error });
      }
    }
  }, 3_600_000);
});

describe('nothing is unpacked or searched beyond what a header promises', () => {
  /** Seconds of the reader, the least of three. */
  const seconds = (bytes: Uint8Array) =>
    Math.min(
      ...[0, 1, 2].map(() => {
        const begun = performance.now();
        expect(() => readVti(bytes, 'a.vti')).toThrow(SceneFaults);
        return performance.now() - begun;
      }),
    );

  it('a .vti full of opened tags takes time in proportion to its size: 1, 2, 4 MB', () => {
    const tags = (megabytes: number) => text('<AppendedData '.repeat((megabytes * 1024 * 1024) / 14));
    const [one, two, four] = [1, 2, 4].map((n) => seconds(tags(n)));
    // A quadratic search would take sixteen times as long for four times as much.
    expect(four! / Math.max(one!, 5)).toBeLessThan(10);
    expect(two!).toBeLessThan(LONGEST);
  });

  it('zlib in a .vti that would inflate to a gigabyte is stopped at the size of the grid', () => {
    const bomb = deflateSync(Buffer.alloc(256 * 1024 * 1024));
    const head = new Uint8Array(new Uint32Array([1, 1 << 30, 1 << 30, bomb.length]).buffer);
    const base64 = (bytes: Uint8Array) => Buffer.from(bytes).toString('base64');
    const file = text(
      new TextDecoder().decode(vtiOf(true)).replace(/(format="binary">)[^<]*/, `$1${base64(head)}${base64(bomb)}`),
    );
    const before = process.memoryUsage().arrayBuffers;
    expect(() => readVti(file, 'bomb.vti')).toThrow(SceneFaults);
    expect(process.memoryUsage().arrayBuffers - before).toBeLessThan(64 * 1024 * 1024);
  });

  it('IDAT beyond the pixels of a PNG, and iCCP, are not inflated', () => {
    const bomb = deflateSync(Buffer.alloc(128 * 1024 * 1024));
    const chunk = (type: string, data: Uint8Array) => {
      const head = Buffer.alloc(8);
      head.writeUInt32BE(data.length);
      head.write(type, 4, 'latin1');
      return Buffer.concat([head, data, Buffer.alloc(4)]);
    };
    const whole = png();
    const [signature, header, rest] = [whole.subarray(0, 8), whole.subarray(8, 33), whole.subarray(33)];
    const before = process.memoryUsage().arrayBuffers;
    expect(() => decodeImage(Buffer.concat([signature, header, chunk('IDAT', bomb), rest]), 'a.png')).toThrow(
      /can’t be decoded/,
    );
    // A profile is left unread, so that its picture can be taken.
    const profiled = Buffer.concat([
      signature,
      header,
      chunk('iCCP', Buffer.concat([Buffer.from('p\0\0'), bomb])),
      rest,
    ]);
    expect(decodeImage(profiled, 'a.png').width).toBe(24);
    expect(process.memoryUsage().arrayBuffers - before).toBeLessThan(64 * 1024 * 1024);
  });
});
