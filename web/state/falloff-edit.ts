import { produce, type Draft } from 'immer';
import { ofAnotherKind } from '../../core/document/change-kind';
import type { Kinded } from '../../core/document/registry';
import { extents } from '../../core/kinds/falloff-shapes';
import { profiles } from '../../core/kinds/curves';
import type { Vector } from '../../core/lib/math/vector';
import type { WithReach } from '../../core/document/scene';
import { withKind } from './kind-switch';
import { setIfKeyed } from './movement';
import { changeScene, editThing, LISTS } from './scene-store';

/** A field, group or zone, as what has an extent, a profile, modulators and sends. */
export interface ReachOwner {
  readonly type: 'field' | 'group' | 'zone';
  readonly id: string;
}

/** Changes what the weight of a field, group or zone hangs on. */
export function editReach({ type, id }: ReachOwner, recipe: (thing: Draft<WithReach>) => void): void {
  editThing(type, id, (thing) => recipe(thing as Draft<WithReach>));
}

/** Sets a number of an extent; core and reach push each other along, so that the core never is the larger. */
export function setExtentNumber(owner: ReachOwner, parameter: string, value: number): void {
  if (setIfKeyed({ sort: LISTS[owner.type], id: owner.id }, `extent.${parameter}`, value)) return;
  editReach(owner, ({ extent: own, profile }) => {
    const extent = own;
    extent[parameter] = value;
    if (parameter === 'core' && value > (extent['reach'] as number)) extent['reach'] = value;
    if (parameter === 'reach' && value < (extent['core'] as number)) extent['core'] = value;
    keepCorePositive(profile.kind, extent);
  });
}

/** The inverse square needs a core: gives it a tenth of the reach where there is none. */
function keepCorePositive(profileKind: string, extent: Record<string, unknown>): void {
  if (profiles.get(profileKind).needsCore && extent['core'] === 0)
    extent['core'] = Math.max(0.01, (extent['reach'] as number) / 10);
}

/** Changes the kind of one part of a falloff, and keeps the core above 0 where the profile needs that. */
function setKind(owner: ReachOwner, path: 'extent' | 'profile', kind: string, make: (was: Kinded) => Kinded): void {
  const place = { sort: LISTS[owner.type], ids: [owner.id], path, also: ['extent.core'] };
  changeScene((scene) =>
    withKind<WithReach>(scene, place, kind, (thing, was) =>
      produce({ ...thing, [path]: make(was) }, (draft) => keepCorePositive(draft.profile.kind, draft.extent)),
    ),
  );
}

/** Half the sides of the box around the outline of a falloff shape, metres of its own scale; undefined without one. */
function halfOf(extent: Kinded): Vector | undefined {
  const points = extents
    .get(extent.kind)
    .outline(extent, extent['reach'] as number)
    .flat();
  if (points.length === 0) return undefined;
  const most = (axis: 0 | 1 | 2) => points.reduce((m, p) => Math.max(m, Math.abs(p[axis])), 0.05);
  return [most(0), most(1), most(2)];
}

/**
 * Gives it a falloff shape of another kind, as large as the one before; after none, as large as the particles spread
 * within `half`, metres of its own scale.
 */
export function setExtentKind(owner: ReachOwner, kind: string, half?: Vector): void {
  setKind(owner, 'extent', kind, (was) => {
    const size = (extents.get(was.kind).bounded && halfOf(was)) || half;
    return { ...ofAnotherKind(extents, was, kind), ...(size && extents.get(kind).fitted(size)) };
  });
}

/** Gives it a profile of another kind; slope and invert stay. */
export function setProfileKind(owner: ReachOwner, kind: string): void {
  setKind(owner, 'profile', kind, (was) => ({
    ...ofAnotherKind(profiles, was, kind),
    slope: was['slope'],
    invert: was['invert'],
  }));
}
