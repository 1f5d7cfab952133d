import { latticeOf, type Lattice } from './lattice';
import { Painting, spacingFor } from './painting';
import type { PaintedBody, PaintedStrokes } from './stroke';

/** Painted weights on a surface, ready to be read at any point in the frame of the surface. */
export interface WeightsOn {
  readonly body: PaintedBody;
  readonly lattice: Lattice;
  /** The weights at the places of the lattice. */
  readonly weights: Float32Array;
  /** Brings a deforming mesh to its pose at a time in seconds. */
  pose(time: number): void;
  /** The weight 0 … 1 of the point of the surface that is nearest to x, y, z; writes that point into `near`, metres. */
  at(x: number, y: number, z: number, near: Float64Array): number;
}

/** The longest side of the box around a surface, metres. */
export function extentOf(body: PaintedBody): number {
  if ('card' in body) return Math.max(body.card.width, body.card.depth);
  const { positions } = body.mesh;
  let most = 0;
  for (let k = 0; k < 3; k++) {
    let [low, high] = [Infinity, -Infinity];
    for (let i = k; i < positions.length; i += 3) {
      low = Math.min(low, positions[i]!);
      high = Math.max(high, positions[i]!);
    }
    most = Math.max(most, high - low);
  }
  return most;
}

/** Lays strokes on a surface. */
export function weightsOn(body: PaintedBody, painted: PaintedStrokes): WeightsOn {
  const lattice: Lattice = latticeOf(body, spacingFor(painted.strokes, extentOf(body)));
  const { weights } = new Painting(lattice, painted);
  return {
    body,
    lattice,
    weights,
    pose: (time) => lattice.pose(time),
    at: (x, y, z, near) => lattice.at(weights, x, y, z, near),
  };
}
