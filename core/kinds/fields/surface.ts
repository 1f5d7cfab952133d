import { describe } from '../../document/parameters';
import { clear } from '../contracts/sums';
import type { TriangleMesh } from '../../lib/meshes/mesh';
import { treeOf } from '../../lib/meshes/tree';
import { fault } from '../../document/faults';
import { vectorActions } from './actions';
import { defineField, type Barrier } from '../contracts/field';

const parameters = describe({
  of: {
    type: 'choice',
    label: 'Surface',
    default: 'plane',
    options: [
      { value: 'plane', label: 'plane' },
      { value: 'mesh', label: 'mesh' },
    ],
    help: 'A horizontal plane through the field’s position, or a mesh of the scene.',
  },
  mesh: {
    type: 'reference',
    to: 'mesh',
    label: 'Mesh',
    default: '',
    help: 'One of the scene’s meshes.',
    shown: (v) => v['of'] === 'mesh',
  },
  within: {
    type: 'number',
    label: 'Range',
    unit: 'm',
    default: 1,
    min: 0,
    above: true,
    usual: [0.05, 5],
    help: 'The distance from the surface within which the field acts.',
  },
  rest: {
    type: 'number',
    label: 'Hover distance',
    unit: 'm',
    default: 0,
    min: 0,
    usual: [0, 2],
    help: 'The distance at which particles hover: nearer they are pushed off, farther they are pulled back. 0 only pushes. Less than the range.',
  },
  damping: {
    type: 'number',
    label: 'Damping',
    unit: '',
    default: 0,
    min: 0,
    usual: [0, 5],
    help: 'How strongly motion towards and away from the surface is slowed within the range. 0 bounces like a spring; 4 stops fast particles.',
  },
  side: {
    type: 'choice',
    label: 'Sides',
    default: 'both',
    options: [
      { value: 'both', label: 'both sides' },
      { value: 'front', label: 'front only' },
    ],
    help: 'Acts on both sides, or only on the side of the normal: above a plane, outside a mesh.',
  },
});

/**
 * The push at a height h above the surface, for a strength of 1: falls linearly to 0 at the end of its reach, or
 * crosses 0 at the height of rest, beyond which it pulls back and fades: (1 − h/R) up to R, then −(h/R − 1)·((D − h)/(D
 * − R))².
 */
export function pushAt(h: number, within: number, rest: number): number {
  if (h >= within) return 0;
  if (rest === 0) return 1 - h / within;
  const off = 1 - h / rest;
  if (h <= rest) return off;
  const fade = (within - h) / (within - rest);
  return off * fade * fade;
}

/**
 * Looks for the nearest point of a mesh: writes the distance to it and the way from it, metres; false where it is not
 * within reach, or the point is behind a face and only the front counts.
 */
function nearestOn(mesh: TriangleMesh, within: number, front: boolean): Barrier['nearest'] {
  const tree = treeOf(mesh);
  const at = new Float64Array(3);
  const normal = new Float64Array(3);
  return (x, y, z, time, out) => {
    tree.pose(time);
    const face = tree.nearestPoint(x, y, z, at);
    const dx = x - at[0]!;
    const dy = y - at[1]!;
    const dz = z - at[2]!;
    const h = Math.sqrt(dx * dx + dy * dy + dz * dz);
    if (h === 0 || h >= within) return false;
    if (front) {
      tree.normalOf(face, normal);
      if (dx * normal[0]! + dy * normal[1]! + dz * normal[2]! < 0) return false;
    }
    out[0] = h;
    out[1] = dx;
    out[2] = dy;
    out[3] = dz;
    return true;
  };
}

/**
 * Pushes off a plane or mesh along its normal n, damped along it: F = S·push(h)·n − c·(v·n)·n. A negative strength pulls
 * to it.
 */
export const surface = defineField({
  kind: 'surface',
  family: 'push',
  label: 'surface',
  summary:
    'Pushes particles away from a plane or mesh. A negative strength pulls them in; a hover distance lets them float.',
  glyph: 'M3 18c4-3 6 1 9-1s5-2 9 0M8 13V5M5 8l3-3 3 3M16 13V5M13 8l3-3 3 3',
  formula: 'F = S · (1 − h / within) · n̂ − c · (v · n̂) · n̂',
  source: 'common practice, no source; at rest the push equals the weight (force balance)',
  strength: { label: 'Strength', default: 4, usual: [-10, 10] },
  actions: vectorActions('acceleration'),
  startsWith: { falloff: 'everywhere', curve: 'smooth', stands: 'below', point: 'Cushion' },
  balance: ['within', 'rest'],
  needs: { velocity: true },
  starts: [
    {
      name: 'Cushion',
      note: 'keeps particles away',
      strength: 30,
      settings: { within: 0.8, rest: 0, damping: 3, side: 'both' },
    },
    {
      name: 'Hover',
      note: 'holds particles at a height',
      strength: 30,
      settings: { within: 1.5, rest: 0.4, damping: 4, side: 'front' },
    },
    {
      name: 'Cling',
      note: 'draws particles in',
      strength: -12,
      settings: { within: 1, rest: 0, damping: 2, side: 'both' },
    },
  ],
  parameters,
  examples: [
    {
      settings: { of: 'plane', within: 2, rest: 0 },
      strength: 4,
      at: [7, 0.5, 7],
      vector: [0, 3, 0],
      source: 'by hand: 4·(1 − 0.5/2) off the plane',
    },
    {
      settings: { of: 'plane', within: 2, rest: 1 },
      strength: 4,
      at: [0, 1.5, 0],
      vector: [0, -0.5, 0],
      source: 'by hand: 4·(1 − 1.5/1)·((2 − 1.5)/(2 − 1))²',
    },
    {
      settings: { of: 'plane', within: 2, rest: 0, damping: 3 },
      strength: 4,
      at: [7, 0.5, 7],
      velocity: [9, -2, 0],
      vector: [0, 9, 0],
      source: 'by hand: 4·(1 − 0.5/2) + 3·2; motion along the plane is free',
    },
  ],
  damps: true,
  heedsVelocity: (settings) => settings.damping > 0,
  diagnose: {
    deliversAtZero: (settings) => settings.damping > 0,
    check(settings, field) {
      const { within, rest } = settings;
      return rest >= within
        ? [fault('range', `${field}.rest`, rest, `a number below where it ends (${within} m)`)]
        : [];
    },
    barrier({ settings, strength, resources }) {
      const { of, mesh: id, within, rest, side, damping } = settings;
      if (strength <= 0) return undefined;
      const push = (h: number) => strength * pushAt(h, within, rest);
      const front = side === 'front';
      if (of === 'plane')
        return {
          push,
          damping,
          nearest(_x, y, _z, _time, out) {
            out.set([Math.abs(y), 0, y < 0 ? -1 : 1, 0]);
            return Math.abs(y) < within && !(front && y < 0);
          },
        };
      const mesh = resources.mesh(id);
      if (!mesh) return undefined;
      const nearest = nearestOn(mesh, within, front);
      return {
        push,
        damping,
        nearest(x, y, z, time, out) {
          if (!nearest(x, y, z, time, out)) return false;
          for (let k = 1; k <= 3; k++) out[k]! /= out[0]!;
          return true;
        },
      };
    },
    silent({ settings, resources }) {
      const { of, mesh } = settings;
      if (of !== 'mesh') return undefined;
      if (mesh === '') return 'no mesh is chosen';
      return resources.mesh(mesh) ? undefined : 'its mesh is missing';
    },
  },
  view: {
    surface: (settings, resources) => (settings.of === 'mesh' ? resources.mesh(settings.mesh) : undefined),
    outline(settings) {
      const { of, within, rest } = settings;
      if (of === 'mesh') return [];
      const square = (y: number) =>
        [
          [-1, y, -1],
          [1, y, -1],
          [1, y, 1],
          [-1, y, 1],
          [-1, y, -1],
        ] as const;
      return [square(0), square(within), ...(rest > 0 ? [square(rest)] : [])];
    },
    handles(settings) {
      const { of, within, rest } = settings;
      const up = (parameter: string, at: number) =>
        ({ parameter, at: [0.5, at, 0.5], axis: [0, 1, 0], perMetre: 1 }) as const;
      return of === 'mesh' ? [] : [up('within', within), ...(rest > 0 ? [up('rest', rest)] : [])];
    },
  },
  compile({ settings, strength, resources }) {
    const { of, mesh: id, within, rest, side, damping } = settings;
    const front = side === 'front';
    const root = Math.sqrt(damping);
    if (of === 'plane')
      return ({ y }, { count }, out, { velocity, damping: damped }) => {
        clear(damped, count);
        for (let i = 0; i < count; i++) {
          const h = Math.abs(y[i]!);
          out.x[i] = out.y[i] = out.z[i] = 0;
          if (h >= within || (front && y[i]! < 0)) continue;
          out.y[i] = (y[i]! < 0 ? -strength : strength) * pushAt(h, within, rest) - damping * velocity.y[i]!;
          damped.y[i] = root;
        }
      };
    const mesh = resources.mesh(id);
    const nearest = mesh && nearestOn(mesh, within, front);
    const found = new Float64Array(4);
    return ({ x, y, z }, { count }, out, { time, velocity, damping: damped }) => {
      clear(damped, count);
      for (let i = 0; i < count; i++) {
        out.x[i] = out.y[i] = out.z[i] = 0;
        if (!nearest?.(x[i]!, y[i]!, z[i]!, time, found)) continue;
        const h = found[0]!;
        const dx = found[1]!;
        const dy = found[2]!;
        const dz = found[3]!;
        const away = (velocity.x[i]! * dx + velocity.y[i]! * dy + velocity.z[i]! * dz) / h;
        const push = (strength * pushAt(h, within, rest) - damping * away) / h;
        out.x[i] = push * dx;
        out.y[i] = push * dy;
        out.z[i] = push * dz;
        damped.x[i] = (root * dx) / h;
        damped.y[i] = (root * dy) / h;
        damped.z[i] = (root * dz) / h;
      }
    };
  },
});
