import { isRecord } from '../check-values';
import { fault, inside } from '../faults';
import { numbersIn, type Movable, type Numbers } from '../movable';
import { defaultsOf, settingsIn, type Description, type Parameter, type Values } from '../parameters';
import { type Form, type Rename, type Rules } from './form';
import { readValues, renamedValues } from './values';
import type { Walk } from './walk';

/**
 * A member that depends on the numbers of the object it stands in, and so is read after all others: keys and automations.
 */
export interface Late<T> {
  readonly onceKnown: (numbers: () => Numbers) => Form<T>;
}

/** The forms of members by name. */
export type Members<T> = { readonly [K in keyof T]?: Form<NonNullable<T[K]>> | Form<T[K]> | Late<T[K]> };

interface ObjectForm<T> {
  readonly description?: Description;
  /** Members with forms of their own, in the order in which documents hold them. */
  readonly members?: Members<T>;
  /** Values that stand for those left out, where they depend on what is written. */
  readonly fill?: (written: Values) => Values;
  readonly rules?: Rules<T>;
  /** True where it may be left out altogether. */
  readonly optional?: boolean;
  /** The object in words, for where there is none. */
  readonly called?: string;
  /** Its own numbers, where they are others than those of the description. */
  readonly ownNumbers?: (value: T, prefix: string) => [string, Movable][];
}

const isLate = (member: object): member is Late<unknown> => 'onceKnown' in member;

/** An object of parameters and of members with forms of their own. */
export function object<T extends object>(of: ObjectForm<T>): Form<T> {
  const { description = {}, fill, rules, optional = false, called = 'an object', ownNumbers } = of;
  const members = Object.entries<Form | Late<unknown>>({ ...of.members });
  const early = members.filter((entry): entry is [string, Form] => !isLate(entry[1]));
  const late = members.filter((entry): entry is [string, Late<unknown>] => isLate(entry[1]));
  const names = members.map(([name]) => name);

  function read(part: unknown, at: string, walk: Walk): T | undefined {
    const before = walk.faults.length;
    const written = part === undefined && optional ? {} : part;
    if (!isRecord(written)) {
      walk.faults.push(fault(written === undefined ? 'missing' : 'type', at, written, called));
      return undefined;
    }
    readValues(description, written, at, walk, names);
    const filled: Values = { ...fill?.(written), ...written };
    const made: Record<string, unknown> = { ...defaultsOf(description) };
    for (const name of Object.keys(made)) if (filled[name] !== undefined) made[name] = filled[name];
    Object.assign(made, written);
    for (const name of names) made[name] = undefined;
    for (const [name, form] of early) made[name] = form.read(filled[name], inside(at, name), walk);
    if (walk.faults.length === before && late.length > 0) {
      const known = () => Object.fromEntries(numbers(made as T, ''));
      for (const [name, { onceKnown }] of late)
        made[name] = onceKnown(known).read(filled[name], inside(at, name), walk);
    }
    if (walk.faults.length > before) return undefined;
    // All members have been read, and none has a fault: it is of the type that its form describes.
    const value = made as T;
    walk.faults.push(...(rules?.(value, at) ?? []));
    return walk.faults.length > before ? undefined : value;
  }

  function numbers(value: T, prefix: string): [string, Movable][] {
    const all = value as Values;
    return [
      ...(ownNumbers?.(value, prefix) ?? numbersIn(description, prefix)),
      ...early.flatMap(([name, form]) => form.numbers(all[name], `${prefix}${name}.`)),
    ];
  }

  function settings(value: T, prefix: string): [string, Parameter][] {
    const all = value as Values;
    const own = new Map<string, Parameter>([
      ...settingsIn(description, all, prefix),
      ...(ownNumbers?.(value, prefix) ?? []),
    ]);
    return [...own, ...early.flatMap(([name, form]) => form.settings?.(all[name], `${prefix}${name}.`) ?? [])];
  }

  function renamed(value: T, rename: Rename): T {
    const own: Record<string, unknown> = renamedValues(description, value as Values, rename);
    const changes = early.flatMap(([name, form]) => {
      const next = form.renamed(own[name], rename);
      return next === own[name] ? [] : [[name, next]];
    });
    return changes.length === 0 ? (own as T) : ({ ...own, ...Object.fromEntries(changes) } as T);
  }

  return { read, numbers, settings, renamed };
}
