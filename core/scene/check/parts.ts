import { allowed, checkValues, fits, isRecord } from '../../document/check-values';
import { fault, type Fault } from '../../document/faults';
import type { Description, ReferenceTo } from '../../document/parameters';
import { EASES } from '../../document/keys/keys';
import { placeParameters } from '../../document/descriptions';
import { MOST } from '../../document/scene';

const ID = /^[a-z0-9][a-z0-9-]{0,39}$/i;

/** A text that names a thing. */
export function checkName(value: unknown, field: string): Fault[] {
  const good = typeof value === 'string' && value.trim() !== '' && value.length <= MOST.name;
  return good ? [] : [fault(value === undefined ? 'missing' : 'type', field, value, `a text of 1 to ${MOST.name} characters`)];
}

/** The id of a thing. */
export function checkId(value: unknown, field: string): Fault[] {
  const good = typeof value === 'string' && ID.test(value);
  return good ? [] : [fault(value === undefined ? 'missing' : 'type', field, value, '1 to 40 letters, digits and hyphens')];
}

/** An object of parameters that may be left out altogether; `also` names members of other sorts. */
export function checkOptional(description: Description, value: unknown, field: string, also: readonly string[] = []): Fault[] {
  return value === undefined ? [] : checkValues(description, value, field, also);
}

/** A list that may be left out, with ids that are unique in it where its items have ids. */
export function checkList(value: unknown, field: string, most: number, one: (item: unknown, field: string) => Fault[]): Fault[] {
  if (value === undefined) return [];
  if (!Array.isArray(value)) return [fault('type', field, value, `a list of up to ${most}`)];
  if (value.length > most)
    return [
      { code: 'range', field, allowed: `up to ${most}`, message: `${field} has ${value.length} entries; allowed are up to ${most}.` },
    ];
  const items: readonly unknown[] = value;
  const faults = items.flatMap((item, i) => one(item, `${field}[${i}]`));
  const seen = new Set<unknown>();
  items.forEach((item, i) => {
    const id = isRecord(item) ? item['id'] : undefined;
    if (id !== undefined && seen.has(id)) faults.push(fault('duplicate', `${field}[${i}].id`, id, 'an id that no other has'));
    seen.add(id);
  });
  return faults;
}

/** The ids that others can refer to, by sort. */
export interface Known {
  readonly emitter: ReadonlySet<unknown>;
  readonly carrier: ReadonlySet<unknown>;
  readonly mesh: ReadonlySet<unknown>;
  readonly group: ReadonlySet<unknown>;
  readonly zone: ReadonlySet<unknown>;
}

/** Things that may be named without being there: a desk that is changed for another has other fields. */
const MAY_LACK: readonly ReferenceTo[] = ['field'];

/** Every reference of a set of values to something the scene does not have. */
export function checkReferences(description: Description, values: unknown, field: string, known: Known): Fault[] {
  if (!isRecord(values)) return [];
  return Object.entries(description).flatMap(([name, parameter]) => {
    const value = values[name];
    if (parameter.type !== 'reference' || typeof value !== 'string' || value === '') return [];
    if (MAY_LACK.includes(parameter.to) || known[parameter.to as keyof Known].has(value)) return [];
    const several = parameter.to === 'mesh' ? 'meshes' : `${parameter.to}s`;
    return [fault('reference', `${field}.${name}`, value, `the id of one of the scene’s ${several}`)];
  });
}

function checkKey(value: unknown, field: string, fitsValue: (value: unknown) => boolean, allowedValue: string): Fault[] {
  if (!isRecord(value)) return [fault('type', field, value, 'an object {frame, value, ease}')];
  const faults: Fault[] = [];
  if (!Number.isInteger(value['frame'])) faults.push(fault('type', `${field}.frame`, value['frame'], 'a whole frame'));
  if (!fitsValue(value['value'])) faults.push(fault('type', `${field}.value`, value['value'], allowedValue));
  if (!(EASES as readonly unknown[]).includes(value['ease']))
    faults.push(fault('choice', `${field}.ease`, value['ease'], `one of ${EASES.join(', ')}`));
  const handles = value['handles'];
  const good =
    Array.isArray(handles) &&
    handles.length === 4 &&
    handles.every((n, i) => typeof n === 'number' && Number.isFinite(n) && (i % 2 === 1 || (n >= 0 && n <= 1)));
  if (handles !== undefined && !good)
    faults.push(fault('type', `${field}.handles`, handles, 'four numbers x₁, y₁, x₂, y₂ with x from 0 to 1'));
  return faults;
}

/** Every fault of keys, by the paths of the numbers that can have them. */
export function checkKeys(value: unknown, field: string, keyed: Description): Fault[] {
  if (value === undefined) return [];
  if (!isRecord(value)) return [fault('type', field, value, 'an object of lists of keys')];
  return Object.entries(value).flatMap(([path, keys]) => {
    const parameter = keyed[path];
    if (!parameter)
      return [fault('unknown', `${field}.${path}`, path, `the path of one of its numbers, such as ${Object.keys(keyed).at(-1)}`)];
    const what = allowed(parameter);
    const faults = checkList(keys, `${field}.${path}`, MOST.keys, (key, at) => checkKey(key, at, (v) => fits(parameter, v), what));
    if (faults.length > 0 || !Array.isArray(keys)) return faults;
    const frames = (keys as { frame: number }[]).map((key) => key.frame);
    const late = frames.findIndex((frame, i) => i > 0 && frame <= frames[i - 1]!);
    return late < 0 ? [] : [fault('range', `${field}.${path}[${late}].frame`, frames[late], `a frame after that of the key before it`)];
  });
}

/** The place of anything placed. */
export function checkPlaced(value: Record<string, unknown>, field: string, known: Known): Fault[] {
  return [
    ...checkOptional(placeParameters, value['place'], `${field}.place`),
    ...checkReferences(placeParameters, value['place'], `${field}.place`, known),
  ];
}

/** Id, name and place of a thing of the scene. */
export function checkThing(value: Record<string, unknown>, field: string, known: Known): Fault[] {
  return [...checkId(value['id'], `${field}.id`), ...checkName(value['name'], `${field}.name`), ...checkPlaced(value, field, known)];
}

/** Members of anything whose numbers can be keyed and driven, beside its own. */
export const MOVING_MEMBERS = ['keys', 'drives'] as const;

/** Members of anything placed, beside its own. */
export const PLACED_MEMBERS = ['id', 'name', 'place', 'keys', 'drives'] as const;
