import { flowAround, type Sample } from '../../lib/flow/around-bodies';
import type { Solid } from '../../lib/flow/solids';
import { emptyGrid, MOST_POINTS, pointAt, pointsIn, type Lattice, type VectorGrid } from '../../lib/grids/vector-grid';
import { outward, rotateBack, type Similarity } from '../../lib/math/similarity';
import type { Vector } from '../../lib/math/vector';
import type { FieldSource } from '../contracts/field';
import type { GroupFill } from '../contracts/group-fill';

/** How a grid is filled from a group. */
interface Filling {
  /** In the frame of the field’s place. */
  readonly lattice: Lattice;
  readonly group: string;
  /** Whether it is led around the scene’s colliders. */
  readonly around: boolean;
  readonly frame: number;
}

/**
 * Grids that were filled, by all that they hang on, the one that was wanted last at the end: a stack is compiled again at
 * every edit, and most edits leave them as they are.
 */
const known = new Map<string, VectorGrid>();

/** Grids that are kept at least, and the most points that more of them may have. */
const LEAST_KNOWN = 4;
const MOST_KNOWN_POINTS = 8 * MOST_POINTS;

type Listener = (key: string, grid: VectorGrid) => void;
let onFilled: Listener | undefined;

/** Has a listener told of each grid that this thread fills, so that another thread need not. */
export function listenToFilled(listener: Listener): void {
  onFilled = listener;
}

/** Keeps a grid that was filled, here or in another thread. */
export function keepFilled(key: string, grid: VectorGrid): void {
  known.set(key, grid);
  let points = [...known.values()].reduce((sum, one) => sum + pointsIn(one), 0);
  for (const [oldest, { counts }] of known) {
    if (known.size <= LEAST_KNOWN || points <= MOST_KNOWN_POINTS) return;
    points -= pointsIn({ counts });
    known.delete(oldest);
  }
}

/** Points between two calls of `attend`. */
const POINTS_A_CALL = 65_536;

/** Writes a group’s vectors at points of a place, along its axes. */
export function fillInPlace(
  place: Similarity,
  count: number,
  at: (index: number) => Vector,
  out: Float32Array,
  fill: GroupFill,
): void {
  fill(count, (i) => outward(place, at(i)), out);
  for (let i = 0; i < 3 * count; i += 3) out.set(rotateBack(place.rotation, [out[i]!, out[i + 1]!, out[i + 2]!]), i);
}

/** A solid of the world as it is seen from a place. */
function seenFrom(place: Similarity, { distance, velocity }: Solid, moves: boolean): Solid {
  return {
    distance: (x, y, z) => distance(...outward(place, [x, y, z])) / place.scale,
    velocity:
      velocity && moves
        ? (at, out) => {
            velocity(outward(place, at), out);
            out.set(rotateBack(place.rotation, [out[0]!, out[1]!, out[2]!]));
          }
        : undefined,
  };
}

/** The grid of a field that is filled from a group; undefined where there is no such group, or too many points. */
export function filledGrid(
  source: FieldSource,
  { lattice, group: id, around, frame }: Filling,
): VectorGrid | undefined {
  const group = source.group(id, frame);
  if (!group || pointsIn(lattice) > MOST_POINTS) return undefined;
  const place = source.placeAt(frame);
  const solids = around ? source.solids(frame) : undefined;
  const key = JSON.stringify([group.key(), lattice, place, solids && [solids.key(), source.moves]]);
  const found = known.get(key);
  if (found) {
    known.delete(key);
    known.set(key, found);
    return found;
  }
  const { attend } = source;
  // Where a flow is led around, sampling is the smaller part.
  const sample: Sample = (count, at, out) => {
    for (let start = 0; start < count; start += POINTS_A_CALL) {
      attend?.(solids ? 0 : start / count);
      const some = Math.min(POINTS_A_CALL, count - start);
      fillInPlace(place, some, (i) => at(start + i), out.subarray(3 * start, 3 * (start + some)), group.fill);
    }
  };
  let grid: VectorGrid;
  if (solids) {
    const seen = solids.all().map((solid) => seenFrom(place, solid, source.moves));
    grid = flowAround({ lattice, solids: seen, sample, attend });
  } else {
    grid = emptyGrid(lattice);
    sample(pointsIn(grid), (i) => pointAt(grid, i), grid.vectors);
  }
  keepFilled(key, grid);
  onFilled?.(key, grid);
  return grid;
}
