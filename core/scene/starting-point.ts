import { actions } from '../kinds/actions';
import type { StartingPoint } from '../kinds/contracts/field';
import { length, mapVector, type Vector } from '../lib/math/vector';
import { isVector } from '../document/check-values';
import type { Field } from '../document/scene';

/** A box by its middle and half-widths, metres. */
export interface FittedBox {
  readonly centre: Vector;
  readonly half: Vector;
}

/** How far before the particles a jet stands, in the distance from their middle to their edge. */
const BEFORE = 1.15;

/** A place before the particles of a box, so that a jet along the direction meets all of them. */
function upstreamOf({ centre, half }: FittedBox, direction: Vector): Vector {
  const long = length(direction);
  const away = half.reduce((sum, h, i) => sum + h * Math.abs(direction[i]!), 0) / long;
  return mapVector(centre, (n, i) => Math.round((n - (BEFORE * away * direction[i]!) / long) * 100) / 100);
}

/**
 * A field with the values of a starting point; all that the point does not name stays. A field in a group keeps the way
 * it acts, since the members of a group act alike. `box` is the box around the particles, metres.
 */
export function startedFrom(field: Field, start: StartingPoint, box?: FittedBox): Field {
  const settings = { ...field.settings, ...start.settings };
  const actsAs = field.group === '' ? (start.actsAs ?? field.actsAs) : field.actsAs;
  // A number for another measure than that of its way of acting would mean something else.
  const meant = actsAs === start.actsAs || !actions.get(actsAs).blends;
  const direction = settings['direction'];
  const moves = start.upstream === true && box !== undefined && isVector(direction) && direction.some(Boolean);
  return {
    ...field,
    settings,
    actsAs,
    ...(meant && start.strength !== undefined && { strength: start.strength }),
    ...(moves && { transform: { ...field.transform, position: upstreamOf(box, direction) } }),
  };
}
