import { describe, type ValuesOf } from '../../document/parameters';
import type { Kinded } from '../../document/registry';
import { poseAt, vertexCount, type TriangleMesh } from '../../lib/meshes/mesh';
import { trianglesOf } from '../../lib/meshes/surface';
import { weldedOf } from '../../lib/meshes/weld';
import { normalised } from '../../lib/math/vector';
import { outward } from '../../lib/math/similarity';
import { shapes } from '../emitter-shapes';
import type { Resources } from '../emitter-shapes/shape';
import { defineBody } from './bond';
import { Springs, springsOf } from './springs';

const parameters = describe({
  keep: {
    type: 'number',
    label: 'Back to its form',
    unit: '/s',
    default: 0.8,
    min: 0,
    max: 100,
    usual: [0, 5],
    help: 'How often a second each vertex, left alone, swings about its own place on the mesh. At 0 it is a cloth.',
  },
  edges: {
    type: 'number',
    label: 'Edges',
    unit: '/s',
    default: 12,
    min: 0,
    max: 1000,
    usual: [1, 50],
    help: 'How stiff the edges are: how often a second two vertices, left alone, swing on the edge between them.',
  },
  folds: {
    type: 'number',
    label: 'Folds',
    unit: '/s',
    default: 2,
    min: 0,
    max: 1000,
    usual: [0, 20],
    help: 'The same for the corners on both sides of an edge, which keep it from folding.',
  },
  damping: {
    type: 'number',
    label: 'Damping',
    unit: '',
    default: 0.2,
    min: 0,
    max: 100,
    usual: [0, 1],
    help: 'How soon the swinging about its own form dies out: at 1 it comes back without swinging over.',
    shown: (v) => v['keep'] !== 0,
  },
  hold: {
    type: 'choice',
    label: 'Held',
    default: 'nothing',
    options: [
      { value: 'nothing', label: 'nothing' },
      { value: 'end', label: 'one end' },
      { value: 'groups', label: 'named groups' },
    ],
    help: 'Which of its vertices stay on the mesh, and move as that does.',
  },
  end: {
    type: 'vector',
    label: 'End towards',
    unit: '',
    default: [0, 1, 0],
    help: 'On which side the end is, in the frame of the mesh. Its length does not matter.',
    shown: (v) => v['hold'] === 'end',
  },
  share: {
    type: 'number',
    label: 'As much of it',
    unit: '%',
    default: 5,
    min: 0,
    max: 100,
    usual: [0, 50],
    help: 'How much of it from that end on is held; at 0 only what is at the very end.',
    shown: (v) => v['hold'] === 'end',
  },
  groups: {
    type: 'names',
    label: 'Groups',
    default: [],
    help: 'Groups and materials of the mesh that are held; none picked is all of it.',
    shown: (v) => v['hold'] === 'groups',
  },
  rounds: {
    type: 'number',
    label: 'Rounds',
    unit: '',
    default: 8,
    min: 1,
    max: 64,
    whole: true,
    usual: [2, 24],
    help: 'How often edges and folds are gone through in a substep. Few leave a stiff net softer than it is told to be.',
  },
});

type Settings = ValuesOf<typeof parameters>;

/** The mesh that an emitter's shape is made of. */
const meshOf = (shape: Kinded, resources: Resources): TriangleMesh | undefined =>
  shapes.get(shape.kind).surface?.(shape, resources);

/** Places of the vertices that are held. */
function heldOf(mesh: TriangleMesh, { hold, end, share, groups }: Settings): Uint8Array {
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
  const room = (high - low) * (share / 100 + 1e-6);
  heights.forEach((height, p) => (held[p] = height >= high - room ? 1 : 0));
  return held;
}

/** A mesh whose vertices are particles. */
export const net = defineBody({
  kind: 'net',
  label: 'mesh bent',
  summary:
    'Each birth is the whole mesh of the emitter’s shape: its vertices are particles that feel the fields, kept together by its edges.',
  parameters,
  formula: 'm·ẍ = F − m·(2πf)²·(x − x₀) for its place; the same of each length for edges and folds',
  source: 'Macklin, Müller & Chentanez 2016, “XPBD”',
  advice:
    'For sails, skirts, jellies and anything soft. One burst of 1 makes one mesh. Back to its form keeps a jelly in shape; at 0, with a group held, it hangs as a cloth.',
  points(_values, shape, resources) {
    const mesh = meshOf(shape, resources);
    return mesh ? weldedOf(mesh).count : 1;
  },
  compile(values, shape, resources) {
    const mesh = meshOf(shape, resources);
    if (!mesh || vertexCount(mesh) === 0) return undefined;
    const { keep, edges, folds, damping, rounds } = values;
    const held = heldOf(mesh, values);
    const pose = new Float32Array(mesh.positions.length);
    const { vertexOf } = weldedOf(mesh);
    const links = springsOf(mesh);
    const springs = new Springs(links, { keep, edges, folds, damping, rounds });
    return {
      points: held.length,
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
