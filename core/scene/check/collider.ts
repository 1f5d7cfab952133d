import { colliderShapes } from '../../kinds/colliders';
import { checkValues, isRecord } from '../../document/check-values';
import { fault, type Fault } from '../../document/faults';
import { gates } from '../../kinds/gates';
import { meshSources } from '../../kinds/meshes';
import { responses } from '../../kinds/responses';
import { carrierParameters, colliderParameters, hitParameters } from '../../document/descriptions';
import { checkId, checkName, checkReferences, checkThing, PLACED_MEMBERS, type Known } from './parts';

function checkHits(value: unknown, field: string, known: Known): Fault[] {
  if (value === undefined) return [];
  if (!isRecord(value)) return [fault('type', field, value, 'an object of emitter ids and {hits, bounce}')];
  return Object.entries(value).flatMap(([id, hit]) => [
    ...(known.emitter.has(id) ? [] : [fault('reference', `${field}.${id}`, id, 'the id of one of the scene’s emitters')]),
    ...checkValues(hitParameters, hit, `${field}.${id}`),
  ]);
}

/** Every fault of a collider. */
export function checkCollider(value: unknown, field: string, known: Known): Fault[] {
  const faults = checkValues(colliderParameters, value, field, [...PLACED_MEMBERS, 'shape', 'response', 'gate', 'sends']);
  if (!isRecord(value)) return faults;
  const shape = colliderShapes.check(value['shape'], `${field}.shape`);
  const { splitFrom = 2, splitTo = 4 } = value as { splitFrom?: number; splitTo?: number };
  return [
    ...checkThing(value, field, known),
    ...faults,
    ...(splitTo < splitFrom ? [fault('range', `${field}.splitTo`, splitTo, `a whole number from the fewest (${splitFrom}) up to 64`)] : []),
    ...shape,
    ...(shape.length === 0
      ? checkReferences(colliderShapes.get((value['shape'] as { kind: string }).kind).parameters, value['shape'], `${field}.shape`, known)
      : []),
    ...(value['response'] === undefined ? [] : responses.check(value['response'], `${field}.response`)),
    ...(value['gate'] === undefined ? [] : gates.check(value['gate'], `${field}.gate`)),
    ...checkHits(value['sends'], `${field}.sends`, known),
  ];
}

/** Every fault of a carrier. */
export function checkCarrier(value: unknown, field: string, known: Known): Fault[] {
  const faults = checkValues(carrierParameters, value, field, PLACED_MEMBERS);
  return isRecord(value)
    ? [...checkThing(value, field, known), ...faults, ...checkReferences(carrierParameters, value, field, known)]
    : faults;
}

/** Carriers that ride on a strand which stands on them, by name. */
export function checkRides(carriers: readonly unknown[], emitters: readonly unknown[], field: string): Fault[] {
  const outer = (thing: unknown) => (isRecord(thing) && isRecord(thing['place']) ? thing['place']['carrier'] : undefined);
  const byId = new Map(carriers.filter(isRecord).map((c) => [c['id'], c]));
  return carriers.flatMap((c, i) => {
    if (!isRecord(c) || c['moved'] !== 'strand') return [];
    const emitter = emitters.find((e) => isRecord(e) && e['id'] === c['strandOf']);
    const seen = new Set<unknown>();
    for (let id = outer(emitter); id !== undefined && id !== '' && !seen.has(id); id = outer(byId.get(id))) {
      if (id === c['id'])
        return [fault('reference', `${field}[${i}].strandOf`, c['strandOf'], 'an emitter that this carrier does not carry')];
      seen.add(id);
    }
    return [];
  });
}

/** Carriers that carry one another in a circle, by name. */
export function checkCarriage(carriers: readonly unknown[], field: string): Fault[] {
  const carrierOf = new Map<unknown, unknown>();
  const names = new Map<unknown, string>();
  for (const c of carriers)
    if (isRecord(c)) {
      carrierOf.set(c['id'], isRecord(c['place']) ? c['place']['carrier'] : undefined);
      names.set(c['id'], String(c['name']));
    }
  return carriers.flatMap((c, i) => {
    const start = isRecord(c) ? c['id'] : undefined;
    const row = [start];
    for (let id = carrierOf.get(start); id !== undefined && id !== ''; id = carrierOf.get(id)) {
      if (id === start) {
        const circle = [...row, start].map((one) => names.get(one)).join(' → ');
        return [fault('reference', `${field}[${i}].place.carrier`, row[1] ?? start, `a carrier outside the circle ${circle}`)];
      }
      if (row.includes(id)) break;
      row.push(id);
    }
    return [];
  });
}

/** Every fault of a mesh of the scene. */
export function checkMesh(value: unknown, field: string): Fault[] {
  if (!isRecord(value)) return [fault('type', field, value, 'an object with id, name and source')];
  return [
    ...checkId(value['id'], `${field}.id`),
    ...checkName(value['name'], `${field}.name`),
    ...meshSources.check(value['source'], `${field}.source`),
  ];
}
