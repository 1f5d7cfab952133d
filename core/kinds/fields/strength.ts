import { actions } from '../actions';
import type { FieldKind } from '../contracts/field';

/** What the strength of a kind of field is when it acts in some way: a share a frame where that blends. */
export function strengthOf(kind: FieldKind, actsAs: string): FieldKind['strength'] & { readonly unit: string } {
  const action = actions.find(actsAs);
  const { label } = kind.strength;
  if (action?.blends)
    return { label: kind.actions[0] === actsAs ? label : 'Strength', ...action.blends, unit: action.unit };
  return { ...kind.strength, unit: action?.unit ?? '' };
}
