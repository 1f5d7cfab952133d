import { actions } from '../actions';
import type { FieldKind } from '../contracts/field';

/** The strength of a kind of field that acts in some way: a fraction per frame where that blends. */
export function strengthOf(
  kind: FieldKind,
  actsAs: string,
): FieldKind['strength'] & { readonly unit: string; readonly fraction: boolean } {
  const action = actions.find(actsAs);
  // A label of the kind's own, such as that of a wind's speed, belongs to the way it acts in by nature.
  const label = kind.actions[0] === actsAs ? kind.strength.label : 'Strength';
  const { blended } = kind.strength;
  const own = action?.blends && blended !== undefined ? { default: blended } : {};
  return {
    ...(action?.blends ?? kind.strength),
    ...own,
    label,
    unit: action?.unit ?? '',
    fraction: action?.blends !== undefined,
  };
}
