import { isRecord } from '../check-values';
import { fault, inside } from '../faults';
import { automatedNumber } from '../movable';
import type { Description } from '../parameters';
import type { Kind, Kinded, Registry } from '../registry';
import type { Automations } from '../scene';
import { type Form } from './form';
import { kinded } from './kinded';
import type { Late } from './object';
import { readValues } from './values';

/**
 * The automations of a thing, by the paths of its numbers and of the parts of its vectors; there may be none. The automation of a
 * whole vector turns it, and may have the parameters of a turn as well.
 */
export function automationsForm<K extends Kind>(kinds: Registry<K>, turn: Description): Late<Automations> {
  const number = kinded(kinds);
  const vector: Form<Kinded> = {
    ...number,
    read(written, at, walk) {
      if (!isRecord(written)) return number.read(written, at, walk);
      const own = Object.fromEntries(Object.entries(written).filter(([name]) => turn[name] === undefined));
      const turning = Object.fromEntries(Object.entries(written).filter(([name]) => turn[name] !== undefined));
      const value = number.read(own, at, walk);
      return readValues(turn, turning, at, walk) && value ? { ...value, ...turning } : undefined;
    },
  };
  return {
    onceKnown: (numbers): Form<Automations> => ({
      read(written, at, walk) {
        if (written === undefined) return {};
        if (!isRecord(written)) {
          walk.faults.push(fault('type', at, written, 'an object with an automation for each path of a number'));
          return undefined;
        }
        const made: Record<string, Kinded> = {};
        const entries = Object.entries(written);
        const known = entries.length > 0 ? numbers() : {};
        for (const [path, automation] of entries) {
          if (!automatedNumber(known, path)) {
            const paths = 'the path of one of its numbers or vectors, or of a part of a vector: .0, .1 or .2';
            walk.faults.push(fault('unknown', inside(at, path), path, paths));
            continue;
          }
          const form = known[path]?.type === 'vector' ? vector : number;
          const read = form.read(automation, inside(at, path), walk);
          if (read) made[path] = read;
        }
        return Object.keys(made).length < entries.length ? undefined : made;
      },
      numbers: () => [],
      renamed: (automations) => automations,
    }),
  };
}
