import { describe } from '../../document/parameters';
import { pathParameters } from '../shared/path-parameters';
import { pathHandles } from '../shared/path-handles';
import { lineOf, pathTrouble } from '../shared/path-line';
import { pathLength, pointAlong, strokesOf } from '../../lib/paths/polyline';
import { defineEmitterShape } from './shape';

const parameters = describe({
  ...pathParameters,
  from: {
    type: 'choice',
    label: 'Births',
    default: 'along',
    options: [
      { value: 'along', label: 'along the path' },
      { value: 'start', label: 'at the start' },
    ],
    help: 'Births spread along the path, or come at its start.',
  },
});

/** A path, even over its length, or its start. The normal stands on it, as far up as it can. */
export const path = defineEmitterShape({
  kind: 'path',
  label: 'path',
  summary: 'A path, evenly filled, or its start.',
  parameters,
  points: 'points',
  sampler(values) {
    const line = lineOf(values);
    const length = pathLength(line);
    if (!(length > 0)) return () => false;
    const starts = line.strokes.map(({ first }) => line.lengths[first]! / length);
    const { from } = values;
    return ({ pick }, out) => {
      const u = from === 'start' ? starts[Math.floor(pick(0) * starts.length)]! : pick(0);
      const { point, tangent } = pointAlong(line, u * length);
      [out.x, out.y, out.z] = point;
      [out.tx, out.ty, out.tz] = tangent;
      const flat = Math.sqrt(tangent[0] * tangent[0] + tangent[2] * tangent[2]);
      out.nx = flat > 1e-6 ? (-tangent[1] * tangent[0]) / flat : 1;
      out.ny = out.flatY = flat > 1e-6 ? flat : 0;
      out.nz = flat > 1e-6 ? (-tangent[1] * tangent[2]) / flat : 0;
      out.u = u;
      out.v = 0.5;
      return true;
    };
  },
  empty: pathTrouble,
  outline: (values) => strokesOf(lineOf(values)),
  handles: pathHandles,
});
