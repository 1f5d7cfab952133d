import { amounts } from '../../kinds/emission';
import { bonds } from '../../kinds/bodies';
import { checkValues, isRecord } from '../../document/check-values';
import { fault, type Fault } from '../../document/faults';
import { gates } from '../../kinds/gates';
import { looks } from '../../kinds/looks';
import { masks } from '../../kinds/masks';
import { shapes } from '../../kinds/emitter-shapes';
import { birthParameters, emitterParameters } from '../../document/descriptions';
import { MOST } from '../../document/scene';
import { checkList, checkOptional, checkReferences, checkThing, PLACED_MEMBERS, type Known } from './parts';

function checkShape(value: unknown, field: string, known: Known, ownId: unknown): Fault[] {
  const faults = shapes.check(value, field);
  if (faults.length > 0 || !isRecord(value)) return faults;
  const { parameters } = shapes.get(value['kind'] as string);
  if (value['source'] === ownId && parameters['source']?.type === 'reference')
    return [fault('reference', `${field}.source`, ownId, 'another emitter: none can be born from its own particles')];
  return checkReferences(parameters, value, field, known);
}

/** A look, and the meshes that it draws. */
function checkLook(value: unknown, field: string, known: Known): Fault[] {
  const faults = looks.check(value, field);
  if (faults.length > 0 || !isRecord(value)) return faults;
  return checkReferences(looks.get(value['kind'] as string).parameters, value, field, known);
}

/** Every fault of an emitter. */
export function checkEmitter(value: unknown, field: string, known: Known): Fault[] {
  const also = [...PLACED_MEMBERS, 'shape', 'masks', 'amounts', 'gate', 'birth', 'bond', 'look', 'besides'];
  const faults = checkValues(emitterParameters, value, field, also);
  if (!isRecord(value)) return faults;
  return [
    ...checkThing(value, field, known),
    ...faults,
    ...checkShape(value['shape'], `${field}.shape`, known, value['id']),
    ...checkList(value['masks'], `${field}.masks`, MOST.masks, (mask, at) => masks.check(mask, at)),
    ...checkList(value['amounts'], `${field}.amounts`, MOST.amounts, (amount, at) => amounts.check(amount, at)),
    ...(value['gate'] === undefined ? [] : gates.check(value['gate'], `${field}.gate`)),
    ...checkOptional(birthParameters, value['birth'], `${field}.birth`),
    ...(value['bond'] === undefined ? [] : bonds.check(value['bond'], `${field}.bond`)),
    ...(value['look'] === undefined ? [] : checkLook(value['look'], `${field}.look`, known)),
    ...checkList(value['besides'], `${field}.besides`, MOST.besides, (look, at) => checkLook(look, at, known)),
  ];
}

/** Emitters that are born from one another in a circle, by name. */
export function checkDescent(emitters: readonly unknown[], field: string): Fault[] {
  const source = new Map<unknown, unknown>();
  for (const e of emitters) if (isRecord(e) && isRecord(e['shape'])) source.set(e['id'], e['shape']['source']);
  return emitters.flatMap((e, i) => {
    const start = isRecord(e) ? e['id'] : undefined;
    const seen = new Set<unknown>([start]);
    for (let id = source.get(start); id !== undefined && id !== ''; id = source.get(id)) {
      if (id === start && seen.size > 1)
        return [
          fault('reference', `${field}[${i}].shape.source`, source.get(start), 'an emitter that is not born from this one’s particles'),
        ];
      if (seen.has(id)) break;
      seen.add(id);
    }
    return [];
  });
}
