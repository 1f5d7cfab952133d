import type { FittedBox } from '../scene/starting-point';
import { falloffShapes } from '../kinds/falloff-shapes';
import type { SourceBox } from '../kinds/contracts/field';
import { type Vector, mapVector, vectorBy } from '../lib/math/vector';
import { vertexCount } from '../lib/meshes/mesh';
import type { Assets } from '../document/assets';
import { colliderShapes } from '../kinds/colliders';
import { resourcesOf } from '../scene/resources';
import { isLedAround } from '../scene/around-colliders';
import { withSharedPaths } from '../scene/shared-paths';
import { motionOf } from '../document/keys/motion';
import { outward } from '../lib/math/similarity';
import { sendTo, type Field, type Scene } from '../document/scene';
import { standsIn } from '../document/groups';
import type { Bounds, Meters } from './meters';

/** The box round all living particles that a field is sent to; undefined where there are none. */
export function boundsSentTo(scene: Scene, field: Field, meters: Meters): Bounds | undefined {
  return joined(meters.bounds.filter((_, e) => sendTo(field, scene.emitters[e]!.id) > 0));
}

/** The box round several; undefined where they hold nothing. */
export function joined(all: readonly Bounds[]): Bounds | undefined {
  const living = all.filter((b) => b.count > 0);
  if (living.length === 0) return undefined;
  const most = (of: (...n: number[]) => number, side: 'low' | 'high', axis: 0 | 1 | 2) =>
    living.reduce((m, b) => of(m, b[side][axis]), living[0]![side][axis]);
  return {
    count: living.reduce((n, b) => n + b.count, 0),
    low: [most(Math.min, 'low', 0), most(Math.min, 'low', 1), most(Math.min, 'low', 2)],
    high: [most(Math.max, 'high', 0), most(Math.max, 'high', 1), most(Math.max, 'high', 2)],
  };
}

/** The box round what the bounded falloff shapes of a group's fields reach; where none is bounded, the given one. */
export function boxOfGroup(scene: Scene, group: string, otherwise: Bounds | undefined): SourceBox | undefined {
  const points = withSharedPaths(scene)
    .fields.filter((f) => standsIn(scene.groups, f, group))
    .flatMap((f) => {
      const kind = falloffShapes.get(f.falloff.kind);
      if (!kind.bounded) return [];
      const place = motionOf(scene.carriers, f).at(scene.time.first);
      return kind
        .outline(f.falloff, f.falloff['outer'] as number)
        .flat()
        .map((p) => outward(place, p));
    });
  const bounds = points.length > 0 ? boundsRound(points) : otherwise;
  if (!bounds) return undefined;
  return sourceBox(fittedTo(bounds));
}

/** How far round a collider a flow is led, in its own half-widths. */
const ROUND = 3;

/** Frames between two looks at where colliders are. */
const LOOK = 12;

/**
 * The box in which a flow is led around the colliders of a scene, over its shot: around each as far as the flow differs, and no
 * more than a floor, which has no end, asks for. Undefined where there is none.
 */
export function boxAroundColliders(scene: Scene, assets: Assets): SourceBox | undefined {
  const { first, last } = scene.time;
  const points = scene.colliders.filter(isLedAround).flatMap((collider) => {
    const kind = colliderShapes.get(collider.shape.kind);
    const resources = resourcesOf(scene, assets);
    const mesh = kind.surface?.(collider.shape, resources);
    const own = mesh
      ? Array.from({ length: vertexCount(mesh) }, (_, i) => vectorBy((a) => mesh.positions[3 * i + a]!))
      : kind.outline(collider.shape, resources).flat();
    if (own.length === 0 || kind.endless) return [];
    const { centre, half } = fittedTo(boundsRound(own));
    const wide = Math.max(...half);
    const motion = motionOf(scene.carriers, collider);
    const looks = motion.moves ? Math.ceil((last - first) / LOOK) : 0;
    return Array.from({ length: looks + 1 }, (_, n) => motion.at(Math.min(last, first + n * LOOK))).flatMap((place) =>
      [-1, 1].flatMap((side) =>
        [0, 1, 2].map((axis) =>
          outward(
            place,
            vectorBy((a) => centre[a]! + (a === axis ? side * (half[a]! + (ROUND - 1) * wide) : 0)),
          ),
        ),
      ),
    );
  });
  if (points.length === 0) return undefined;
  return sourceBox(fittedTo(boundsRound(points)));
}

/** A box by its whole sides. */
export const sourceBox = ({ centre, half }: FittedBox): SourceBox => ({
  centre,
  sides: mapVector(half, (h) => 2 * h),
});

function boundsRound(points: readonly Vector[]): Bounds {
  const along = (of: (...n: number[]) => number, axis: 0 | 1 | 2) =>
    points.reduce((m, p) => of(m, p[axis]), points[0]![axis]);
  return {
    count: points.length,
    low: [along(Math.min, 0), along(Math.min, 1), along(Math.min, 2)],
    high: [along(Math.max, 0), along(Math.max, 1), along(Math.max, 2)],
  };
}

/** Middle and half-widths of a box, in centimetres' steps; the half-widths are never below 0.1 m. */
export function fittedTo({ low, high }: Bounds): FittedBox {
  const middle = (axis: 0 | 1 | 2) => Math.round((low[axis] + high[axis]) * 50) / 100;
  const half = (axis: 0 | 1 | 2) => Math.max(0.1, (high[axis] - low[axis]) / 2);
  return { centre: [middle(0), middle(1), middle(2)], half: [half(0), half(1), half(2)] };
}
