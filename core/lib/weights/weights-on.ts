import { latticeOf, type Lattice } from './lattice';
import { Painting, spacingFor } from './painting';
import { sameStroke, type PaintedBody, type PaintedStrokes } from './stroke';

/** Painted weights on a surface, ready to be read at any point in the frame of the surface. */
export interface WeightsOn {
  readonly body: PaintedBody;
  readonly painted: PaintedStrokes;
  readonly painting: Painting;
  /** The spacing of places that was asked for, metres. */
  readonly spacing: number;
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

/** Whether strokes go on from those that weights were painted with, on the same surface at the same spacing. */
function goesOn(known: WeightsOn, body: PaintedBody, { base, strokes }: PaintedStrokes, spacing: number): boolean {
  const { painted } = known;
  const same =
    'card' in body
      ? 'card' in known.body && known.body.card.width === body.card.width && known.body.card.depth === body.card.depth
      : 'mesh' in known.body && known.body.mesh === body.mesh;
  return (
    same &&
    known.spacing === spacing &&
    painted.base === base &&
    painted.strokes.length <= strokes.length &&
    painted.strokes.every((stroke, i) => sameStroke(stroke, strokes[i]!))
  );
}

/** Lays strokes on a surface; only those that are new, where weights are known that they go on from. */
export function weightsOn(body: PaintedBody, painted: PaintedStrokes, known?: WeightsOn): WeightsOn {
  const spacing = spacingFor(painted.strokes, extentOf(body));
  const onto = known && goesOn(known, body, painted, spacing) ? known : undefined;
  const lattice = onto?.lattice ?? latticeOf(body, spacing);
  const strokes = painted.strokes.slice(onto?.painted.strokes.length ?? 0);
  const painting = new Painting(lattice, { base: painted.base, strokes }, onto?.painting);
  const { weights } = painting;
  return {
    body,
    painted,
    painting,
    spacing,
    lattice,
    weights,
    pose: (time) => lattice.pose(time),
    at: (x, y, z, near) => lattice.at(weights, x, y, z, near),
  };
}
