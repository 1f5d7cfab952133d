import bunny from 'bunny';
import { BufferAttribute, BufferGeometry, Group, Mesh, MeshBasicMaterial, type Object3D } from 'three';
import { GLTFLoader } from 'three/addons/loaders/GLTFLoader.js';
import { OBJExporter } from 'three/addons/exporters/OBJExporter.js';
import { PLYExporter } from 'three/addons/exporters/PLYExporter.js';
import { STLExporter } from 'three/addons/exporters/STLExporter.js';
import { describe, expect, it } from 'vitest';
import { meshSources } from '../core/kinds/meshes';
import { triangleCount, vertexCount, type TriangleMesh } from '../core/lib/meshes/mesh';
import { MESH_FILE_LIMIT, readMeshFile } from './mesh-import';
import { MESH_LIMITS, readMesh, writeMesh } from './mesh-file';

// What three’s loaders and exporters expect of a page.
Object.assign(globalThis, {
  requestAnimationFrame: (work: () => void) => setTimeout(work, 0),
  ProgressEvent: globalThis.ProgressEvent ?? Event,
});

const bytes = (text: string) => new TextEncoder().encode(text);
const read = async (data: Uint8Array, name: string) => {
  const made = await readMeshFile(data, name);
  return { ...made, mesh: readMesh(made.glb, name) };
};

/** The sentence with which a file is refused. */
async function refusal(data: Uint8Array, name: string): Promise<string> {
  try {
    await readMeshFile(data, name);
    return 'accepted';
  } catch (error) {
    return (error as Error).message;
  }
}

const QUAD = 'v 0 0 0\nv 1 0 0\nv 1 1 0\nv 0 1 0\nf 1 2 3 4\n';

/** A three.js object of the sample mesh, so that three’s own exporters write it. */
function sampleObject(): Object3D {
  const geometry = new BufferGeometry();
  geometry.setAttribute('position', new BufferAttribute(Float32Array.from(bunny.positions.flat()), 3));
  geometry.setIndex(new BufferAttribute(Uint32Array.from(bunny.cells.flat()), 1));
  geometry.computeVertexNormals();
  const mesh = new Mesh(geometry, new MeshBasicMaterial({ name: 'fur' }));
  mesh.name = 'bunny';
  const group = new Group();
  group.add(mesh);
  return group;
}

const boundsOf = ({ positions }: TriangleMesh) =>
  [0, 1, 2].map((axis) => {
    const values = [...positions].filter((_, i) => i % 3 === axis);
    return [Math.min(...values), Math.max(...values)];
  });
const expected = [0, 1, 2].map((axis) => [
  Math.min(...bunny.positions.map((p) => p[axis]!)),
  Math.max(...bunny.positions.map((p) => p[axis]!)),
]);

describe('mesh files that somebody else wrote: counts and bounds are equal', () => {
  const check = (mesh: TriangleMesh) => {
    expect(triangleCount(mesh)).toBe(bunny.cells.length);
    boundsOf(mesh).forEach((range, axis) => range.forEach((n, i) => expect(n).toBeCloseTo(expected[axis]![i]!, 4)));
  };

  it('OBJ', async () => {
    const { mesh } = await read(bytes(new OBJExporter().parse(sampleObject())), 'bunny.obj');
    check(mesh);
    expect(mesh.groups.map((g) => g.name)).toContain('bunny');
    // Faces share their corners again.
    expect(vertexCount(mesh)).toBeLessThan(bunny.cells.length);
  });

  it('PLY, as text and binary', async () => {
    for (const binary of [false, true]) {
      const data = new PLYExporter().parse(sampleObject(), () => {}, { binary, littleEndian: true }) as unknown as
        | string
        | ArrayBuffer;
      const { mesh } = await read(typeof data === 'string' ? bytes(data) : new Uint8Array(data), 'bunny.ply');
      check(mesh);
      expect(vertexCount(mesh)).toBe(bunny.positions.length);
    }
  });

  it('STL, as text and binary', async () => {
    for (const binary of [false, true]) {
      const data = new STLExporter().parse(sampleObject(), { binary }) as unknown as string | DataView;
      const { mesh } = await read(typeof data === 'string' ? bytes(data) : new Uint8Array(data.buffer), 'bunny.stl');
      check(mesh);
    }
  });

  it('glTF with its data inside, and GLB', async () => {
    const kept = writeMesh((await read(bytes(new OBJExporter().parse(sampleObject())), 'bunny.obj')).mesh);
    check((await read(kept, 'bunny.glb')).mesh);
    const view = new DataView(kept.buffer);
    const jsonLength = view.getUint32(12, true);
    const document = JSON.parse(new TextDecoder().decode(kept.subarray(20, 20 + jsonLength))) as { buffers: object[] };
    document.buffers = [
      {
        byteLength: kept.length - 28 - jsonLength,
        uri: `data:application/octet-stream;base64,${Buffer.from(kept.subarray(28 + jsonLength)).toString('base64')}`,
      },
    ];
    check((await read(bytes(JSON.stringify(document)), 'bunny.gltf')).mesh);
  });
});

describe('the kept form', () => {
  it('is a GLB that somebody else’s reader reads, and gives back the same mesh', async () => {
    const mesh = meshSources.get('chimney').build(meshSources.defaults('chimney'), new Map())!;
    const coloured: TriangleMesh = { ...mesh, colours: new Uint8Array(mesh.positions.length).fill(200) };
    const glb = writeMesh(coloured);
    expect(readMesh(glb, 'x')).toEqual(coloured);
    expect(writeMesh(readMesh(glb, 'x'))).toEqual(glb);
    const { scene } = await new GLTFLoader().parseAsync(glb.buffer, '');
    const counts: number[] = [];
    scene.traverse((object) => {
      if (object instanceof Mesh)
        counts.push(
          (object.geometry as BufferGeometry).index!.count / 3,
          (object.geometry as BufferGeometry).getAttribute('position').count,
        );
    });
    expect(counts).toEqual([triangleCount(mesh), vertexCount(mesh)]);
  });

  it('keeps poses; what is cut off, faulty or too large is refused', () => {
    const mesh = meshSources.get('box').build(meshSources.defaults('box'), new Map())!;
    const poses = new Float32Array(3 * mesh.positions.length).map((_, i) => i);
    const moving: TriangleMesh = { ...mesh, motion: { step: 0.25, poses } };
    expect(readMesh(writeMesh(moving), 'x').motion).toEqual(moving.motion);
    const glb = writeMesh(mesh);
    expect(() => readMesh(glb.slice(0, 200), 'box')).toThrow(/“box” can’t be read: it is cut off/);
    expect(() => readMesh(writeMesh({ ...mesh, index: Uint32Array.of(0, 1, 999) }), 'box')).toThrow(
      /names a corner that is not there/,
    );
    expect(() =>
      readMesh(writeMesh({ ...mesh, positions: mesh.positions.map((n, i) => (i === 4 ? NaN : n)) }), 'box'),
    ).toThrow(/no finite number/);
    expect(() => readMesh(new Uint8Array(MESH_LIMITS.bytes + 1), 'box')).toThrow(/The limit is/);
    expect(() => readMesh(bytes('glTF but not really, only the beginning of it'), 'box')).toThrow(
      /cut off or no binary glTF/,
    );
  });
});

describe('bad mesh files each get their sentence', () => {
  it.each<[string, Uint8Array, string, RegExp]>([
    ['empty', new Uint8Array(), 'a.obj', /“a.obj” is empty. Use OBJ, PLY, STL or glTF/],
    ['no mesh', bytes('hello world, this is prose'), 'a.obj', /“a.obj” is no mesh that can be read/],
    ['a picture', Uint8Array.of(0x89, 0x50, 0x4e, 0x47, 0, 0, 0, 0), 'a.png', /is no mesh that can be read/],
    ['points without faces', bytes('v 0 0 0\nv 1 0 0\nv 0 1 0\n'), 'a.obj', /“a.obj” has no faces/],
    [
      'a cloud of points',
      bytes(
        'ply\nformat ascii 1.0\nelement vertex 2\nproperty float x\nproperty float y\nproperty float z\nend_header\n0 0 0\n1 1 1\n',
      ),
      'a.ply',
      /“a.ply” has no faces: it holds 2 points and no faces/,
    ],
    [
      'not a number',
      bytes(QUAD.replace('v 1 1 0', 'v nan 1 0')),
      'a.obj',
      /has a coordinate that is no finite number, in corner 3/,
    ],
    [
      'degenerate',
      bytes('v 0 0 0\nv 1 0 0\nv 2 0 0\nf 1 2 3\n'),
      'a.obj',
      /has no faces: all of its 1 faces are without area/,
    ],
    [
      'binary STL cut off',
      (() => {
        const b = new Uint8Array(84 + 120);
        new DataView(b.buffer).setUint32(80, 900, true);
        return b;
      })(),
      'a.stl',
      /is cut off: it should hold 900 faces, and ends after 2/,
    ],
    [
      'glTF without its data',
      bytes('{"asset":{"version":"2.0"},"buffers":[{"uri":"a.bin","byteLength":9}]}'),
      'a.gltf',
      /keeps its data in “a.bin”, which is not part of it/,
    ],
    [
      'glTF of the first version',
      bytes('{"asset":{"version":"1.0"},"scenes":{}}'),
      'a.gltf',
      /“a.gltf” is glTF of version 1.0. Use glTF 2.0/,
    ],
    ['glTF without a scene', bytes('{"asset":{"version":"2.0"},"nodes":[]}'), 'a.gltf', /“a.gltf” has no scene/],
    [
      'glTF with a list outside its buffer',
      bytes(
        '{"asset":{"version":"2.0"},"scenes":[{}],"buffers":[{"uri":"data:;base64,AAAA","byteLength":3}],"bufferViews":[{"buffer":0,"byteLength":3}],"accessors":[{"bufferView":0,"componentType":5126,"count":9,"type":"VEC3"}]}',
      ),
      'a.gltf',
      /can’t be read as glTF: it is cut off or damaged \(a list lies outside its part\)/,
    ],
    [
      'a face between corners that are not there',
      bytes(
        'ply\nformat ascii 1.0\nelement vertex 3\nproperty float x\nproperty float y\nproperty float z\nelement face 1\nproperty list uchar int vertex_indices\nend_header\n0 0 0\n1 0 0\n0 1 0\n3 0 1 7\n',
      ),
      'a.ply',
      /“a.ply” can’t be taken: a face names a corner that is not there/,
    ],
    [
      'a PLY that promises more than it has',
      bytes(
        'ply\nformat ascii 1.0\nelement vertex 900000000\nproperty float x\nproperty float y\nproperty float z\nend_header\n0 0 0\n',
      ),
      'a.ply',
      /Its header promises 900000000 of “vertex”, and the file has room for/,
    ],
    ['glTF cut off', bytes('{"asset":{"version":'), 'a.gltf', /is no whole glTF/],
    [
      'GLB cut off',
      writeMesh(meshSources.get('box').build(meshSources.defaults('box'), new Map())!).slice(0, 400),
      'a.glb',
      /is cut off/,
    ],
    [
      'PLY cut off',
      bytes(
        'ply\nformat binary_little_endian 1.0\nelement vertex 9\nproperty float x\nproperty float y\nproperty float z\nend_header\nabc',
      ),
      'a.ply',
      /can’t be read as PLY: it is cut off or damaged/,
    ],
  ])('%s', async (_name, data, name, words) => expect(await refusal(data, name)).toMatch(words));

  it('200 MB are refused unread; a million faces too many are refused with their number', async () => {
    expect(await refusal(new Uint8Array(200_000_000), 'big.stl')).toMatch(
      new RegExp(`has 200000000 bytes. Use mesh files of up to ${MESH_FILE_LIMIT}`),
    );
    const faces = MESH_LIMITS.triangles + 1;
    const stl = new Uint8Array(84 + 50 * faces);
    const view = new DataView(stl.buffer);
    view.setUint32(80, faces, true);
    for (let i = 0; i < faces; i++) {
      const at = 84 + 50 * i + 12;
      view.setFloat32(at + 12, 1, true);
      view.setFloat32(at + 28, 1, true);
      view.setFloat32(at + 32, i % 7, true);
    }
    expect(await refusal(stl, 'many.stl')).toMatch(
      /“many.stl” can’t be taken: it has 1000001 triangles. The limit is 1000000/,
    );
  });

  it('what can be mended is, and said: faces without area, missing normals, a wrong extension', async () => {
    const { mesh, notices, falloff } = await read(bytes(`${QUAD}f 1 1 2\n`), 'quad.stl');
    expect(triangleCount(mesh)).toBe(2);
    expect(falloff).toBe(1);
    expect(notices).toEqual([
      '“quad.stl” holds OBJ, whatever it is called; it was read as that.',
      '1 faces without area were left out.',
      'It has no normals; they were made from its faces.',
    ]);
    expect([...mesh.normals.slice(0, 3)]).toEqual([0, 0, 1]);
  });

  it('groups and materials of an OBJ are named, with their faces', async () => {
    const text = `o plate\n${QUAD.replace('f 1 2 3 4\n', '')}usemtl brass\nf 1 2 3\nusemtl slate\nf 1 3 4\n`;
    const { mesh } = await read(bytes(text), 'plate.obj');
    const named = (one: TriangleMesh) => one.groups.map(({ name, count, material }) => [name, count, material]);
    const groups = [
      ['brass', 1, true],
      ['slate', 1, true],
      ['plate', 2, undefined],
    ];
    expect(named(mesh)).toEqual(groups);
    expect(named(readMesh(writeMesh(mesh), 'plate.glb'))).toEqual(groups);
  });
});

it('an animated glTF is read as poses, in the seconds of its animation', async () => {
  // One triangle, whose node rises by 2 m in a second, as the glTF 2.0 specification lays it down.
  const positions = Float32Array.from([0, 0, 0, 1, 0, 0, 0, 0, -1]);
  const times = Float32Array.from([0, 1]);
  const rises = Float32Array.from([0, 0, 0, 0, 2, 0]);
  const buffer = Buffer.concat([positions, times, rises].map((a) => Buffer.from(a.buffer)));
  const document = {
    asset: { version: '2.0' },
    scene: 0,
    scenes: [{ nodes: [0] }],
    nodes: [{ mesh: 0, name: 'plate' }],
    meshes: [{ primitives: [{ attributes: { POSITION: 0 } }] }],
    animations: [
      { channels: [{ sampler: 0, target: { node: 0, path: 'translation' } }], samplers: [{ input: 1, output: 2 }] },
    ],
    accessors: [
      { bufferView: 0, componentType: 5126, count: 3, type: 'VEC3', min: [0, 0, -1], max: [1, 0, 0] },
      { bufferView: 1, componentType: 5126, count: 2, type: 'SCALAR', min: [0], max: [1] },
      { bufferView: 2, componentType: 5126, count: 2, type: 'VEC3' },
    ],
    bufferViews: [
      { buffer: 0, byteOffset: 0, byteLength: 36 },
      { buffer: 0, byteOffset: 36, byteLength: 8 },
      { buffer: 0, byteOffset: 44, byteLength: 24 },
    ],
    buffers: [{ byteLength: 68, uri: `data:application/octet-stream;base64,${buffer.toString('base64')}` }],
  };
  const { mesh } = await read(bytes(JSON.stringify(document)), 'rise.gltf');
  expect(mesh.motion!.step).toBeCloseTo(1 / 24, 6);
  expect(mesh.motion!.poses.length / 9).toBe(24);
  const height = (pose: number) => mesh.motion!.poses[9 * pose + 1]!;
  expect([height(0), height(12)].map((n) => Number(n.toFixed(5)))).toEqual([0, 1]);
});
