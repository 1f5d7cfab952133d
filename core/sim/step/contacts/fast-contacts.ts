import type { Span } from '../../../lib/geometry/span';
import type { Population } from '../population';
import type { Obstacle } from './obstacles';
import type { Moving } from './passage';

/** Up to a block of the particles of a population, from a slot on. */
export interface Block {
  readonly population: Population;
  readonly start: number;
  readonly count: number;
}

/** What a backend does of the contacts of particles that it steps, a block at a time. */
export interface FastContacts {
  /** Takes down where the particles are and how fast: the columns hold it until it is asked again. */
  remember(block: Block): Moving;
  /** The spans of the places taken down, and of those that the particles are at now. */
  spans(block: Block): readonly [began: Span, ended: Span];
  /**
   * Puts the particles that lie still on obstacles to where they do, counts their contacts, and gives the places in the block
   * of all others that may meet one; undefined where it can't tell. The step goes from `from` to `to`, frames, with `fps` of them a second.
   */
  sift(block: Block, obstacles: readonly Obstacle[], from: number, to: number, fps: number): Uint32Array | undefined;
}
