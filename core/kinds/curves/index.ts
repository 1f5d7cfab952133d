import { Registry } from '../../document/registry';
import { bell } from './bell';
import { custom } from './custom';
import { exponential } from './exponential';
import { flat } from './flat';
import { inverseSquare } from './inverse-square';
import { linear } from './linear';
import { weightBy, type FalloffCurveKind } from './curve';
import { type CurveValues } from '../../document/scene';
import { smooth } from './smooth';
import { smoother } from './smoother';

/** Every falloff curve. */
export const falloffCurves = new Registry<FalloffCurveKind>('falloff curve', [
  smooth,
  smoother,
  linear,
  bell,
  exponential,
  inverseSquare,
  flat,
  custom,
]);

/** The falloff that a curve gives between an inner and an outer radius in metres. */
export function weightOf(curve: CurveValues, inner: number, outer: number): (d: number) => number {
  return weightBy(falloffCurves.get(curve.kind), curve, inner, outer);
}
