import { Plane, Ray, Vector3 } from 'three';
import type { Vector } from '../../../core/lib/math/vector';
import type { ViewRig } from '../camera/view-rig';

/**
 * How far along an axis through `origin` (unit direction) the line of sight under the pointer passes nearest, metres.
 */
export function alongAxis(rig: ViewRig, clientX: number, clientY: number, origin: Vector, axis: Vector): number {
  const { origin: eye, direction } = rig.sightThrough(clientX, clientY);
  const a = new Vector3(...axis);
  const w = new Vector3(...origin).sub(eye);
  const b = a.dot(direction);
  const bottom = 1 - b * b;
  return bottom < 1e-6 ? 0 : (b * direction.dot(w) - a.dot(w)) / bottom;
}

/** Where the line of sight under the pointer meets the plane through `point` that faces the eye. */
export function onFacingPlane(rig: ViewRig, clientX: number, clientY: number, point: Vector): Vector {
  const { origin, direction } = rig.sightThrough(clientX, clientY);
  const normal = rig.sight;
  const hit = new Ray(origin, direction).intersectPlane(
    new Plane().setFromNormalAndCoplanarPoint(normal, new Vector3(...point)),
    new Vector3(),
  );
  return hit ? [hit.x, hit.y, hit.z] : point;
}

/** Rounded to hundredths, so that dragged numbers can be read. */
export const hundredths = (value: number) => Math.round(value * 100) / 100;
