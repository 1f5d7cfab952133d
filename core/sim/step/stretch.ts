import { length, type Vector } from '../../lib/math/vector';
import type { Emitter } from '../../document/scene';
import type { BirthPlace } from '../../kinds/emitter-shapes/shape';

const isOne = (stretch: Vector): boolean => stretch.every((n) => n === 1);

/** Whether the shape of an emitter is never stretched, on any frame. */
export const isPlain = ({ stretch, keys, automations }: Emitter): boolean =>
  isOne(stretch) && ![...Object.keys(keys), ...Object.keys(automations)].some((path) => /^stretch(\.|$)/.test(path));

/**
 * Stretches a birth place along the axes of the emitter: tangents go with it, and normals stay perpendicular to what they
 * stand on (n ← S⁻¹·n, for a stretch S). Along an axis that is pressed flat, the normal is that axis.
 */
export function stretchPlace(place: BirthPlace, stretch: Vector): void {
  if (isOne(stretch)) return;
  const [sx, sy, sz] = stretch;
  place.x *= sx;
  place.y *= sy;
  place.z *= sz;
  const tangent: Vector = [place.tx * sx, place.ty * sy, place.tz * sz];
  const flat = stretch.some((n) => n === 0);
  const normal: Vector = flat
    ? [sx === 0 ? place.nx : 0, sy === 0 ? place.ny : 0, sz === 0 ? place.nz : 0]
    : [place.nx / sx, place.ny / sy, place.nz / sz];
  const [t, n] = [length(tangent), length(normal)];
  if (t > 0) [place.tx, place.ty, place.tz] = [tangent[0] / t, tangent[1] / t, tangent[2] / t];
  if (n > 0) [place.nx, place.ny, place.nz] = [normal[0] / n, normal[1] / n, normal[2] / n];
}
