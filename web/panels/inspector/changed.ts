import equal from 'fast-deep-equal';
import { isShown, type Description, type Values } from '../../../core/document/parameters';
import type { Placed } from '../../../core/document/keys/motion';

/** Whether any parameter that acts holds another value than its default. */
export function isChanged(description: Description, values: object): boolean {
  const all = values as Values;
  return Object.entries(description).some(
    ([name, parameter]) => isShown(parameter, all) && !equal(all[name], parameter.default),
  );
}

/** Whether a thing stands anywhere but at the origin, as it is, or moves. */
export function isPlaced({ transform, keys }: Placed): boolean {
  const { position, rotation, scale, carrier } = transform;
  return (
    [...position, ...rotation].some((n) => n !== 0) ||
    scale !== 1 ||
    carrier !== '' ||
    Object.keys(keys).some((path) => path.startsWith('transform.') && keys[path]!.length > 0)
  );
}
