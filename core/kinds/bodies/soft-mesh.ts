import { describe, type ValuesOf } from '../../document/parameters';
import type { Kinded } from '../../document/registry';
import { poseAt, vertexCount, type TriangleMesh } from '../../lib/meshes/mesh';
import { trianglesOf } from '../../lib/meshes/surface';
import { weldedOf } from '../../lib/meshes/weld';
import { normalised } from '../../lib/math/vector';
import { outward } from '../../lib/math/similarity';
import { shapes } from '../emitter-shapes';
import type { Resources } from '../emitter-shapes/shape';
import { defineBody } from './body';
import { Springs, springsOf } from './springs';

const parameters = describe({
  shapeStiffness: {
    type: 'number',
    label: 'Shape stiffness',
    unit: 'Hz',
    default: 0.8,
    min: 0,
    max: 100,
    usual: [0, 5],
    help: 'The frequency of the spring that pulls each vertex back to its place on the mesh. Higher is stiffer; 0 is cloth.',
  },
  edgeStiffness: {
    type: 'number',
    label: 'Edge stiffness',
    unit: 'Hz',
    default: 12,
    min: 0,
    max: 1000,
    usual: [1, 50],
    help: 'The frequency of the springs along the edges. Stiffer edges stretch less.',
  },
  foldStiffness: {
    type: 'number',
    label: 'Fold stiffness',
    unit: 'Hz',
    default: 2,
    min: 0,
    max: 1000,
    usual: [0, 20],
    help: 'The frequency of the springs across the edges. Stiffer springs resist folding more.',
  },
  damping: {
    type: 'number',
    label: 'Damping',
    unit: '',
    default: 0.2,
    min: 0,
    max: 100,
    usual: [0, 1],
    help: 'How quickly the swinging dies down. At 1 it returns without overshooting.',
    shown: (v) => v['shapeStiffness'] !== 0,
  },
  hold: {
    type: 'choice',
    label: 'Pinned part',
    default: 'nothing',
    options: [
      { value: 'nothing', label: 'nothing' },
      { value: 'end', label: 'one end' },
      { value: 'groups', label: 'groups' },
    ],
    help: 'The vertices that stay fixed to the emitter’s mesh.',
  },
  end: {
    type: 'vector',
    label: 'Pinned end',
    unit: '',
    default: [0, 1, 0],
    help: 'The direction of the pinned end, in the mesh’s axes. Only its direction counts, not its length.',
    shown: (v) => v['hold'] === 'end',
  },
  pinnedAmount: {
    type: 'number',
    label: 'Pinned amount',
    unit: '%',
    default: 5,
    min: 0,
    max: 100,
    usual: [0, 50],
    help: 'The percentage of the mesh that is pinned, from that end on. At 0 only the outermost vertices are.',
    shown: (v) => v['hold'] === 'end',
  },
  groups: {
    type: 'names',
    label: 'Groups',
    default: [],
    help: 'The groups and materials of the mesh that are pinned. If none is chosen, all are.',
    shown: (v) => v['hold'] === 'groups',
  },
  rounds: {
    type: 'number',
    label: 'Iterations',
    unit: '',
    default: 8,
    min: 1,
    max: 64,
    whole: true,
    usual: [2, 24],
    help: 'How many times the springs are solved in each substep. With few iterations a stiff mesh stays softer than set.',
  },
});

type Settings = ValuesOf<typeof parameters>;

/** The mesh that an emitter's shape is made of. */
const meshOf = (shape: Kinded, resources: Resources): TriangleMesh | undefined =>
  shapes.get(shape.kind).surface?.(shape, resources);

/** Places of the vertices that are held. */
function heldOf(mesh: TriangleMesh, { hold, end, pinnedAmount, groups }: Settings): Uint8Array {
  const { placeOf, vertexOf, count } = weldedOf(mesh);
  const held = new Uint8Array(count);
  if (hold === 'groups')
    for (const t of trianglesOf(mesh, groups)) for (let k = 0; k < 3; k++) held[placeOf[mesh.index[3 * t + k]!]!] = 1;
  if (hold !== 'end') return held;
  const [x, y, z] = normalised(end);
  const heights = Array.from(
    vertexOf,
    (v) => x * mesh.positions[3 * v]! + y * mesh.positions[3 * v + 1]! + z * mesh.positions[3 * v + 2]!,
  );
  const low = heights.reduce((a, b) => Math.min(a, b), Infinity);
  const high = heights.reduce((a, b) => Math.max(a, b), -Infinity);
  const room = (high - low) * (pinnedAmount / 100 + 1e-6);
  heights.forEach((height, p) => (held[p] = height >= high - room ? 1 : 0));
  return held;
}

/** A mesh whose vertices are particles. */
export const softMesh = defineBody({
  kind: 'soft-mesh',
  label: 'soft mesh',
  summary:
    'Each birth is a copy of the emitter’s mesh. Its vertices are particles, held together by springs along its edges.',
  parameters,
  formula: 'm·ẍ = F − m·(2πf)²·(x − x₀) for its place; the same of each length for edges and folds',
  source: 'Macklin, Müller & Chentanez 2016, “XPBD”',
  advice:
    'For sails, skirts, jellies and anything soft. A burst of 1 makes one mesh. Shape stiffness keeps a jelly in shape; at 0, with a part pinned, the mesh hangs like cloth.',
  points(_values, shape, resources) {
    const mesh = meshOf(shape, resources);
    return mesh ? weldedOf(mesh).count : 1;
  },
  compile(values, shape, resources) {
    const mesh = meshOf(shape, resources);
    if (!mesh || vertexCount(mesh) === 0) return undefined;
    const { shapeStiffness, edgeStiffness, foldStiffness, damping, rounds } = values;
    const held = heldOf(mesh, values);
    const pose = new Float32Array(mesh.positions.length);
    const { vertexOf } = weldedOf(mesh);
    const links = springsOf(mesh);
    const springs = new Springs(links, {
      keep: shapeStiffness,
      edges: edgeStiffness,
      folds: foldStiffness,
      damping,
      rounds,
    });
    return {
      points: held.length,
      isLine: false,
      isHeld: (point) => held[point] === 1,
      rest({ place, time }, out) {
        poseAt(mesh, time, pose);
        vertexOf.forEach((v, p) => {
          const at = outward(place, [pose[3 * v]!, pose[3 * v + 1]!, pose[3 * v + 2]!]);
          for (let k = 0; k < 3; k++) out[3 * p + k] = at[k]!;
        });
      },
      settle: (body) => springs.settle(body),
    };
  },
  empty(_values, shape, resources) {
    return meshOf(shape, resources) ? undefined : 'its shape is no mesh that could be bent';
  },
});
