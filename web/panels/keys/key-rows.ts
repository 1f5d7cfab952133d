import type { Key } from '../../../core/document/keys/keys';
import type { Moving, Scene } from '../../../core/document/scene';
import type { Movable, Numbers } from '../../../core/document/movable';
import { MOVABLE_SORTS, numbersOf, thingsOf, type MovableSort } from '../../../core/scene/numbers';
import { LISTS } from '../../state/scene-store';
import type { Selection } from '../../state/selection-store';
import type { ThingRef } from '../../state/movement';

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

interface Keyed extends Moving {
  readonly id?: string;
  readonly name?: string;
}

/** What things are called that a scene has one of. */
const ONES: Partial<Record<MovableSort, string>> = {
  sceneTransform: 'Scene transform',
  desk: 'The desk',
  bounds: 'The scene box',
  time: 'Time',
  camera: 'Shot camera',
  output: 'Output',
};

/** The thing that is selected, where its numbers can be keyed. */
export function selectedRef(selection: Selection): ThingRef | undefined {
  if (selection.type === 'camera') return { sort: 'camera', id: '' };
  return 'id' in selection ? { sort: LISTS[selection.type], id: selection.id } : undefined;
}

/** Every keyed number, thing by thing; of one thing only where one is given. */
export function keyRows(scene: Scene, only?: ThingRef): KeyRow[] {
  const of = (
    sort: MovableSort,
    { id = '', name = ONES[sort] ?? '', keys: byPath }: Keyed,
    numbers: Numbers,
  ): KeyRow[] =>
    Object.entries(byPath).flatMap(([path, keys]) => {
      const parameter = numbers[path];
      if (!parameter || keys.length === 0) return [];
      return [
        {
          id: `${sort} ${id} ${path}`,
          ref: { sort, id },
          path,
          thing: name,
          label: parameter.label,
          parameter,
          keys,
        },
      ];
    });
  return MOVABLE_SORTS.flatMap((sort) =>
    (thingsOf(scene, sort) as readonly Keyed[]).flatMap((thing) =>
      !only || (only.sort === sort && only.id === (thing.id ?? '')) ? of(sort, thing, numbersOf(sort, thing)) : [],
    ),
  );
}
