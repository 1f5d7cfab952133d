import type { ValuesOf } from '../describe/parameters';
import type { pathParameters } from './parameters';
import { polylineOf, type Polyline } from './polyline';

/** The path that drawn points stand for. */
export function lineOf(values: object): Polyline {
  const { points, closed, smooth } = values as ValuesOf<typeof pathParameters>;
  return polylineOf(points, closed, smooth);
}
