import { typed, type Values } from '../../document/parameters';
import type { SizeHandle } from '../../lib/geometry/outline';
import { pathParameters } from './path-parameters';

/** Points that are dragged in the view to set the numbers of a path's form. */
export function pathHandles(values: Values): SizeHandle[] {
  const { form, pathLength, pathRadius } = typed(pathParameters, values);
  const radius: SizeHandle = { parameter: 'pathRadius', at: [0, 0, pathRadius], axis: [0, 0, 1], perMetre: 1 };
  const long = (axis: 0 | 1): SizeHandle => {
    const unit = axis === 0 ? ([1, 0, 0] as const) : ([0, 1, 0] as const);
    return {
      parameter: 'pathLength',
      at: [(unit[0] * pathLength) / 2, (unit[1] * pathLength) / 2, 0],
      axis: unit,
      perMetre: 2,
    };
  };
  if (form === 'line') return [long(0)];
  if (form === 'circle' || form === 'flower') return [radius];
  return form === 'helix' ? [radius, long(1)] : [];
}
