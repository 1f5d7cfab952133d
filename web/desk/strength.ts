import { actions } from '../../core/actions';
import type { NumberParameter } from '../../core/describe/parameters';
import { fields as fieldKinds } from '../../core/fields';
import { fieldParameters } from '../../core/scene/descriptions';
import type { Field } from '../../core/scene/document';
import { editField } from '../store/scene-store';

/** Unit of a field's strength, which hangs on how it acts. */
export function unitOf(field: Field): string {
  return actions.get(field.actsAs).unit;
}

/** The strength as a parameter of this field's kind. */
export function strengthParameter(field: Field): NumberParameter {
  const { strength } = fieldKinds.get(field.settings.kind);
  return {
    ...fieldParameters.strength,
    label: strength.label,
    unit: unitOf(field),
    default: strength.default,
    usual: strength.usual,
    ...(strength.min === undefined ? {} : { min: strength.min }),
  };
}

export function setStrength(fieldId: string, value: number): void {
  editField(fieldId, (field) => void (field.strength = value));
}
