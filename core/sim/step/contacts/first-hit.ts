import type { Hit } from '../../../kinds/colliders/collider';
import { copy, inward, set, triple, type Triple } from '../../../lib/math/triple';
import type { Similarity } from '../../../lib/math/similarity';
import { Purpose, uniform } from '../../../lib/random/lookup';
import type { Obstacle } from './obstacles';
import type { Passage } from './passage';

/** Frames by which a moment may miss the beginning of a substep by rounding. */
const ROUNDING = 1e-9;

/** The first contact on a way that was looked for last. */
export interface FirstHit {
  /** Share of the way, 0 … 1. */
  t: number;
  /** The face of a mesh. */
  face: number;
  /** Unit normal, and the point of the contact, in the collider’s own frame. */
  readonly normal: Triple;
  readonly local: Triple;
}

export const firstHit: FirstHit = { t: 0, face: 0, normal: triple(), local: triple() };

const hit: Hit = { t: 0, nx: 0, ny: 0, nz: 0, push: 0, face: 0 };
/** Points seen from the collider that is looked at. */
const [a, b] = [triple(), triple()];

/** A body’s place at a frame; the ends of the substep are known. */
export function placeAt({ motion, begin, end }: Obstacle, frame: number, { from, to }: Passage): Similarity {
  if (!motion.moves || frame <= from + ROUNDING) return begin;
  return frame >= to ? end : motion.at(frame);
}

/** Whether a particle goes through a collider: it is not sent to it, or finds one of its pores. */
function goesThrough(obstacle: Obstacle, emitter: number, id: number): boolean {
  if (!obstacle.hits[emitter]!.hits) return true;
  const porosity = obstacle.collider?.porosity ?? 0;
  return porosity > 0 && uniform(obstacle.stream, id, Purpose.porosity) < porosity;
}

/**
 * The first of some obstacles in the way of a particle, from where it is at a frame to where it would be at the end of
 * the substep; those that it has passed do not count. Undefined where the way is free. The contact is in
 * {@link firstHit} until the next is looked for.
 */
export function findFirstHit(
  passage: Passage,
  obstacles: readonly Obstacle[],
  particle: { readonly id: number; readonly radius: number },
  frame: number,
  from: Triple,
  to: Triple,
  passed?: readonly Obstacle[],
): Obstacle | undefined {
  let first: Obstacle | undefined;
  firstHit.t = Infinity;
  for (let o = 0; o < obstacles.length; o++) {
    const obstacle = obstacles[o]!;
    if (!obstacle.open || goesThrough(obstacle, passage.emitter, particle.id)) continue;
    if (passed?.includes(obstacle)) continue;
    inward(placeAt(obstacle, frame, passage), from, a);
    inward(obstacle.end, to, b);
    const thick = (obstacle.half + (obstacle.bySize ? particle.radius : 0)) / obstacle.end.scale;
    if (!obstacle.body.hit(a[0]!, a[1]!, a[2]!, b[0]!, b[1]!, b[2]!, thick, hit) || hit.t >= firstHit.t) continue;
    first = obstacle;
    firstHit.t = hit.t;
    firstHit.face = hit.face;
    set(firstHit.normal, hit.nx, hit.ny, hit.nz);
    copy(firstHit.local, a);
    for (let k = 0; k < 3; k++) firstHit.local[k]! += hit.t * (b[k]! - a[k]!) + hit.push * firstHit.normal[k]!;
  }
  return first;
}
