import { actions } from '../../../core/kinds/actions';
import type { NumberParameter } from '../../../core/document/parameters';
import { fields as fieldKinds } from '../../../core/kinds/fields';
import { strengthOf } from '../../../core/kinds/fields/strength';
import { fieldParameters } from '../../../core/document/descriptions';
import type { Field } from '../../../core/document/scene';
import { settled } from '../../widgets/number-field';
import { editFields, openedScene } from '../../state/scene-store';
import { selectedWith } from '../../state/selection-store';

/** Unit of a field's vector, which hangs on how it acts: that of its own numbers and its meter. */
export function unitOf(field: Field): string {
  return actions.get(field.actsAs).vectorUnit;
}

/** The strength as a parameter of this field's kind and way of acting. */
export function strengthParameter(field: Field): NumberParameter {
  return { ...fieldParameters.strength, ...strengthOf(fieldKinds.get(field.settings.kind), field.actsAs) };
}

/**
 * Sets the strength of a field. Where it is one of several selected, the others move by the same part of their own
 * faders: ganged strips keep their distances.
 */
export function setStrength(fieldId: string, value: number): void {
  const ids = selectedWith('field', fieldId);
  const field = openedScene().fields.find((f) => f.id === fieldId);
  if (!field) return;
  const [low, high] = strengthParameter(field).usual;
  const moved = (value - field.strength) / (high - low);
  editFields(ids, (other) => {
    if (other.id === fieldId) other.strength = value;
    else {
      const parameter = strengthParameter(other);
      other.strength = settled(parameter, other.strength + moved * (parameter.usual[1] - parameter.usual[0]));
    }
  });
}
