import { isRecord } from '../check-values';
import { fault, inside, type Fault } from '../faults';
import type { Form } from './form';

interface ListForm<T> {
  readonly rules?: (items: readonly T[], at: string) => readonly Fault[];
}

/** A list that may be left out. Where its items have ids, no two have the same. */
export function listOf<T>(one: Form<T>, most: number, { rules }: ListForm<T> = {}): Form<readonly T[]> {
  return {
    read(written, at, walk) {
      const before = walk.faults.length;
      if (written === undefined) return [];
      if (!Array.isArray(written)) {
        walk.faults.push(fault('type', at, written, `a list of up to ${most}`));
        return undefined;
      }
      const items: readonly unknown[] = written;
      if (items.length > most) {
        const message = `${at} has ${items.length} entries. The limit is ${most}.`;
        walk.faults.push({ code: 'range', field: at, allowed: `up to ${most}`, message });
        return undefined;
      }
      const read = items.map((item, i) => walk.once(item, `${at}[${i}]`, () => one.read(item, `${at}[${i}]`, walk)));
      const seen = new Set<unknown>();
      items.forEach((item, i) => {
        const id = isRecord(item) ? item['id'] : undefined;
        if (id !== undefined && seen.has(id))
          walk.faults.push(fault('duplicate', `${at}[${i}].id`, id, 'an id that no other has'));
        seen.add(id);
      });
      if (walk.faults.length > before) return undefined;
      const sound = read.filter((item) => item !== undefined);
      walk.faults.push(...(rules?.(sound, at) ?? []));
      return walk.faults.length > before ? undefined : sound;
    },
    numbers: (items, prefix) => items.flatMap((item, i) => one.numbers(item, `${prefix}${i}.`)),
    settings: (items, prefix) => items.flatMap((item, i) => one.settings?.(item, `${prefix}${i}.`) ?? []),
    renamed(items, rename) {
      const next = items.map((item) => one.renamed(item, rename));
      return next.every((item, i) => item === items[i]) ? items : next;
    },
  };
}

/** Values for some of the scene’s emitters, by their ids; `called` is such an object in words. */
export function byEmitter<T>(one: Form<T>, called: string): Form<Readonly<Record<string, T>>> {
  return {
    read(written, at, walk) {
      const before = walk.faults.length;
      if (written === undefined) return {};
      if (!isRecord(written)) {
        walk.faults.push(fault('type', at, written, called));
        return undefined;
      }
      const made: Record<string, T> = {};
      for (const [id, value] of Object.entries(written)) {
        walk.references.push({ at: inside(at, id), to: 'emitter', id });
        const read = one.read(value, inside(at, id), walk);
        if (read !== undefined) made[id] = read;
      }
      return walk.faults.length > before ? undefined : made;
    },
    numbers: (values, prefix) => Object.entries(values).flatMap(([id, value]) => one.numbers(value, `${prefix}${id}.`)),
    renamed(values, rename) {
      const entries = Object.entries(values).map(([id, value]): [string, T] => [rename('emitter', id), value]);
      const same = entries.every(([id], i) => id === Object.keys(values)[i]);
      return same ? values : Object.fromEntries(entries.filter(([id]) => id !== ''));
    },
  };
}

/** A part that may be null or left out: it is null then. */
export function orNull<T>(form: Form<T>): Form<T | null> {
  return {
    read: (written, at, walk) => (written === undefined || written === null ? null : form.read(written, at, walk)),
    numbers: () => [],
    renamed: (value, rename) => value && form.renamed(value, rename),
  };
}
