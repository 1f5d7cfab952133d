import { transformParameters } from '../../document/descriptions';
import {
  automationsForm,
  idForm,
  keysForm,
  nameForm,
  object,
  type Form,
  type Members,
  type Rules,
} from '../../document/forms';
import type { Description, ValuesOf } from '../../document/parameters';
import type { Moving, Transform } from '../../document/scene';
import { automationKinds } from '../../kinds/automation';
import { turnParameters } from '../../kinds/automation/turn';

const transformForm: Form<Transform> = object<Transform>({ description: transformParameters, optional: true });

/** Members of anything whose numbers can be keyed and automated. */
export const moving = { keys: keysForm, automations: automationsForm(automationKinds, turnParameters) };

/** Members of a thing of the scene that has a place. */
export const placed = { id: idForm, name: nameForm, transform: transformForm, ...moving };

/** Members of the scene as a whole, which has a place and no name of its own. */
export const placedWhole = { transform: transformForm, ...moving };

/** Something that a scene has one of, with numbers that can be keyed and automated; all of it may be left out. */
export function single<D extends Description>(
  description: D,
  rules?: Rules<ValuesOf<D> & Moving>,
): Form<ValuesOf<D> & Moving> {
  // Keys and automations are members of it, which TypeScript can't tell of a description that it does not know yet.
  const members = moving as Members<ValuesOf<D> & Moving>;
  return object<ValuesOf<D> & Moving>({ description, members, optional: true, ...(rules && { rules }) });
}
