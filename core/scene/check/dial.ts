import { checkValues, isRecord } from '../../document/check-values';
import { fault, type Fault } from '../../document/faults';
import { isTakenByLanguage } from '../../kinds/shared/formula-names';
import { dialParameters } from '../../document/descriptions';
import { isDialName } from '../../document/dials';
import { checkId } from './parts';

/** Every fault of a dial by itself. */
export function checkDial(value: unknown, field: string): Fault[] {
  const faults = checkValues(dialParameters, value, field, ['id', 'name', 'keys', 'drives']);
  if (!isRecord(value)) return faults;
  const { name, low = 0, high = 1 } = value as { name?: unknown; low?: number; high?: number };
  const wanted = 'a letter, then up to 31 letters, digits and low lines';
  return [
    ...checkId(value['id'], `${field}.id`),
    ...faults,
    ...(typeof name === 'string' && isDialName(name)
      ? []
      : [fault(name === undefined ? 'missing' : 'type', `${field}.name`, name, wanted)]),
    ...(typeof name === 'string' && isTakenByLanguage(name)
      ? [fault('duplicate', `${field}.name`, name, 'a name that formulas do not use otherwise')]
      : []),
    ...(typeof low === 'number' && typeof high === 'number' && high <= low
      ? [fault('range', `${field}.high`, high, `a number above where it spans from (${low})`)]
      : []),
  ];
}

/** Names that two dials share. */
export function checkDialNames(value: unknown, field: string): Fault[] {
  const names: unknown[] = Array.isArray(value) ? value.map((dial: unknown) => (isRecord(dial) ? dial['name'] : undefined)) : [];
  return names.flatMap((name, i) =>
    name !== undefined && names.indexOf(name) < i ? [fault('duplicate', `${field}[${i}].name`, name, 'a name that no other dial has')] : [],
  );
}
