import { isRecord } from '../../describe/check';
import { fault, type Fault } from '../../describe/faults';
import { tides } from '../../tides';
import { completeDial, completeScene, type Written } from '../complete';
import { dialCircle, drivenNumber } from '../drives';
import { MOVABLE_LISTS, numbersOf, type Movables, type MovableSort, type Numbers } from '../numbers';
import { checkKeys } from './parts';

function checkDrives(value: unknown, field: string, numbers: Numbers): Fault[] {
  if (value === undefined) return [];
  if (!isRecord(value)) return [fault('type', field, value, 'an object of drives by the paths of numbers')];
  return Object.entries(value).flatMap(([path, drive]) =>
    drivenNumber(numbers, path)
      ? tides.check(drive, `${field}.${path}`)
      : [fault('unknown', `${field}.${path}`, path, 'the path of one of its numbers, or of a part of a vector: .0, .1 or .2')],
  );
}

/** Every fault of keys and drives of a document whose parts are sound by themselves. */
export function checkMovement(document: Written): Fault[] {
  const plain = withoutMovement(document);
  const scene = completeScene(plain);
  const written = (list: string): readonly Written[] => (document[list] ?? []) as readonly Written[];
  const one = <S extends MovableSort>(sort: S, thing: Movables[S], raw: Written, field: string): Fault[] => {
    const numbers = numbersOf(sort, thing);
    return [...checkKeys(raw['keys'], `${field}.keys`, numbers), ...checkDrives(raw['drives'], `${field}.drives`, numbers)];
  };
  const all = <S extends Exclude<MovableSort, 'whole'>>(sort: S): Fault[] =>
    (scene[sort] as readonly Movables[S][]).flatMap((thing, i) => one(sort, thing, written(sort)[i]!, `${sort}[${i}]`));
  const kept = scene.keptDesk;
  const keptRaw = (document['keptDesk'] ?? {}) as Record<string, readonly Written[] | undefined>;
  const faults = [
    ...MOVABLE_LISTS.flatMap((sort) => all(sort)),
    ...one('whole', scene.whole, (document['whole'] ?? {}) as Written, 'whole'),
    ...(kept?.fields ?? []).flatMap((f, i) => one('fields', f, keptRaw['fields']![i]!, `keptDesk.fields[${i}]`)),
    ...(kept?.groups ?? []).flatMap((g, i) => one('groups', g, keptRaw['groups']![i]!, `keptDesk.groups[${i}]`)),
  ];
  return faults.length > 0 ? faults : checkDials(document);
}

/** Dials that hang on one another in a circle, by name. */
function checkDials(document: Written): Fault[] {
  const dials = ((document['dials'] ?? []) as readonly Written[]).map(completeDial);
  const circle = dialCircle(dials);
  if (!circle) return [];
  const i = dials.findIndex(({ name }) => name === circle[0]);
  return [fault('reference', `dials[${i}].drives.value`, circle[1], `a dial outside the circle ${circle.join(' → ')}`)];
}

/** The document without its keys and drives, which may not be sound. */
function withoutMovement(document: Written): Written {
  const bare = (thing: unknown): unknown => (isRecord(thing) ? { ...thing, keys: {}, drives: {} } : thing);
  const lists: readonly string[] = MOVABLE_LISTS;
  const barely = (part: Written): Written =>
    Object.fromEntries(
      Object.entries(part).map(([name, value]) => [name, lists.includes(name) && Array.isArray(value) ? value.map(bare) : value]),
    );
  const kept = document['keptDesk'];
  return {
    ...barely(document),
    ...(document['whole'] !== undefined && { whole: bare(document['whole']) }),
    ...(isRecord(kept) && { keptDesk: barely(kept) }),
  };
}
