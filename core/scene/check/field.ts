import { radiiOf } from '../../kinds/falloff-shapes/extent';
import { actions } from '../../kinds/actions';
import { checkValues, fits, isRecord } from '../../document/check-values';
import { fault, type Fault } from '../../document/faults';
import { extents } from '../../kinds/falloff-shapes';
import { fields as fieldKinds } from '../../kinds/fields';
import { strengthOf } from '../../kinds/fields/strength';
import { rules } from '../../kinds/group-rules';
import { modulators } from '../../kinds/modulators';
import { profiles } from '../../kinds/curves';
import { profileCommon } from '../../kinds/curves/profile';
import { fieldParameters, groupParameters, sendParameter, zoneParameters } from '../../document/descriptions';
import { MOST } from '../../document/scene';
import { checkList, checkReferences, checkThing, PLACED_MEMBERS, type Known } from './parts';

/** Core, reach and profile held against each other. */
function checkFalloff(extent: Record<string, unknown>, profile: Record<string, unknown>, field: string): Fault[] {
  const kind = extents.get(extent['kind'] as string);
  if (!kind.bounded) return [];
  const { core, reach } = radiiOf({ ...extents.defaults(kind.kind), ...extent });
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

function checkModulator(value: unknown, field: string, known: Known): Fault[] {
  const faults = modulators.check(value, field);
  return faults.length > 0 ? faults : checkReferences(modulators.get((value as { kind: string }).kind).parameters, value, field, known);
}

const REACHED_MEMBERS = ['extent', 'profile', 'modulators', 'sends'] as const;

/** Every fault of what a weight hangs on: extent, profile, modulators and sends; `usual` is the profile of what names none. */
function checkReached(value: Record<string, unknown>, field: string, known: Known, usual: string): Fault[] {
  const extent = value['extent'] === undefined ? [] : extents.check(value['extent'], `${field}.extent`);
  const profile = value['profile'] === undefined ? [] : checkProfile(value['profile'], `${field}.profile`);
  const shaped = extent.length + profile.length === 0 && isRecord(value['extent']);
  return [
    ...extent,
    ...profile,
    ...(shaped
      ? [
          ...checkFalloff(
            value['extent'] as Record<string, unknown>,
            (value['profile'] as Record<string, unknown> | undefined) ?? { kind: usual },
            field,
          ),
          ...checkReferences(extents.get((value['extent'] as { kind: string }).kind).parameters, value['extent'], `${field}.extent`, known),
        ]
      : []),
    ...checkList(value['modulators'], `${field}.modulators`, MOST.modulators, (one, at) => checkModulator(one, at, known)),
    ...checkSends(value['sends'], `${field}.sends`, known.emitter),
  ];
}

function checkSpan(value: Record<string, unknown>, field: string): Fault[] {
  const { from, until } = { ...{ from: fieldParameters.from.default, until: fieldParameters.until.default }, ...value };
  if (value['spanned'] !== true || typeof from !== 'number' || typeof until !== 'number' || until > from) return [];
  return [fault('range', `${field}.until`, until, `a frame after the one it begins at (${from})`)];
}

/** Every fault of a field. */
export function checkField(value: unknown, field: string, known: Known): Fault[] {
  const faults = checkValues(fieldParameters, value, field, [...PLACED_MEMBERS, ...REACHED_MEMBERS, 'settings', 'actsAs']);
  if (!isRecord(value)) return faults;
  const settings = fieldKinds.check(value['settings'], `${field}.settings`);
  const kind =
    isRecord(value['settings']) && typeof value['settings']['kind'] === 'string' ? fieldKinds.find(value['settings']['kind']) : undefined;
  const action = value['actsAs'];
  const actionFits = action === undefined || !kind || kind.actions.some((a) => a === action && actions.find(a));
  const strength = value['strength'];
  const least = kind && strengthOf(kind, typeof action === 'string' ? action : kind.actions[0]!).min;
  return [
    ...checkThing(value, field, known),
    ...faults,
    ...checkReferences(fieldParameters, value, field, known),
    ...checkSpan(value, field),
    ...(least !== undefined && typeof strength === 'number' && strength < least
      ? [fault('range', `${field}.strength`, strength, `a number from ${least}`)]
      : []),
    ...settings,
    ...(settings.length === 0 && kind ? checkReferences(kind.parameters, value['settings'], `${field}.settings`, known) : []),
    ...(settings.length === 0 && kind?.diagnose?.check
      ? kind.diagnose.check(fieldKinds.complete(value['settings'] as never), `${field}.settings`)
      : []),
    ...(actionFits ? [] : [fault('choice', `${field}.actsAs`, action, `one of ${kind.actions.join(', ')} for ${kind.label}`)]),
    ...checkReached(value, field, known, kind?.startsWith.profile ?? 'smooth'),
  ];
}

/** Every fault of a zone. */
export function checkZone(value: unknown, field: string, known: Known): Fault[] {
  const faults = checkValues(zoneParameters, value, field, [...PLACED_MEMBERS, ...REACHED_MEMBERS]);
  if (!isRecord(value)) return faults;
  return [...checkThing(value, field, known), ...faults, ...checkReached(value, field, known, 'smooth')];
}

/** Every fault of a group by itself. */
export function checkGroup(value: unknown, field: string, known: Known): Fault[] {
  const faults = checkValues(groupParameters, value, field, [...PLACED_MEMBERS, ...REACHED_MEMBERS, 'rule']);
  if (!isRecord(value)) return faults;
  const rule = value['rule'];
  const { floor, ceiling } = { ...{ floor: groupParameters.floor.default, ceiling: groupParameters.ceiling.default }, ...value };
  return [
    ...checkThing(value, field, known),
    ...faults,
    ...checkReferences(groupParameters, value, field, known),
    ...(rule === undefined || (typeof rule === 'string' && rules.find(rule))
      ? []
      : [fault('choice', `${field}.rule`, rule, `one of ${rules.list.map((one) => one.kind).join(', ')}`)]),
    ...(value['limited'] === true && typeof floor === 'number' && typeof ceiling === 'number' && ceiling < floor
      ? [fault('range', `${field}.ceiling`, ceiling, `a number from the floor (${floor}) up`)]
      : []),
    ...checkReached(value, field, known, 'smooth'),
  ];
}
