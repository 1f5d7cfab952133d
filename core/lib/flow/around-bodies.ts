import type { Lattice, VectorGrid } from '../grids/vector-grid';
import { pointsIn, stepsTo } from '../grids/vector-grid';
import { type Vector, mapVector } from '../math/vector';
import { cellsRound, columnsOf, eachCell, faceMiddle, mapAxes, type Cells, type Columns, type Counts } from './cells';
import { settleRooms } from './closed-rooms';
import { flowAtPoints } from './flow-at-points';
import { solvePressure } from './pressure';
import { bodiesAmong, openShare, type Bodies, type Solid } from './solids';

/** Writes the vectors of a flow at so many points, three numbers each; a point is written by index. */
export type Sample = (count: number, at: (index: number) => Vector, out: Float32Array) => void;

/** What a flow is led round, and who is told how far that is. */
export interface FlowProblem {
  /** The points that are wanted. */
  readonly lattice: Lattice;
  readonly solids: readonly Solid[];
  /** The flow as it is without bodies, in the frame of the lattice. */
  readonly sample: Sample;
  /** Told about the share that is done, 0 … 1; may throw to end it. */
  readonly attend?: ((share: number) => void) | undefined;
}

/** The axes across a face, so that its corners are gone round. */
const ACROSS = [
  [1, 2],
  [0, 2],
  [0, 1],
] as const;

/** Columns along an axis are one more than cells. */
const oneMore = (axis: number): Counts => [axis === 0 ? 1 : 0, axis === 1 ? 1 : 0, axis === 2 ? 1 : 0];

/** Share of each face that is open. */
function openShares(cells: Cells, { distance }: Bodies): Columns {
  const shares = columnsOf(cells);
  ACROSS.forEach(([one, other], axis) => {
    const [s, t] = [cells.strides[one], cells.strides[other]];
    eachCell(
      cells,
      (at) => {
        shares[axis]![at] = openShare(distance[at]!, distance[at + s]!, distance[at + s + t]!, distance[at + t]!);
      },
      oneMore(axis),
    );
  });
  return shares;
}

/** The component of the sampled flow across every face. Beside the lattice it goes on as it is at its edge. */
function sampledFlow(cells: Cells, sample: Sample): Columns {
  const flow = columnsOf(cells);
  flow.forEach((column, axis) => {
    const counts = mapVector(cells.inner, (n, a) => (a === axis ? n + 1 : n));
    const vectors = new Float32Array(3 * pointsIn({ counts }));
    const at = (index: number): Vector => {
      const steps = stepsTo(counts, index);
      return faceMiddle(
        cells,
        axis,
        mapVector(steps, (n, a) => n + cells.before[a]!),
      );
    };
    sample(pointsIn({ counts }), at, vectors);
    const within = (n: number, a: number) => Math.min(counts[a]! - 1, Math.max(0, n - cells.before[a]!));
    eachCell(
      cells,
      (index, i, j, k) => {
        const inner = within(i, 0) + counts[0] * (within(j, 1) + counts[1] * within(k, 2));
        column[index] = vectors[3 * inner + axis]!;
      },
      oneMore(axis),
    );
  });
  return flow;
}

/** The velocity of bodies across every face that they close, m/s. */
function bodyFlow(cells: Cells, solids: readonly Solid[], { distance, nearest }: Bodies, shares: Columns): Columns {
  const flow = columnsOf(cells);
  if (solids.every(({ velocity }) => !velocity)) return flow;
  const out = new Float64Array(3);
  ACROSS.forEach(([one, other], axis) => {
    const [s, t] = [cells.strides[one], cells.strides[other]];
    eachCell(
      cells,
      (at, i, j, k) => {
        if (shares[axis]![at] === 1) return;
        const corner = [at + s, at + t, at + s + t].reduce((a, b) => (distance[b]! < distance[a]! ? b : a), at);
        const { velocity } = solids[nearest[corner]!]!;
        if (!velocity) return;
        velocity(faceMiddle(cells, axis, [i, j, k]), out);
        flow[axis]![at] = out[axis]!;
      },
      oneMore(axis),
    );
  });
  return flow;
}

/** Along each axis, how far the middles beside each place between cells are apart; at the ends, how far the only one is. */
function apartOf({ edges, middles }: Cells): Columns {
  return mapAxes((axis) => {
    const m = middles[axis];
    return edges[axis].map((edge, n) => (n < m.length ? m[n]! : edge) - (n > 0 ? m[n - 1]! : edge));
  });
}

/** The equations for the pressure that takes away what flows together in cells or into bodies, and what does so. */
function equations(cells: Cells, shares: Columns, flow: Columns, ofBodies: Columns, apart: Columns) {
  const { strides, edges, before, inner } = cells;
  const [couplings, diagonal, sources] = [columnsOf(cells), new Float64Array(cells.room), new Float64Array(cells.room)];
  const widths = mapAxes((axis) => edges[axis].subarray(1).map((edge, n) => edge - edges[axis][n]!));
  const active: number[] = [];
  const [cell, width] = [
    [0, 0, 0],
    [0, 0, 0],
  ];
  eachCell(cells, (at, i, j, k) => {
    [cell[0], cell[1], cell[2]] = [i, j, k];
    [width[0], width[1], width[2]] = [widths[0][i]!, widths[1][j]!, widths[2][k]!];
    let [open, closed, beside, inflow] = [false, false, false, 0];
    for (let axis = 0; axis < 3; axis++) {
      const n = cell[axis]!;
      const area = width[ACROSS[axis]![0]]! * width[ACROSS[axis]![1]]!;
      if (n < before[axis]! || n >= before[axis]! + inner[axis]!) beside = true;
      for (let side = 0; side < 2; side++) {
        const face = at + side * strides[axis]!;
        const share = shares[axis]![face]!;
        if (share > 0) open = true;
        if (share < 1) closed = true;
        const coupling = (area * share) / apart[axis]![n + side]!;
        diagonal[at]! += coupling;
        if (side === 0 && n > 0) couplings[axis]![face] = coupling;
        const through = share * flow[axis]![face]! + (1 - share) * ofBodies[axis]![face]!;
        inflow += (side === 0 ? area : -area) * through;
      }
    }
    if (!open) return;
    active.push(at);
    // What is carried on beside the lattice is taken to have no divergence.
    sources[at] = beside && !closed ? 0 : inflow;
  });
  return { level: { ...cells, active: Int32Array.from(active), couplings, diagonal }, sources };
}

/**
 * Takes from a flow across faces all that flows into bodies or has a divergence: the gradient of a pressure is subtracted
 * that has the divergence of the flow and none through walls (Chorin 1968), with the open shares of faces as weights (Ng, Min
 * & Gibou 2009). Far from the lattice p = 0.
 */
function project(
  cells: Cells,
  shares: Columns,
  flow: Columns,
  ofBodies: Columns,
  attend?: (share: number) => void,
): void {
  const apart = apartOf(cells);
  const { level, sources } = equations(cells, shares, flow, ofBodies, apart);
  settleRooms(level, sources);
  const pressure = solvePressure(level, sources, attend);
  const { strides, counts } = cells;
  flow.forEach((column, axis) => {
    const [share, stride, count] = [shares[axis]!, strides[axis]!, counts[axis]!];
    eachCell(
      cells,
      (at, i, j, k) => {
        if (share[at] === 0) return;
        const n = axis === 0 ? i : axis === 1 ? j : k;
        const [low, high] = [n > 0 ? pressure[at - stride]! : 0, n < count ? pressure[at]! : 0];
        column[at]! -= (high - low) / apart[axis]![n]!;
      },
      oneMore(axis),
    );
  });
}

/**
 * A flow led round bodies: without divergence, along their surfaces, and pushed by those that move. Lengths are in metres, in
 * the frame of the lattice; vectors are along its axes. Undisturbed far away; bodies are held to be at rest within a sample.
 */
export function flowAround({ lattice, solids, sample, attend }: FlowProblem): VectorGrid {
  const cells = cellsRound(lattice);
  const cell = Math.min(...lattice.spacing);
  attend?.(0);
  const bodies = bodiesAmong(cells, solids, cell);
  const shares = openShares(cells, bodies);
  const flow = sampledFlow(cells, sample);
  project(cells, shares, flow, bodyFlow(cells, solids, bodies, shares), attend);
  return { ...lattice, vectors: flowAtPoints({ cells, shares, flow, bodies, solids, cell }) };
}
