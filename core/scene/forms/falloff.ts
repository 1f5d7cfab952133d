import { sendParameter } from '../../document/descriptions';
import { fault, inside, type Fault } from '../../document/faults';
import { byEmitter, kinded, listOf, numberOf, type Form } from '../../document/forms';
import { MOST, type CurveValues, type Weighted } from '../../document/scene';
import { falloffCurves } from '../../kinds/curves';
import { curveCommon } from '../../kinds/curves/curve';
import { falloffShapes } from '../../kinds/falloff-shapes';
import { radiiOf } from '../../kinds/falloff-shapes/falloff-shape';
import { modulators } from '../../kinds/modulators';

/** The curve of a falloff is of a kind, and has a slope and an inversion beside. */
const curveForm = kinded(falloffCurves, { beside: curveCommon, called: 'Falloff curve' }) as Form<CurveValues>;

/** Members of anything with a weight: a field, a group, a zone. */
export const weighted = {
  falloff: kinded(falloffShapes, { usual: 'everywhere', called: 'Falloff shape' }),
  curve: curveForm,
  modulators: listOf(kinded(modulators, { called: 'Modulator' }), MOST.modulators),
  sends: byEmitter(numberOf(sendParameter, 'a number from 0 to 2'), 'an object of emitter ids and numbers'),
};

/** Radii and curve of a falloff held against each other. */
export function falloffRules({ falloff, curve }: Weighted, at: string): readonly Fault[] {
  if (!falloffShapes.get(falloff.kind).bounded) return [];
  const { inner, outer } = radiiOf(falloff);
  const faults: Fault[] = [];
  if (outer < inner)
    faults.push(fault('range', inside(at, 'falloff.outer'), outer, `a number from the inner radius (${inner} m) up`));
  if (falloffCurves.get(curve.kind).needsInner && inner <= 0)
    faults.push(fault('range', inside(at, 'falloff.inner'), inner, `a number above 0 with the curve “${curve.kind}”`));
  return faults;
}
