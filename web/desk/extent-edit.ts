import { profiles } from '../../core/profiles';
import { editField } from '../store/scene-store';

/** Sets a number of a field's extent; core and reach push each other along, so that the core never is the larger. */
export function setExtentNumber(fieldId: string, parameter: string, value: number): void {
  editField(fieldId, (field) => {
    const extent = field.extent as Record<string, unknown>;
    extent[parameter] = value;
    if (parameter === 'core' && value > (extent['reach'] as number)) extent['reach'] = value;
    if (parameter === 'reach' && value < (extent['core'] as number)) extent['core'] = value;
    keepCorePositive(field.profile.kind, extent);
  });
}

/** The inverse square needs a core: gives it a tenth of the reach where there is none. */
export function keepCorePositive(profileKind: string, extent: Record<string, unknown>): void {
  if (profiles.get(profileKind).needsCore && extent['core'] === 0) extent['core'] = Math.max(0.01, (extent['reach'] as number) / 10);
}
