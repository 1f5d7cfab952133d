import { describe, isShown, type Parameter, type Values, type ValuesOf } from '../../document/parameters';
import { treeOf } from '../../lib/meshes/tree';
import { nearestOnPath, PathPieces } from '../../lib/paths/nearest';
import { lineOf, pathTrouble } from '../shared/path-line';
import { pathParameters } from '../shared/path-parameters';
import type { VectorColumns } from '../../lib/math/vector';
import { inward } from '../../lib/math/similarity';
import type { ParticleBlock } from '../../lib/particle-block';
import type { FieldContext, FieldSource, SilenceSource } from '../contracts/field';

const is =
  (...targets: string[]) =>
  (v: Readonly<Record<string, unknown>>) =>
    targets.includes(String(v['target']));

/** The parameters of a path, shown where the target is one. */
// oxlint-disable-next-line typescript/no-unsafe-type-assertion -- the same parameters by name, each with another condition
const paths = Object.fromEntries(
  Object.entries(pathParameters).map(([name, parameter]: [string, Parameter]) => [
    name,
    { ...parameter, shown: (v: Values) => is('path')(v) && isShown(parameter, v) },
  ]),
) as unknown as typeof pathParameters; // Built by name: TypeScript does not follow the names.

/** What a field is measured from: a point, a line, a path, a surface. */
export const targetParameters = describe({
  length: {
    type: 'number',
    label: 'Length',
    unit: 'm',
    default: 2,
    min: 0,
    usual: [0, 10],
    help: 'The length of the line, along Y.',
    shown: is('line'),
  },
  mesh: {
    type: 'reference',
    to: 'mesh',
    label: 'Mesh',
    default: '',
    help: 'One of the scene’s meshes.',
    shown: is('surface'),
  },
  ...paths,
});

/** The choices of a target. */
export const targetOptions = [
  { value: 'point', label: 'point' },
  { value: 'line', label: 'line' },
  { value: 'path', label: 'path' },
  { value: 'surface', label: 'surface' },
] as const;

type Settings = ValuesOf<typeof targetParameters> & { readonly target: string };

/**
 * Writes, for each particle, the way from the nearest point of the target to it, along the axes of the field's place,
 * metres.
 */
export type OffsetRoutine = (
  local: VectorColumns,
  block: ParticleBlock,
  out: VectorColumns,
  context: FieldContext,
) => void;

/** Ways from the nearest point of a target; zero where there is no target. */
export function offsetsFrom({
  settings,
  resources,
}: Pick<FieldSource<Settings>, 'settings' | 'resources'>): OffsetRoutine {
  const { target, length, mesh: id } = settings;
  if (target === 'path') {
    const pieces = new PathPieces(lineOf(settings));
    const found = nearestOnPath();
    return ({ x, y, z }, { count }, out) => {
      for (let i = 0; i < count; i++) {
        pieces.nearest(x[i]!, y[i]!, z[i]!, found);
        const there = found.distance < Infinity;
        out.x[i] = there ? x[i]! - found.x : 0;
        out.y[i] = there ? y[i]! - found.y : 0;
        out.z[i] = there ? z[i]! - found.z : 0;
      }
    };
  }
  if (target === 'surface') {
    const mesh = resources.mesh(id);
    const tree = mesh && treeOf(mesh);
    const at = new Float64Array(3);
    return ({ x, y, z }, { count }, out, { time }) => {
      tree?.pose(time);
      for (let i = 0; i < count; i++) {
        if (tree) tree.nearestPoint(x[i]!, y[i]!, z[i]!, at);
        out.x[i] = tree ? x[i]! - at[0]! : 0;
        out.y[i] = tree ? y[i]! - at[1]! : 0;
        out.z[i] = tree ? z[i]! - at[2]! : 0;
      }
    };
  }
  const half = target === 'line' ? length / 2 : 0;
  return ({ x, y, z }, { count }, out) => {
    for (let i = 0; i < count; i++) {
      out.x[i] = x[i]!;
      out.y[i] = y[i]! - Math.min(half, Math.max(-half, y[i]!));
      out.z[i] = z[i]!;
    }
  };
}

/** Why there is no target, in words. */
export function targetTrouble({
  settings,
  resources,
}: Pick<SilenceSource<Settings>, 'settings' | 'resources'>): string | undefined {
  const { target, mesh } = settings;
  if (target === 'path') return pathTrouble(settings);
  if (target !== 'surface') return undefined;
  if (mesh === '') return 'no mesh is chosen';
  return resources.mesh(mesh) ? undefined : 'its mesh is missing';
}

/** Ways from each particle's own place on an emitter's shape. */
export function offsetsFromPlaces({ placeOn }: Pick<FieldSource, 'placeOn'>, emitter: string): OffsetRoutine {
  const find = placeOn(emitter);
  const at = new Float64Array(3);
  return ({ x, y, z }, { count, id }, out, { place, frame }) => {
    for (let i = 0; i < count; i++) {
      out.x[i] = out.y[i] = out.z[i] = 0;
      if (!find?.(id[i]!, frame, at)) continue;
      const [px, py, pz] = inward(place, [at[0]!, at[1]!, at[2]!]);
      out.x[i] = x[i]! - px;
      out.y[i] = y[i]! - py;
      out.z[i] = z[i]! - pz;
    }
  };
}
