import { dialParameters } from '../../document/descriptions';
import { isDialName } from '../../document/dials';
import { fault, inside, type Fault } from '../../document/faults';
import { idForm, leaf, object, type Form } from '../../document/forms';
import type { Dial } from '../../document/scene';
import { isTakenByLanguage } from '../../kinds/shared/formula-names';
import { moving } from './thing';

const dialNameForm = leaf({
  fits: (value): value is string => typeof value === 'string' && isDialName(value),
  allowed: 'a letter, then up to 31 letters, digits and underscores',
});

function dialRules({ name, low, high }: Dial, at: string): readonly Fault[] {
  return [
    ...(isTakenByLanguage(name)
      ? [fault('duplicate', inside(at, 'name'), name, 'a name that formulas do not use otherwise')]
      : []),
    ...(high <= low ? [fault('range', inside(at, 'high'), high, `a number above the minimum (${low})`)] : []),
  ];
}

/** A dial. */
export const dialForm: Form<Dial> = object<Dial>({
  description: dialParameters,
  members: { id: idForm, name: dialNameForm, ...moving },
  rules: dialRules,
});

/** Names that two dials share. */
export function sharedNames(dials: readonly Dial[], at: string): readonly Fault[] {
  const names = dials.map(({ name }) => name);
  return names.flatMap((name, i) =>
    names.indexOf(name) < i ? [fault('duplicate', `${at}[${i}].name`, name, 'a name that no other dial has')] : [],
  );
}
