import { inside } from '../faults';
import { checkValues, isRecord } from '../check-values';
import type { Description, ReferenceTo, Values } from '../parameters';
import { type Rename } from './form';
import type { Walk } from './walk';

/** The names of the references of a description, with the sort of thing each refers to. */
function referencesIn(description: Description): [string, ReferenceTo][] {
  return Object.entries(description).flatMap(([name, p]) =>
    p.type === 'reference' ? [[name, p.to] as [string, ReferenceTo]] : [],
  );
}

/** Holds a written part against a description, and notes its references. False where it has a fault. */
export function readValues(
  description: Description,
  written: unknown,
  at: string,
  walk: Walk,
  also: readonly string[] = [],
): written is Record<string, unknown> {
  const faults = checkValues(description, written, at, also);
  walk.faults.push(...faults);
  if (!isRecord(written)) return false;
  for (const [name, to] of referencesIn(description)) {
    const id = written[name];
    if (typeof id === 'string' && id !== '') walk.references.push({ at: inside(at, name), to, id });
  }
  return faults.length === 0;
}

/** Values of a description with every reference renamed; the same object where nothing changes. */
export function renamedValues<V extends Values>(description: Description, values: V, rename: Rename): V {
  const changes = referencesIn(description).flatMap(([name, to]) => {
    const id = values[name];
    const next = typeof id === 'string' && id !== '' ? rename(to, id) : id;
    return next === id ? [] : [[name, next]];
  });
  return changes.length === 0 ? values : { ...values, ...Object.fromEntries(changes) };
}
