import { sendParameter } from '../../document/descriptions';
import { fault, inside, type Fault } from '../../document/faults';
import { byEmitter, kinded, listOf, numberOf, type Form } from '../../document/forms';
import { MOST, type ProfileValues, type Reached } from '../../document/scene';
import { profiles } from '../../kinds/curves';
import { profileCommon } from '../../kinds/curves/profile';
import { extents } from '../../kinds/falloff-shapes';
import { radiiOf } from '../../kinds/falloff-shapes/extent';
import { modulators } from '../../kinds/modulators';

/** The curve of a falloff is of a kind, and has a slope and an inversion beside. */
const profileForm = kinded(profiles, { beside: profileCommon }) as Form<ProfileValues>;

/** Members of anything with a weight: a field, a group, a zone. */
export const reached = {
  extent: kinded(extents, { usual: 'everywhere' }),
  profile: profileForm,
  modulators: listOf(kinded(modulators), MOST.modulators),
  sends: byEmitter(numberOf(sendParameter, 'a number from 0 to 2'), 'an object of emitter ids and numbers'),
};

/** Radii and curve of a falloff held against each other. */
export function falloffRules({ extent, profile }: Reached, at: string): readonly Fault[] {
  if (!extents.get(extent.kind).bounded) return [];
  const { core, reach } = radiiOf(extent);
  const faults: Fault[] = [];
  if (reach < core)
    faults.push(fault('range', inside(at, 'extent.reach'), reach, `a number from the inner radius (${core} m) up`));
  if (profiles.get(profile.kind).needsCore && core <= 0)
    faults.push(fault('range', inside(at, 'extent.core'), core, `a number above 0 with the curve “${profile.kind}”`));
  return faults;
}
