import type { Draft } from 'immer';
import type { Keys } from '../../core/document/keys/keys';
import { type MovableSort } from '../../core/scene/numbers';
import { withoutRow } from '../../core/document/value-paths';
import type { Automations } from '../../core/document/scene';
import { forgetKinds } from './kind-memory';

interface Rows {
  id: string;
  keys: Draft<Keys>;
  automations: Draft<Automations>;
}

/**
 * Takes a row of one of a thing's lists away, with what moves its numbers; what moves those of later rows goes with
 * them. Kinds that rows of the list had before are forgotten, since later rows stand in other places now.
 */
export function takeRow<L extends string>(
  thing: Rows & { [K in L]: unknown[] },
  sort: MovableSort,
  list: L,
  row: number,
): void {
  forgetKinds(`${sort}/${thing.id}/${list}.`);
  thing[list].splice(row, 1);
  thing.keys = withoutRow(thing.keys, list, row);
  thing.automations = withoutRow(thing.automations, list, row);
}
