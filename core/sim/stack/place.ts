import { bring } from '../../document/keys/thing-at';
import type { Field, Group } from '../../document/scene';
import { placeWeight, spanLevel } from './weight';
import type { Stack } from './stack';
import { placeZones } from './zones';

/**
 * Brings fields and groups to where and how they are at a frame with fraction; `step` is the frames a substep takes.
 */
export function placeStack(stack: Stack, frame: number, step = 1): void {
  stack.frame = frame;
  for (const row of stack.rows) bring(row, frame);
  for (const row of stack.groups.values()) bring(row, frame);
  if (stack.rows.some((row) => row.remake && row.neighbourGrids.length > 0))
    stack.neighbourGrids = stack.rows.flatMap((row) => row.neighbourGrids);
  const { master, limited, ceiling } = stack.deskAt(frame);
  stack.ceiling = limited ? ceiling : Infinity;
  // What stands in a group is multiplied by the master through it.
  const share = ({ group }: Field | Group) => (group === '' ? master : 1);
  for (const row of stack.rows) {
    row.level = spanLevel(row.field, stack.wrap(frame)) * share(row.field);
    placeWeight(row, frame, step, stack.fps);
  }
  for (const row of stack.groups.values()) {
    row.level = share(row.group);
    placeWeight(row, frame, step, stack.fps);
  }
  placeZones(stack.zones, frame, step, stack.fps);
}
