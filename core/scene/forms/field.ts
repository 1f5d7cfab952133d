import { fieldParameters, groupParameters, zoneParameters } from '../../document/descriptions';
import { isRecord } from '../../document/check-values';
import { fault, inside, type Fault } from '../../document/faults';
import { kinded, leaf, object, type Form } from '../../document/forms';
import { numbersIn, type Movable } from '../../document/movable';
import type { Values } from '../../document/parameters';
import type { Field, Group, Zone } from '../../document/scene';
import { actions } from '../../kinds/actions';
import { fields as fieldKinds } from '../../kinds/fields';
import { strengthOf } from '../../kinds/fields/strength';
import { rules as groupRules } from '../../kinds/group-rules';
import { falloffRules, weighted } from './falloff';
import { placed } from './thing';

const textForm = leaf({ fits: (value): value is string => typeof value === 'string', allowed: 'a text' });

/** The way of acting, the strength and the curve that a kind of field has where none is written. */
function usualOf(written: Values): Values {
  const settings = written['settings'];
  const kind =
    isRecord(settings) && typeof settings['kind'] === 'string' ? fieldKinds.find(settings['kind']) : undefined;
  if (!kind) return { actsAs: '', curve: { kind: 'smooth' } };
  const own = kind.actions[0]!;
  const writtenAction = written['actsAs'];
  const actsAs = typeof writtenAction === 'string' && actions.find(writtenAction) ? writtenAction : own;
  return { actsAs: own, strength: strengthOf(kind, actsAs).default, curve: { kind: kind.startsWith.curve } };
}

/** The strength of a field has the unit and the range of its way of acting. */
function strengthIn({ settings, actsAs }: Field): Movable {
  return { type: 'number', help: '', ...strengthOf(fieldKinds.get(settings.kind), actsAs) };
}

function fieldRules(field: Field, at: string): readonly Fault[] {
  const { settings, actsAs, strength, limitedRange, activeFrom: from, activeUntil: until } = field;
  const kind = fieldKinds.get(settings.kind);
  if (!kind.actions.some((action) => action === actsAs))
    return [fault('choice', inside(at, 'actsAs'), actsAs, `one of ${kind.actions.join(', ')} for ${kind.label}`)];
  const least = strengthOf(kind, actsAs).min;
  return [
    ...(limitedRange && until <= from
      ? [fault('range', inside(at, 'activeUntil'), until, `a frame after the one it begins at (${from})`)]
      : []),
    ...(least !== undefined && strength < least
      ? [fault('range', inside(at, 'strength'), strength, `a number from ${least}`)]
      : []),
    ...falloffRules(field, at),
  ];
}

/** A field of the desk. */
export const fieldForm: Form<Field> = object<Field>({
  description: fieldParameters,
  members: {
    ...placed,
    settings: kinded(fieldKinds, { rules: (kind, values, at) => kind.diagnose?.check?.(values, at) ?? [] }),
    actsAs: textForm,
    ...weighted,
  },
  fill: usualOf,
  rules: fieldRules,
  ownNumbers: (field, prefix) => [
    [`${prefix}strength`, strengthIn(field)],
    ...numbersIn(fieldParameters, prefix).filter(([path]) => path !== `${prefix}strength`),
  ],
});

const ruleForm = leaf({
  fits: (value): value is string => typeof value === 'string' && groupRules.find(value) !== undefined,
  allowed: `one of ${groupRules.list.map((one) => one.kind).join(', ')}`,
  code: 'choice',
  usual: 'sum',
});

const smooth = () => ({ curve: { kind: 'smooth' } });

function limits({ limited, floor, ceiling }: Group, at: string): readonly Fault[] {
  return limited && ceiling < floor
    ? [fault('range', inside(at, 'ceiling'), ceiling, `a number from the floor (${floor}) up`)]
    : [];
}

/** A group of fields. */
export const groupForm: Form<Group> = object<Group>({
  description: groupParameters,
  members: { ...placed, rule: ruleForm, ...weighted },
  fill: smooth,
  rules: (group, at) => [...limits(group, at), ...falloffRules(group, at)],
});

/** A zone. */
export const zoneForm: Form<Zone> = object<Zone>({
  description: zoneParameters,
  members: { ...placed, ...weighted },
  fill: smooth,
  rules: falloffRules,
});
