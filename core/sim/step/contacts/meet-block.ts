import { AXES } from '../../../lib/math/vector';
import type { ParticleBlock } from '../../../lib/particle-block';
import type { Before } from '../sum-at-middle';
import { meetObstacles } from './meet-obstacles';
import type { Moving, Passage } from './passage';

/** Positions and velocities as contacts see them. */
const movingOf = ({ position, velocity }: Before): Moving => ({
  ...position,
  vx: velocity.x,
  vy: velocity.y,
  vz: velocity.z,
});

/** Lets a block of the plain routines, stepped from where it was before, hit what is in its way. */
export function meetBlock(
  block: ParticleBlock,
  before: Before,
  passage: Omit<Passage, 'before' | 'after' | 'count' | 'put'>,
): void {
  meetObstacles({
    ...passage,
    count: block.count,
    before: movingOf(before),
    after: movingOf(block),
    put(i, place, speed) {
      AXES.forEach((axis, k) => {
        block.position[axis][i] = place[k]!;
        block.velocity[axis][i] = speed[k]!;
      });
    },
  });
}
