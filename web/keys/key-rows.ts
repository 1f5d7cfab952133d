import type { Key } from '../../core/places/keys';
import type { Scene } from '../../core/scene/document';
import { MOVABLE_LISTS, numbersOf, type Movable, type MovableSort, type Numbers } from '../../core/scene/numbers';
import { LISTS } from '../store/scene-store';
import type { Selection } from '../store/selection-store';
import type { ThingRef } from '../store/movement';

/** A keyed number of the scene. */
export interface KeyRow {
  readonly id: string;
  readonly ref: ThingRef;
  readonly path: string;
  readonly thing: string;
  readonly label: string;
  readonly parameter: Movable;
  readonly keys: readonly Key[];
}

interface Keyed {
  readonly id: string;
  readonly name: string;
  readonly keys: Readonly<Record<string, readonly Key[]>>;
}

/** The thing that is selected, where its numbers can be keyed. */
export function selectedRef(selection: Selection): ThingRef | undefined {
  return 'id' in selection ? { sort: LISTS[selection.type], id: selection.id } : undefined;
}

/** Every keyed number, thing by thing; of one thing only where one is given. */
export function keyRows(scene: Scene, only?: ThingRef): KeyRow[] {
  const of = (sort: MovableSort, thing: Keyed, numbers: Numbers): KeyRow[] =>
    Object.entries(thing.keys).flatMap(([path, keys]) => {
      const parameter = numbers[path];
      if (!parameter || keys.length === 0) return [];
      return [
        {
          id: `${sort} ${thing.id} ${path}`,
          ref: { sort, id: thing.id },
          path,
          thing: thing.name,
          label: parameter.label,
          parameter,
          keys,
        },
      ];
    });
  const rows = MOVABLE_LISTS.flatMap((sort) =>
    (scene[sort] as readonly Keyed[]).flatMap((thing) =>
      !only || (only.sort === sort && only.id === thing.id) ? of(sort, thing, numbersOf(sort, thing as never)) : [],
    ),
  );
  return only ? rows : [...rows, ...of('whole', { ...scene.whole, id: '', name: 'The whole' }, numbersOf('whole', scene.whole))];
}
