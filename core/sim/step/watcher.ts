import type { ParticleBlock } from '../../lib/particle-block';
import type { Population } from './population';

/**
 * What has been done to the velocities of a block: the fields by themselves, being held in the plane of a flat scene,
 * colliders.
 */
export type Stage = 'fields' | 'depth' | 'contact';

/** Looks on while particles are stepped; changes nothing. */
export interface StepWatcher {
  /**
   * A substep of an emitter’s particles begins, all that are born in it among them; `begin` and `end` are seconds. The
   * stack is placed for it.
   */
  begin(population: Population, emitter: number, begin: number, end: number): void;
  /** Velocities of the block that begins at a slot, after a stage. Where only fields have a say none is told. */
  after(stage: Stage, emitter: number, start: number, block: ParticleBlock): void;
  /** The substep is over; the dead are still in their slots. */
  end(population: Population, emitter: number): void;
}
