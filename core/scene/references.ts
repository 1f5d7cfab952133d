import { fault, type Fault } from '../document/faults';
import type { Reference } from '../document/forms';
import { isRecord } from '../document/check-values';
import { REFERRED_NAMES, type ReferenceTo } from '../document/parameters';
import type { Scene } from '../document/scene';

/** The list of a document that holds each sort of thing that can be referred to. */
export const REFERRED_LISTS = {
  emitter: 'emitters',
  carrier: 'carriers',
  mesh: 'meshes',
  group: 'groups',
  zone: 'zones',
  field: 'fields',
  weightMap: 'weightMaps',
} as const satisfies Record<ReferenceTo, keyof Scene>;

/** Sorts of things that may be named without being there: a desk that is changed for another has other fields. */
const MAY_LACK: readonly ReferenceTo[] = ['field'];

function idsOf(list: unknown): Set<unknown> {
  const items: readonly unknown[] = Array.isArray(list) ? list : [];
  return new Set(items.map((item) => (isRecord(item) ? item['id'] : undefined)));
}

/**
 * Every reference of a document to something that it does not have. The kept desk has groups of its own; a zone or
 * carrier outlives a change from one desk to the other, and may name groups of both.
 */
export function danglingReferences(
  references: readonly Reference[],
  document: Readonly<Record<string, unknown>>,
): Fault[] {
  const present = new Map<string, Set<unknown>>(
    Object.values(REFERRED_LISTS).map((list) => [list, idsOf(document[list])]),
  );
  const kept = isRecord(document['keptDesk']) ? idsOf(document['keptDesk']['groups']) : new Set();
  const isThere = ({ at, to, id }: Reference): boolean => {
    const here = present.get(REFERRED_LISTS[to])!;
    if (to !== 'group') return here.has(id);
    if (at.startsWith('keptDesk.')) return kept.has(id);
    return here.has(id) || (/^(zones|carriers)\[/.test(at) && kept.has(id));
  };
  return references.flatMap((reference) => {
    const { at, to, id } = reference;
    if (MAY_LACK.includes(to) || isThere(reference)) return [];
    return [fault('reference', at, id, `the id of one of the scene’s ${REFERRED_NAMES[to]}`)];
  });
}
