import { actions } from '../actions';
import { amounts } from '../amounts';
import { checkValues, fits, isRecord } from '../describe/check';
import { fault, type Fault } from '../describe/faults';
import type { Description } from '../describe/parameters';
import { extents } from '../extents';
import { fields as fieldKinds } from '../fields';
import { looks } from '../looks';
import { profiles } from '../profiles';
import { profileCommon } from '../profiles/profile';
import { shapes } from '../shapes';
import {
  birthParameters,
  cameraParameters,
  emitterParameters,
  fieldParameters,
  outputParameters,
  placeParameters,
  sceneParameters,
  sendParameter,
  timeParameters,
} from './descriptions';
import { MOST, SCENE_FORMAT, SCENE_VERSION } from './document';

const ID = /^[a-z0-9][a-z0-9-]{0,39}$/i;

function checkName(value: unknown, field: string): Fault[] {
  const good = typeof value === 'string' && value.trim() !== '' && value.length <= MOST.name;
  return good ? [] : [fault(value === undefined ? 'missing' : 'type', field, value, `a text of 1 to ${MOST.name} characters`)];
}

function checkId(value: unknown, field: string): Fault[] {
  const good = typeof value === 'string' && ID.test(value);
  return good ? [] : [fault(value === undefined ? 'missing' : 'type', field, value, '1 to 40 letters, digits and hyphens')];
}

/** An object of parameters that may be left out altogether. */
function checkOptional(description: Description, value: unknown, field: string): Fault[] {
  return value === undefined ? [] : checkValues(description, value, field);
}

function checkList(value: unknown, field: string, most: number, one: (item: unknown, field: string) => Fault[]): Fault[] {
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

function checkEmitter(value: unknown, field: string): Fault[] {
  const also = ['id', 'name', 'place', 'shape', 'amounts', 'birth', 'look'];
  const faults = checkValues(emitterParameters, value, field, also);
  if (!isRecord(value)) return faults;
  return [
    ...checkId(value['id'], `${field}.id`),
    ...checkName(value['name'], `${field}.name`),
    ...faults,
    ...checkOptional(placeParameters, value['place'], `${field}.place`),
    ...shapes.check(value['shape'], `${field}.shape`),
    ...checkList(value['amounts'], `${field}.amounts`, MOST.amounts, (amount, at) => amounts.check(amount, at)),
    ...checkOptional(birthParameters, value['birth'], `${field}.birth`),
    ...(value['look'] === undefined ? [] : looks.check(value['look'], `${field}.look`)),
  ];
}

/** Core, reach and profile held against each other. */
function checkFalloff(extent: Record<string, unknown>, profile: Record<string, unknown>, field: string): Fault[] {
  const kind = extents.get(extent['kind'] as string);
  if (!kind.bounded) return [];
  const { core, reach } = { ...extents.defaults(kind.kind), ...extent } as unknown as { core: number; reach: number };
  const faults: Fault[] = [];
  if (reach < core) faults.push(fault('range', `${field}.extent.reach`, reach, `a number from the core (${core} m) up`));
  if (profiles.get(profile['kind'] as string).needsCore && core <= 0)
    faults.push(fault('range', `${field}.extent.core`, core, `a number above 0 with the profile “${String(profile['kind'])}”`));
  return faults;
}

function checkProfile(value: unknown, field: string): Fault[] {
  if (!isRecord(value)) return profiles.check(value, field);
  const { slope, invert, ...own } = value;
  const common = Object.fromEntries(Object.entries({ slope, invert }).filter(([, v]) => v !== undefined));
  return [...profiles.check(own, field), ...checkValues(profileCommon, common, field)];
}

function checkSends(value: unknown, field: string, emitterIds: ReadonlySet<unknown>): Fault[] {
  if (value === undefined) return [];
  if (!isRecord(value)) return [fault('type', field, value, 'an object of emitter ids and numbers')];
  return Object.entries(value).flatMap(([id, send]) => [
    ...(emitterIds.has(id) ? [] : [fault('reference', `${field}.${id}`, id, 'the id of one of the scene’s emitters')]),
    ...(fits(sendParameter, send) ? [] : [fault('range', `${field}.${id}`, send, 'a number from 0 up to 2')]),
  ]);
}

function checkField(value: unknown, field: string, emitterIds: ReadonlySet<unknown>): Fault[] {
  const also = ['id', 'name', 'place', 'settings', 'actsAs', 'extent', 'profile', 'sends'];
  const faults = checkValues(fieldParameters, value, field, also);
  if (!isRecord(value)) return faults;
  const settings = fieldKinds.check(value['settings'], `${field}.settings`);
  const kind =
    isRecord(value['settings']) && typeof value['settings']['kind'] === 'string' ? fieldKinds.find(value['settings']['kind']) : undefined;
  const action = value['actsAs'];
  const actionFits = action === undefined || !kind || kind.actions.some((a) => a === action && actions.find(a));
  const extent = value['extent'] === undefined ? [] : extents.check(value['extent'], `${field}.extent`);
  const profile = value['profile'] === undefined ? [] : checkProfile(value['profile'], `${field}.profile`);
  const shaped = extent.length + profile.length === 0 && isRecord(value['extent']);
  const strength = value['strength'];
  const least = kind?.strength.min;
  return [
    ...checkId(value['id'], `${field}.id`),
    ...checkName(value['name'], `${field}.name`),
    ...faults,
    ...(least !== undefined && typeof strength === 'number' && strength < least
      ? [fault('range', `${field}.strength`, strength, `a number from ${least}`)]
      : []),
    ...checkOptional(placeParameters, value['place'], `${field}.place`),
    ...settings,
    ...(actionFits ? [] : [fault('choice', `${field}.actsAs`, action, `one of ${kind.actions.join(', ')} for ${kind.label}`)]),
    ...extent,
    ...profile,
    ...(shaped
      ? checkFalloff(
          value['extent'] as Record<string, unknown>,
          (value['profile'] as Record<string, unknown> | undefined) ?? { kind: 'smooth' },
          field,
        )
      : []),
    ...checkSends(value['sends'], `${field}.sends`, emitterIds),
  ];
}

function checkImage(value: unknown, field: string): Fault[] {
  if (!isRecord(value)) return [fault('type', field, value, 'an object with hash, name, width and height')];
  const faults = checkName(value['name'], `${field}.name`);
  if (typeof value['hash'] !== 'string' || !/^[0-9a-f]{64}$/.test(value['hash']))
    faults.push(fault('type', `${field}.hash`, value['hash'], '64 hexadecimal digits'));
  for (const side of ['width', 'height'] as const) {
    const n = value[side];
    if (typeof n !== 'number' || !Number.isInteger(n) || n < 1 || n > 16384)
      faults.push(fault('range', `${field}.${side}`, n, 'a whole number from 1 up to 16384 px'));
  }
  return faults;
}

/** Every fault of a scene document of the present version, each with its place in it. An empty list: it is good. */
export function checkScene(document: unknown): Fault[] {
  if (!isRecord(document)) return [fault('type', 'scene', document, 'an object')];
  if (document['format'] !== SCENE_FORMAT) return [fault('choice', 'format', document['format'], `“${SCENE_FORMAT}”`)];
  if (document['version'] !== SCENE_VERSION)
    return [fault('range', 'version', document['version'], `a version up to ${SCENE_VERSION}; a newer one needs a newer Bathyclast`)];
  const also = ['format', 'version', 'name', 'time', 'camera', 'output', 'emitters', 'fields', 'images'];
  const emitterList: readonly unknown[] = Array.isArray(document['emitters']) ? document['emitters'] : [];
  const emitterIds = new Set(emitterList.map((e) => (isRecord(e) ? e['id'] : undefined)));
  const time = isRecord(document['time']) ? document['time'] : {};
  const [first, last] = [time['first'] ?? timeParameters.first.default, time['last'] ?? timeParameters.last.default];
  return [
    ...checkName(document['name'], 'name'),
    ...checkValues(sceneParameters, document, 'scene', also).map((f) => ({ ...f, field: f.field.replace(/^scene\./, '') })),
    ...checkOptional(timeParameters, document['time'], 'time'),
    ...(typeof first === 'number' && typeof last === 'number' && last < first
      ? [fault('range', 'time.last', last, `a frame from the first (${first}) up`)]
      : []),
    ...checkOptional(cameraParameters, document['camera'], 'camera'),
    ...checkOptional(outputParameters, document['output'], 'output'),
    ...checkList(document['emitters'], 'emitters', MOST.emitters, checkEmitter),
    ...checkList(document['fields'], 'fields', MOST.fields, (item, at) => checkField(item, at, emitterIds)),
    ...checkList(document['images'], 'images', MOST.images, checkImage),
  ];
}
