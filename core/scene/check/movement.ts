import { checkValues, isRecord } from '../../document/check-values';
import { turnParameters } from '../../kinds/automation/turn';
import { fault, type Fault } from '../../document/faults';
import { tides } from '../../kinds/automation';
import { completeDial, completeScene, type Written } from '../complete';
import { dialCircle, drivenNumber } from '../drives';
import type { Scene } from '../../document/scene';
import { MOVABLE_ONES, MOVABLE_SORTS, numbersOf, thingsOf, type Movables, type MovableSort, type Numbers } from '../numbers';
import { checkKeys } from './parts';
import { SoundParts } from './sound-parts';

/** One drive; that of a whole vector may say about what it turns it. */
function checkDrive(drive: unknown, field: string, turns: boolean): Fault[] {
  if (!turns || !isRecord(drive)) return tides.check(drive, field);
  const { about, ...rest } = drive;
  return [...tides.check(rest, field), ...checkValues(turnParameters, about === undefined ? {} : { about }, field)];
}

function checkDrives(value: unknown, field: string, numbers: Numbers): Fault[] {
  if (value === undefined) return [];
  if (!isRecord(value)) return [fault('type', field, value, 'an object of drives by the paths of numbers')];
  return Object.entries(value).flatMap(([path, drive]) =>
    drivenNumber(numbers, path)
      ? checkDrive(drive, `${field}.${path}`, numbers[path]?.type === 'vector')
      : [fault('unknown', `${field}.${path}`, path, 'the path of one of its numbers or vectors, or of a part of a vector: .0, .1 or .2')],
  );
}

const isEmpty = (value: unknown) => value === undefined || (isRecord(value) && Object.keys(value).length === 0);

/** Whether a thing has neither keys nor drives: most have none, and their numbers need not be listed. */
const isStill = (thing: Written) => isEmpty(thing['keys']) && isEmpty(thing['drives']);

/** Every fault of keys and drives of a document whose parts are sound by themselves. */
export function checkMovement(document: Written, sound = new SoundParts()): Fault[] {
  let completed: Scene | undefined;
  const scene = () => (completed ??= completeScene(withoutMovement(document)));
  const raws = (part: Written, sort: MovableSort): readonly Written[] => {
    const value = part[sort] ?? [];
    return (Array.isArray(value) ? value : [value]) as readonly Written[];
  };
  const one = <S extends MovableSort>(sort: S, thing: () => Movables[S], raw: Written, field: string): Fault[] => {
    if (isStill(raw) || sound.movement.has(raw)) return [];
    const numbers = numbersOf(sort, thing());
    const faults = [...checkKeys(raw['keys'], `${field}.keys`, numbers), ...checkDrives(raw['drives'], `${field}.drives`, numbers)];
    if (faults.length === 0) sound.movement.add(raw);
    return faults;
  };
  const all = <S extends MovableSort>(part: () => Pick<Scene, S>, raw: Written, sort: S, at: string): Fault[] => {
    const isOne = (MOVABLE_ONES as readonly MovableSort[]).includes(sort);
    return raws(raw, sort).flatMap((thing, i) =>
      one(sort, () => thingsOf(part() as Scene, sort)[i]!, thing, `${at}${sort}${isOne ? '' : `[${i}]`}`),
    );
  };
  const keptRaw = document['keptDesk'] as Written | null | undefined;
  const faults = [
    ...MOVABLE_SORTS.flatMap((sort) => all(scene, document, sort, '')),
    ...(keptRaw ? (['fields', 'groups', 'desk'] as const).flatMap((sort) => all(() => scene().keptDesk!, keptRaw, sort, 'keptDesk.')) : []),
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
  const sorts: readonly string[] = MOVABLE_SORTS;
  const barely = (part: Written): Written =>
    Object.fromEntries(
      Object.entries(part).map(([name, value]) => [
        name,
        sorts.includes(name) ? (Array.isArray(value) ? value.map(bare) : bare(value)) : value,
      ]),
    );
  const kept = document['keptDesk'];
  return { ...barely(document), ...(isRecord(kept) && { keptDesk: barely(kept) }) };
}
