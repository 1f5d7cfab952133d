import { normalised, scaled, type Vector } from '../../lib/math/vector';
import type { FieldRoutine } from '../contracts/field';

/** The same vector everywhere: `direction` made unit length, times `strength`. */
export function uniformField(direction: Vector, strength: number): FieldRoutine {
  const [x, y, z] = scaled(normalised(direction), strength);
  return (_local, { count }, out) => {
    out.x.fill(x, 0, count);
    out.y.fill(y, 0, count);
    out.z.fill(z, 0, count);
  };
}
