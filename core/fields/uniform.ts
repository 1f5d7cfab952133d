import { normalised, type Vector } from '../math/vector';
import type { FieldRoutine } from './field';

/** The same vector everywhere: `direction` made unit length, times `strength`. */
export function uniformField(direction: Vector, strength: number): FieldRoutine {
  const [x, y, z] = normalised(direction);
  return (_local, { count }, out) => {
    out.x.fill(x * strength, 0, count);
    out.y.fill(y * strength, 0, count);
    out.z.fill(z * strength, 0, count);
  };
}
