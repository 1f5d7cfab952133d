import { fits } from './check-values';
import type { Description, Parameter, Values } from './parameters';
import type { Kind, Kinded, Registry } from './registry';

/** Whether two parameters of one name mean the same, so that a value of the one can be one of the other. */
function isAlike(a: Parameter, b: Parameter): boolean {
  if (a.type !== b.type) return false;
  return !('unit' in a && 'unit' in b) || a.unit === b.unit;
}

/** Values that one description has in common with another, and the other allows. */
function sharedValues(values: Values, from: Description, to: Description): Values {
  return Object.fromEntries(
    Object.entries(values).filter(([name, value]) => {
      const [was, is] = [from[name], to[name]];
      return was && is && isAlike(was, is) && fits(is, value);
    }),
  );
}

/**
 * Values of another kind of a registry: the values that both kinds share and the new one allows, and defaults for the
 * rest.
 */
export function ofAnotherKind<K extends Kind>(registry: Registry<K>, was: Kinded, kind: string): Kinded {
  return registry.defaults(
    kind,
    sharedValues(was, registry.find(was.kind)?.parameters ?? {}, registry.get(kind).parameters),
  );
}
