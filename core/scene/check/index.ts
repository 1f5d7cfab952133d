import { checkValues, isRecord } from '../../document/check-values';
import { fault, type Fault } from '../../document/faults';
import { ENVELOPE_RATE, LONGEST_SOUND } from '../../kinds/automation/envelope';
import * as descriptions from '../../document/descriptions';
import { MOST, SCENE_FORMAT, SCENE_VERSION } from '../../document/scene';
import { checkCarriage, checkCarrier, checkCollider, checkMesh, checkRides } from './collider';
import { checkDial, checkDialNames } from './dial';
import { checkDescent, checkEmitter } from './emitter';
import { checkField, checkGroup, checkZone } from './field';
import { checkGrouping } from './grouping';
import { checkMovement } from './movement';
import { SoundParts } from './sound-parts';
import { checkList, checkName, checkOptional, checkPlaced, checkReferences, MOVING_MEMBERS, type Known } from './parts';

function checkHash(value: unknown, field: string): Fault[] {
  const good = typeof value === 'string' && /^[0-9a-f]{64}$/.test(value);
  return good ? [] : [fault('type', field, value, '64 hexadecimal digits')];
}

function checkGrid(value: unknown, field: string): Fault[] {
  if (!isRecord(value)) return [fault('type', field, value, 'an object with hash, name and counts')];
  const counts = value['counts'];
  const sound = Array.isArray(counts) && counts.length === 3 && counts.every((n) => Number.isInteger(n) && n >= 1);
  return [
    ...checkName(value['name'], `${field}.name`),
    ...checkHash(value['hash'], `${field}.hash`),
    ...(sound ? [] : [fault('type', `${field}.counts`, counts, 'three whole numbers from 1 up')]),
  ];
}

function checkImage(value: unknown, field: string): Fault[] {
  if (!isRecord(value)) return [fault('type', field, value, 'an object with hash, name, width and height')];
  const faults = [...checkName(value['name'], `${field}.name`), ...checkHash(value['hash'], `${field}.hash`)];
  for (const side of ['width', 'height'] as const) {
    const n = value[side];
    if (typeof n !== 'number' || !Number.isInteger(n) || n < 1 || n > 16384)
      faults.push(fault('range', `${field}.${side}`, n, 'a whole number from 1 up to 16384 px'));
  }
  return faults;
}

function checkSound(value: unknown, field: string): Fault[] {
  if (!isRecord(value)) return [fault('type', field, value, 'an object with hash, name and levels')];
  const levels = value['levels'];
  const most = ENVELOPE_RATE * LONGEST_SOUND;
  const sound = Array.isArray(levels) && levels.length <= most && levels.every((n) => Number.isInteger(n) && n >= 0 && n <= 255);
  return [
    ...checkName(value['name'], `${field}.name`),
    ...checkHash(value['hash'], `${field}.hash`),
    ...(sound ? [] : [fault('type', `${field}.levels`, levels, `up to ${most} whole numbers from 0 up to 255`)]),
  ];
}

function checkMarker(value: unknown, field: string): Fault[] {
  if (!isRecord(value)) return [fault('type', field, value, 'an object with frame and name')];
  return [
    ...checkName(value['name'], `${field}.name`),
    ...(Number.isInteger(value['frame']) ? [] : [fault('type', `${field}.frame`, value['frame'], 'a whole frame')]),
  ];
}

function checkMarkers(value: unknown): Fault[] {
  const faults = checkList(value, 'markers', MOST.markers, checkMarker);
  if (faults.length > 0 || !Array.isArray(value)) return faults;
  const frames = (value as { frame: number }[]).map(({ frame }) => frame);
  const late = frames.findIndex((frame, i) => i > 0 && frame <= frames[i - 1]!);
  return late < 0 ? [] : [fault('range', `markers[${late}].frame`, frames[late], 'a frame after that of the marker before it')];
}

function idsOf(value: unknown): Set<unknown> {
  const items: readonly unknown[] = Array.isArray(value) ? value : [];
  return new Set(items.map((item) => (isRecord(item) ? item['id'] : undefined)));
}

/** Every fault of a desk; `at` is where it stands in the document. */
function checkDesk(value: Record<string, unknown>, at: string, known: Known, sound: SoundParts): Fault[] {
  const within: Known = { ...known, group: idsOf(value['groups']) };
  return [
    ...checkList(value['fields'], `${at}fields`, MOST.fields, (item, field) => sound.check(item, () => checkField(item, field, within))),
    ...checkList(value['groups'], `${at}groups`, MOST.groups, (item, field) => sound.check(item, () => checkGroup(item, field, within))),
    ...checkGrouping(value['fields'], value['groups']).map((f) => ({ ...f, field: `${at}${f.field}` })),
    ...checkOptional(descriptions.deskParameters, value['desk'], `${at}desk`, MOVING_MEMBERS),
  ];
}

function checkKeptDesk(value: unknown, known: Known): Fault[] {
  if (value === undefined || value === null) return [];
  if (!isRecord(value)) return [fault('type', 'keptDesk', value, 'an object with fields, groups and desk, or null')];
  return [...checkValues({}, value, 'keptDesk', ['fields', 'groups', 'desk']), ...checkDesk(value, 'keptDesk.', known, new SoundParts())];
}

/** Groups of both states of the desk: a zone outlives a flip between them. */
function groupsOfBoth({ groups, keptDesk }: Record<string, unknown>): Set<unknown> {
  return new Set([...idsOf(groups), ...idsOf(isRecord(keptDesk) ? keptDesk['groups'] : undefined)]);
}

function checkBounds(value: unknown): Fault[] {
  const faults = checkOptional(descriptions.boundsParameters, value, 'bounds', MOVING_MEMBERS);
  const size = isRecord(value) ? value['size'] : undefined;
  if (faults.length > 0 || size === undefined || (size as number[]).every((n) => n > 0)) return faults;
  return [fault('range', 'bounds.size', size, 'three numbers above 0 in m')];
}

function checkWhole(value: unknown, known: Known): Fault[] {
  if (value === undefined) return [];
  const faults = checkValues(descriptions.wholeParameters, value, 'whole', ['place', ...MOVING_MEMBERS]);
  return isRecord(value) ? [...faults, ...checkPlaced(value, 'whole', known)] : faults;
}

const SECTIONS = [
  'time',
  'camera',
  'output',
  'light',
  'work',
  'bounds',
  'whole',
  'emitters',
  'fields',
  'groups',
  'desk',
  'keptDesk',
  'colliders',
  'carriers',
  'zones',
  'dials',
  'meshes',
  'images',
  'plates',
  'grids',
  'sounds',
  'markers',
];

/**
 * Every fault of a scene document of the present version, each with its place in it. An empty list: it is good. Whoever checks one state of a scene
 * after another hands over the parts that were sound before.
 */
export function checkScene(document: unknown, sound = new SoundParts()): Fault[] {
  if (!isRecord(document)) return [fault('type', 'scene', document, 'an object')];
  if (document['format'] !== SCENE_FORMAT) return [fault('choice', 'format', document['format'], `“${SCENE_FORMAT}”`)];
  if (document['version'] !== SCENE_VERSION)
    return [fault('range', 'version', document['version'], `a version up to ${SCENE_VERSION}; a newer one needs a newer Bathyclast`)];
  const also = ['format', 'version', 'name', ...SECTIONS];
  const known: Known = {
    emitter: idsOf(document['emitters']),
    carrier: idsOf(document['carriers']),
    mesh: idsOf(document['meshes']),
    group: idsOf(document['groups']),
    zone: idsOf(document['zones']),
  };
  sound.begin({ ...known, groupOfEitherDesk: groupsOfBoth(document) });
  const time = isRecord(document['time']) ? document['time'] : {};
  const { first: usualFirst, last: usualLast } = descriptions.timeParameters;
  const [first, last] = [time['first'] ?? usualFirst.default, time['last'] ?? usualLast.default];
  const array = (name: string): readonly unknown[] => (Array.isArray(document[name]) ? (document[name] as unknown[]) : []);
  const faults = [
    ...checkName(document['name'], 'name'),
    ...checkValues(descriptions.sceneParameters, document, 'scene', also).map((f) => ({ ...f, field: f.field.replace(/^scene\./, '') })),
    ...checkOptional(descriptions.timeParameters, document['time'], 'time', MOVING_MEMBERS),
    ...(typeof first === 'number' && typeof last === 'number' && last < first
      ? [fault('range', 'time.last', last, `a frame from the first (${first}) up`)]
      : []),
    ...checkOptional(descriptions.cameraParameters, document['camera'], 'camera', MOVING_MEMBERS),
    ...checkReferences(descriptions.cameraParameters, document['camera'], 'camera', known),
    ...checkOptional(descriptions.outputParameters, document['output'], 'output', MOVING_MEMBERS),
    ...checkOptional(descriptions.lightParameters, document['light'], 'light', MOVING_MEMBERS),
    ...checkOptional(descriptions.workParameters, document['work'], 'work'),
    ...checkBounds(document['bounds']),
    ...checkWhole(document['whole'], known),
    ...checkList(document['emitters'], 'emitters', MOST.emitters, (item, at) => sound.check(item, () => checkEmitter(item, at, known))),
    ...checkDescent(array('emitters'), 'emitters'),
    ...checkDesk(document, '', known, sound),
    ...checkKeptDesk(document['keptDesk'], known),
    ...checkList(document['colliders'], 'colliders', MOST.colliders, (item, at) => sound.check(item, () => checkCollider(item, at, known))),
    ...checkList(document['carriers'], 'carriers', MOST.carriers, (item, at) =>
      checkCarrier(item, at, { ...known, group: groupsOfBoth(document) }),
    ),
    ...checkCarriage(array('carriers'), 'carriers'),
    ...checkRides(array('carriers'), array('emitters'), 'carriers'),
    ...checkList(document['zones'], 'zones', MOST.zones, (item, at) => checkZone(item, at, { ...known, group: groupsOfBoth(document) })),
    ...checkList(document['dials'], 'dials', MOST.dials, checkDial),
    ...checkDialNames(document['dials'], 'dials'),
    ...checkList(document['meshes'], 'meshes', MOST.meshes, checkMesh),
    ...checkList(document['images'], 'images', MOST.images, checkImage),
    ...checkList(document['plates'], 'plates', MOST.plates, checkImage),
    ...checkList(document['grids'], 'grids', MOST.grids, checkGrid),
    ...checkList(document['sounds'], 'sounds', MOST.sounds, checkSound),
    ...checkMarkers(document['markers']),
  ];
  return faults.length > 0 ? faults : checkMovement(document, sound);
}
