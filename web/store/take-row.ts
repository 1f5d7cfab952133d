import type { Draft } from 'immer';
import type { Keys } from '../../core/places/keys';
import { withoutRow } from '../../core/scene/numbers';
import type { Drives } from '../../core/scene/document';

interface Rows {
  keys: Draft<Keys>;
  drives: Draft<Drives>;
}

/** Takes a row of one of a thing's lists away, with what moves its numbers; what moves those of later rows goes with them. */
export function takeRow<L extends string>(thing: Rows & { [K in L]: unknown[] }, list: L, row: number): void {
  thing[list].splice(row, 1);
  thing.keys = withoutRow(thing.keys, list, row);
  thing.drives = withoutRow(thing.drives, list, row);
}
