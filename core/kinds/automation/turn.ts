import { describe } from '../../document/parameters';
import { cos, sin } from '../../lib/math/exact';
import { cross, normalised, type Vector, mapVector } from '../../lib/math/vector';

/** What the automation of a whole vector has beside its own: it turns the vector, by degrees. */
export const turnParameters = describe({
  about: {
    type: 'vector',
    label: 'Rotation axis',
    unit: '',
    default: [0, 1, 0],
    help: 'The axis about which the vector turns, by the right-hand rule.',
  },
});

const RADIAN = 0.017453292519943295;

/**
 * A vector turned about an axis by an angle in degrees, right-handed; as it is where the axis has no length. Source:
 * Rodrigues 1840, textbook.
 */
export function turnedAbout(vector: Vector, about: Vector, degrees: number): Vector {
  const k = normalised(about);
  if (k[0] === 0 && k[1] === 0 && k[2] === 0) return vector;
  const [c, s] = [cos(degrees * RADIAN), sin(degrees * RADIAN)];
  const across = cross(k, vector);
  const along = (k[0] * vector[0] + k[1] * vector[1] + k[2] * vector[2]) * (1 - c);
  return mapVector(vector, (n, i) => n * c + across[i]! * s + k[i]! * along);
}
