import type { VectorColumns } from '../lib/math/vector';
import { particleBlock, type ParticleBlock } from '../lib/particle-block';

/** The particle that is put where something is sounded: at rest, and as an emitter’s particles are on the mean. */
export interface Pretended {
  readonly emitter: number;
  /** Kilograms, kg/s. */
  readonly mass: number;
  readonly drag: number;
}

/** A block of particles that are thought to rest in the middle of their lives, at a time in seconds. */
export function restingBlock(time: number, { emitter, mass, drag }: Pretended): ParticleBlock {
  const block = particleBlock();
  block.emitter = emitter;
  block.mass.fill(mass);
  block.drag.fill(drag);
  block.time.fill(time);
  block.life.fill(2);
  block.age.fill(1);
  return block;
}

/** Puts so many particles of a block to places, from one of the columns’ on. */
export function putAt(block: ParticleBlock, { x, y, z }: VectorColumns, count: number, start = 0): void {
  block.count = count;
  block.position.x.set(x.subarray(start, start + count));
  block.position.y.set(y.subarray(start, start + count));
  block.position.z.set(z.subarray(start, start + count));
}
