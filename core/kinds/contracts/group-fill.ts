import type { Vector } from '../../lib/math/vector';

/** Writes the vector of a group at so many points, three numbers each, world axes; a point is written by index. */
export type GroupFill = (count: number, at: (index: number) => Vector, out: Float32Array) => void;
