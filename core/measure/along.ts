import type { KernelBackend } from '../sim/stack/stack';
import { AXES, vectorColumns, type Vector, type VectorColumns } from '../lib/math/vector';
import { actions } from '../kinds/actions';
import { rules } from '../kinds/group-rules';
import type { Assets } from '../document/assets';
import { completeGroup } from '../scene/read';
import { standsIn } from '../document/groups';
import type { Field, Scene } from '../document/scene';
import { compileStack } from '../sim/stack/compile';
import { placeStack } from '../sim/stack/place';
import type { Leaf } from '../sim/stack/group-members';
import { evaluateStack } from '../sim/stack/evaluate';
import { rowScratch } from '../sim/stack/room';
import { sumsOfBlock } from '../kinds/contracts/sums';
import { withPrecomputedPaths } from '../sim/step/precomputed-paths';
import { sizesOf } from './plane';
import { putAt, restingBlock } from './resting-block';
import { readAll, samplerOf } from './subject';
import { type Pretended } from './resting-block';

/** Points on a line, at most a block of them. */
export const POINTS = 480;

/** `n` points from one end of a line to the other. */
export function pointsBetween(from: Vector, to: Vector, n = POINTS): VectorColumns {
  const places = vectorColumns(n);
  for (let i = 0; i < n; i++)
    AXES.forEach((axis, a) => (places[axis][i] = from[a]! + ((to[a]! - from[a]!) * i) / (n - 1)));
  return places;
}

/** A curve along a line. */
export interface Curve {
  readonly name: string;
  readonly unit: string;
  readonly values: Float64Array;
}

/** The limits of a group, in the unit of its members. */
export interface Limits {
  readonly floor: number;
  readonly ceiling: number;
}

/**
 * The strength of every field and group along a line, |w·F| and |Σ w·F| of its members, and the acceleration that the
 * whole stack gives a particle at rest there, m/s². Fields and groups that are 0 everywhere on it are left out.
 */
export function curvesAlong(
  scene: Scene,
  assets: Assets,
  line: { readonly from: Vector; readonly to: Vector },
  frame: number,
  pretended: Pretended,
  backend?: KernelBackend,
): { readonly fields: readonly Curve[]; readonly groups: readonly Curve[]; readonly sum: Curve } {
  const places = pointsBetween(line.from, line.to);
  const leaves = leavesAlong(scene, assets, places, frame, pretended, backend);
  const curveOf = (name: string, fields: readonly Field[]): Curve[] => {
    const values = sizesOf(together(fields.flatMap(({ id }) => leaves.get(id) ?? [])));
    if (!values.some((v) => v !== 0)) return [];
    return [{ name, unit: actions.get(fields[0]!.actsAs).vectorUnit, values }];
  };
  const membersOf = (group: string) => scene.fields.filter((field) => standsIn(scene.groups, field, group));
  const found = vectorColumns(POINTS);
  readAll(samplerOf(scene, assets, { of: 'stack' }, frame, pretended, backend), places, found);
  return {
    fields: scene.fields.flatMap((field) => curveOf(field.name, [field])),
    groups: scene.groups.flatMap(({ id, name }) => curveOf(`${name} (group)`, membersOf(id))),
    sum: { name: 'Sum', unit: 'm/s²', values: sizesOf(found) },
  };
}

/** Σ w·F of some leaves. */
function together(leaves: readonly { readonly weight: Float64Array; readonly vector: VectorColumns }[]): VectorColumns {
  const sum = vectorColumns(POINTS);
  for (const { weight, vector } of leaves)
    for (const axis of AXES) for (let i = 0; i < POINTS; i++) sum[axis][i]! += weight[i]! * vector[axis][i]!;
  return sum;
}

/**
 * What fields deliver within the whole stack at places, at most a block of them, by id; those that are not heard are
 * left out.
 */
export function leavesAlong(
  scene: Scene,
  assets: Assets,
  places: VectorColumns,
  frame: number,
  pretended: Pretended,
  backend?: KernelBackend,
): ReadonlyMap<string, { readonly weight: Float64Array; readonly vector: VectorColumns }> {
  const stack = compileStack(withPrecomputedPaths(scene, assets, backend), assets, { backend });
  placeStack(stack, frame);
  const block = restingBlock(frame / scene.time.fps, pretended);
  const n = places.x.length;
  putAt(block, places, n);
  const leaves: Leaf[] = [];
  evaluateStack(stack, block, rowScratch(), sumsOfBlock(), (leaf) => void leaves.push(leaf));
  return new Map(
    leaves.map(({ row, weight, vector: { x, y, z } }) => [
      row.field.id,
      { weight: weight.slice(0, n), vector: { x: x.slice(0, n), y: y.slice(0, n), z: z.slice(0, n) } },
    ]),
  );
}

/**
 * Fields along a line, each by itself, and their result under each of the rules of groups that can combine them: all
 * but the product for vectors, and all for masks. With limits, as a group with those limits. Throws a sentence where
 * fewer than two fields are chosen or they act in different ways.
 */
export function combinedAlong(
  scene: Scene,
  assets: Assets,
  ids: readonly string[],
  line: { readonly from: Vector; readonly to: Vector },
  frame: number,
  pretended: Pretended,
  limits?: Limits,
  backend?: KernelBackend,
): { readonly fields: readonly Curve[]; readonly byRule: readonly Curve[] } {
  const fields = ids.flatMap((id) => scene.fields.filter((f) => f.id === id));
  const acts = new Set(fields.map((f) => f.actsAs));
  if (fields.length < 2) throw new Error(`${fields.length} fields are chosen. Choose two or more`);
  if (acts.size > 1)
    throw new Error(`the chosen fields act as ${[...acts].join(' and ')}. Choose fields that act in one way`);
  const places = pointsBetween(line.from, line.to);
  const unit = actions.get(fields[0]!.actsAs).vectorUnit;
  const curve = (name: string, of: Scene, subject: Parameters<typeof samplerOf>[2]): Curve => {
    const found = vectorColumns(POINTS);
    readAll(samplerOf(of, assets, subject, frame, pretended, backend), places, found);
    return { name, unit, values: sizesOf(found) };
  };
  const grouped = (rule: string): Scene => ({
    ...scene,
    groups: [completeGroup({ id: 'sounding', name: 'Sounding', rule, ...(limits && { limited: true, ...limits }) })],
    fields: fields.map((f) => ({ ...f, group: 'sounding', mute: false, solo: false })),
  });
  return {
    fields: fields.map((f) => curve(f.name, scene, { of: 'field', id: f.id })),
    byRule: rules.list
      .filter((rule) => !rule.scalarsOnly || acts.has('mask'))
      .map((rule) => curve(rule.label, grouped(rule.kind), { of: 'group', id: 'sounding' })),
  };
}
