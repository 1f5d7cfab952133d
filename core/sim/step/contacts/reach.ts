import type { Similarity } from '../../../lib/math/similarity';
import { Span } from '../../../lib/geometry/span';
import type { Obstacle } from './obstacles';
import type { Moving, Passage } from './passage';

/** More than the rounding of places and turns comes to, metres. */
const CAUTION = 1e-5;

const spans = [new Span(), new Span()] as const;
const [local, other] = [new Span(), new Span()];

/** Writes the least and the greatest of the first entries of a column. */
function spanOf(column: Float64Array | Float32Array, count: number, axis: number, out: Span): void {
  let low = Infinity;
  let high = -Infinity;
  for (let i = 0; i < count; i++) {
    const value = column[i]!;
    if (value < low) low = value;
    if (value > high) high = value;
  }
  out.low[axis] = low;
  out.high[axis] = high;
}

function spanOfBlock({ x, y, z }: Moving, count: number, out: Span): void {
  spanOf(x, count, 0, out);
  spanOf(y, count, 1, out);
  spanOf(z, count, 2, out);
}

/** The spans of the places of a block before and after. */
function spansOf({ before, after, count }: Passage): readonly [Span, Span] {
  spanOfBlock(before, count, spans[0]);
  spanOfBlock(after, count, spans[1]);
  return spans;
}

/** The largest radius of the particles of a block, metres. */
function largest({ population, start, count }: Passage): number {
  const { size } = population.columns;
  let most = 0;
  for (let slot = start; slot < start + count; slot++) if (size[slot]! > most) most = size[slot]!;
  return most / 2;
}

/** Whether a particle of the block begins its step later than the others. */
function hasNewborns({ population, start, count, from, fps }: Passage): boolean {
  const begin = from / fps;
  for (let slot = start; slot < start + count; slot++) if (population.birth[slot]! > begin) return true;
  return false;
}

/** The span in a body’s frame that holds one in the world. */
function seenFrom(place: Similarity, world: Span, out: Span): void {
  const { position, rotation: r, scale } = place;
  const { low, high } = world;
  for (let axis = 0; axis < 3; axis++) {
    let middle = 0;
    let half = 0;
    for (let k = 0; k < 3; k++) {
      const cosine = r[3 * k + axis]!;
      middle += cosine * ((low[k]! + high[k]!) / 2 - position[k]!);
      half += Math.abs(cosine) * ((high[k]! - low[k]!) / 2);
    }
    out.low[axis] = (middle - half) / scale;
    out.high[axis] = (middle + half) / scale;
  }
}

const near: Obstacle[] = [];

/**
 * The obstacles that particles of the block may meet: those of which none can be told by where all of them begin and
 * end are left out. Undefined where there is no such obstacle. It holds until it is asked for again.
 */
export function obstaclesNear(passage: Passage): readonly Obstacle[] | undefined {
  const { obstacles, emitter } = passage;
  near.length = 0;
  const [began, ended] = passage.spans?.() ?? spansOf(passage);
  let radius: number | undefined;
  let newborns: boolean | undefined;
  for (const obstacle of obstacles) {
    if (!obstacle.open || !obstacle.hits[emitter]!.hits) continue;
    const { body, motion, begin, end, half, bySize } = obstacle;
    // What is born on the way sees it elsewhere than at the beginning.
    if (motion.moves && (newborns ??= hasNewborns(passage))) {
      near.push(obstacle);
      continue;
    }
    seenFrom(begin, began, local);
    seenFrom(end, ended, other);
    local.include(other);
    const thick = (half + (bySize ? (radius ??= largest(passage)) : 0)) / Math.min(begin.scale, end.scale);
    if (!body.isClear(local, thick + CAUTION)) near.push(obstacle);
  }
  return near.length > 0 ? near : undefined;
}

/** Whether any particle of the block is held by a collider. */
export function hasHeld({ population, start, count }: Passage): boolean {
  for (let slot = start; slot < start + count; slot++) if (population.held[slot] !== 0) return true;
  return false;
}
