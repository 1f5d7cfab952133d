import type { Span } from '../../../lib/geometry/span';
import type { Population } from '../population';
import type { Obstacle } from './obstacles';

/** Columns of the particles of a block, by their place in it: doubles, or the 32 bits of a population. */
export interface Moving {
  readonly x: Float64Array | Float32Array;
  readonly y: Float64Array | Float32Array;
  readonly z: Float64Array | Float32Array;
  readonly vx: Float64Array | Float32Array;
  readonly vy: Float64Array | Float32Array;
  readonly vz: Float64Array | Float32Array;
}

/** Everything the contacts of a block are worked out from. */
export interface Passage {
  readonly obstacles: readonly Obstacle[];
  /** Index of the emitter in the scene. */
  readonly emitter: number;
  readonly population: Population;
  /** The first slot of the block, and how many particles there are in it. */
  readonly start: number;
  readonly count: number;
  /** Before the step, and after it without contacts. */
  readonly before: Moving;
  readonly after: Moving;
  /** Puts a particle of the block to where contacts leave it. */
  readonly put: (i: number, position: Float64Array, velocity: Float64Array) => void;
  /** Frames a second, and the beginning and end of the substep in frames. */
  readonly fps: number;
  readonly from: number;
  readonly to: number;
  /** Spans of the places before and after, where they are known. */
  readonly spans?: (() => readonly [began: Span, ended: Span]) | undefined;
  /** Settles particles that lie still, and gives the places of those that may meet something; undefined where it can’t. */
  readonly sift?: ((near: readonly Obstacle[]) => Uint32Array | undefined) | undefined;
  /** True for particles, by number, that meet nothing. */
  readonly exempt?: ((id: number) => boolean) | undefined;
}

/** Seconds that the step of a particle lasts: from its birth on where it is born in it. */
export const secondsOf = ({ population, start, from, to, fps }: Passage, i: number): number =>
  to / fps - Math.max(from / fps, population.birth[start + i]!);
