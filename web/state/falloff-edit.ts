import { produce, type Draft } from 'immer';
import { ofAnotherKind } from '../../core/document/change-kind';
import type { Kinded } from '../../core/document/registry';
import { keepingPath } from '../../core/scene/on-path';
import { falloffShapes } from '../../core/kinds/falloff-shapes';
import { falloffCurves } from '../../core/kinds/curves';
import type { Vector } from '../../core/lib/math/vector';
import type { WeightedThing } from '../../core/document/scene';
import { withKind } from './kind-switch';
import { setIfKeyed } from './movement';
import { changeScene, editThing, LISTS } from './scene-store';

/** A field, group or zone, as what has a falloff shape, a curve, modulators and sends. */
export interface WeightedOwner {
  readonly type: 'field' | 'group' | 'zone';
  readonly id: string;
}

/** Changes what the weight of a field, group or zone hangs on. */
export function editWeighted({ type, id }: WeightedOwner, recipe: (thing: Draft<WeightedThing>) => void): void {
  editThing(type, id, (thing) => recipe(thing as Draft<WeightedThing>));
}

/** Sets a number of a falloff shape; inner and outer radius push each other along, so that the inner radius never is the larger. */
export function setFalloffNumber(owner: WeightedOwner, parameter: string, value: number): void {
  if (setIfKeyed({ sort: LISTS[owner.type], id: owner.id }, `falloff.${parameter}`, value)) return;
  editWeighted(owner, ({ falloff: own, curve }) => {
    const falloff = own;
    falloff[parameter] = value;
    if (parameter === 'inner' && value > (falloff['outer'] as number)) falloff['outer'] = value;
    if (parameter === 'outer' && value < (falloff['inner'] as number)) falloff['inner'] = value;
    keepCorePositive(curve.kind, falloff);
  });
}

/** The inverse square needs an inner radius: gives it a tenth of the outer radius where there is none. */
function keepCorePositive(profileKind: string, falloff: Record<string, unknown>): void {
  if (falloffCurves.get(profileKind).needsInner && falloff['inner'] === 0)
    falloff['inner'] = Math.max(0.01, (falloff['outer'] as number) / 10);
}

/** Changes the kind of one part of a falloff, and keeps the inner radius above 0 where the curve needs that. */
function setKind(owner: WeightedOwner, path: 'falloff' | 'curve', kind: string, make: (was: Kinded) => Kinded): void {
  const place = { sort: LISTS[owner.type], ids: [owner.id], path, also: ['falloff.inner'] };
  changeScene((scene) => {
    const next = withKind<WeightedThing>(scene, place, kind, (thing, was) =>
      produce({ ...thing, [path]: make(was) }, (draft) => keepCorePositive(draft.curve.kind, draft.falloff)),
    );
    if (next === scene) return scene;
    return { ...next, fields: next.fields.map((field, i) => keepingPath(scene.fields[i]!, field)) };
  });
}

/** Half the sides of the box around the outline of a falloff shape, metres of its own scale; undefined without one. */
function halfOf(falloff: Kinded): Vector | undefined {
  const points = falloffShapes
    .get(falloff.kind)
    .outline(falloff, falloff['outer'] as number)
    .flat();
  if (points.length === 0) return undefined;
  const most = (axis: 0 | 1 | 2) => points.reduce((m, p) => Math.max(m, Math.abs(p[axis])), 0.05);
  return [most(0), most(1), most(2)];
}

/**
 * Gives it a falloff shape of another kind, as large as the one before; after none, as large as the particles spread
 * within `half`, metres of its own scale.
 */
export function setFalloffKind(owner: WeightedOwner, kind: string, half?: Vector): void {
  setKind(owner, 'falloff', kind, (was) => {
    const size = (falloffShapes.get(was.kind).bounded && halfOf(was)) || half;
    return { ...ofAnotherKind(falloffShapes, was, kind), ...(size && falloffShapes.get(kind).fitted(size)) };
  });
}

/** Gives it a curve of another kind; slope and invert stay. */
export function setCurveKind(owner: WeightedOwner, kind: string): void {
  setKind(owner, 'curve', kind, (was) => ({
    ...ofAnotherKind(falloffCurves, was, kind),
    slope: was['slope'],
    invert: was['invert'],
  }));
}
