import type { ValuesOf } from '../describe/parameters';
import { pathParameters } from '../paths/parameters';
import { lineOf } from '../paths/line-of';
import { pathLength, pointAlong } from '../paths/polyline';
import type { ShapeKind } from './shape';

type Settings = ValuesOf<typeof pathParameters>;

/** A path, even over its length. The normal stands on it, as far up as it can. */
export const path: ShapeKind = {
  kind: 'path',
  label: 'path',
  summary: 'A path drawn point by point, evenly filled along its length.',
  parameters: pathParameters,
  points: 'points',
  sampler(values) {
    const line = lineOf(values);
    const length = pathLength(line);
    if (line.points.length < 2) return () => false;
    return ({ pick }, out) => {
      const u = pick(0);
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
  empty: (values) => ((values as Settings).points.length < 2 ? 'its path has fewer than two points' : undefined),
  outline: (values) => [lineOf(values).points],
  handles: () => [],
};
