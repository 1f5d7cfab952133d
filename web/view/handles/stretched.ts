import { isVector } from '../../../core/document/check-values';
import type { SizeHandle } from '../../../core/lib/geometry/outline';
import { length, mapVector, type Vector } from '../../../core/lib/math/vector';

/** A stretch that changes nothing. */
export const UNSTRETCHED: Vector = [1, 1, 1];

/** How the shape of a thing is stretched; only emitters are. */
export const stretchOf = (thing: object): Vector =>
  'stretch' in thing && isVector(thing.stretch) ? thing.stretch : UNSTRETCHED;

/** A point of a shape that is stretched along the axes. */
export const stretched = (point: Vector, stretch: Vector): Vector => mapVector(point, (n, axis) => n * stretch[axis]!);

/** The point of a shape that a stretch takes to another; along an axis that is pressed flat, that point itself. */
export const unstretched = (point: Vector, stretch: Vector): Vector =>
  mapVector(point, (n, axis) => n / (stretch[axis] || 1));

/** A handle of a shape that is stretched: it sets the same number where that is now. */
export function stretchedHandle(handle: SizeHandle, stretch: Vector): SizeHandle {
  const axis = stretched(handle.axis, stretch);
  const size = length(axis);
  const at = stretched(handle.at, stretch);
  return size > 0
    ? { ...handle, at, axis: mapVector(axis, (n) => n / size), perMetre: handle.perMetre / size }
    : { ...handle, at };
}
