import { actions } from '../../actions';
import { checkValues, fits, isRecord } from '../../describe/check';
import { fault, type Fault } from '../../describe/faults';
import { extents } from '../../extents';
import { fields as fieldKinds } from '../../fields';
import { profiles } from '../../profiles';
import { profileCommon } from '../../profiles/profile';
import { fieldParameters, sendParameter } from '../descriptions';
import { checkThing, PLACED_MEMBERS, type Known } from './parts';

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

/** Every fault of a field. */
export function checkField(value: unknown, field: string, known: Known): Fault[] {
  const also = [...PLACED_MEMBERS, 'settings', 'actsAs', 'extent', 'profile', 'sends'];
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
    ...checkThing(value, field, known),
    ...faults,
    ...(least !== undefined && typeof strength === 'number' && strength < least
      ? [fault('range', `${field}.strength`, strength, `a number from ${least}`)]
      : []),
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
    ...checkSends(value['sends'], `${field}.sends`, known.emitter),
  ];
}
