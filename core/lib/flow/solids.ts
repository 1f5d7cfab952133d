import type { Vector } from '../math/vector';
import { eachCell, indexOf, type Cells } from './cells';

/** A body that a flow leads round. */
export interface Solid {
  /** Signed distance of a point to its surface, metres; negative inside. */
  distance(x: number, y: number, z: number): number;
  /** Velocity of the body at a point, m/s; undefined where it stands still. */
  readonly velocity?: ((at: Vector, out: Float64Array) => void) | undefined;
}

/** Where bodies are among cells. */
export interface Bodies {
  /** Signed distance of each cell’s lower corner to the nearest body, metres; Infinity without one. */
  readonly distance: Float64Array;
  /** Which body that is. */
  readonly nearest: Uint16Array;
}

/** Corners along each side of a block that is left out where its middle is far from a body. */
const BLOCK = 4;

/** Within so many cells of a surface distances are exact. */
const BAND = 3;

/** A body in which no corner lies is thickened by so many cells. */
const THIN = 0.75;

/** Distances of all corners to one body: exact near it, and of the right sign elsewhere. */
function distancesTo({ distance }: Solid, cells: Cells, cell: number, out: Float64Array): void {
  const { edges, counts } = cells;
  const [x, y, z] = edges;
  for (let k = 0; k <= counts[2]; k += BLOCK)
    for (let j = 0; j <= counts[1]; j += BLOCK)
      for (let i = 0; i <= counts[0]; i += BLOCK) {
        const [i1, j1, k1] = [
          Math.min(i + BLOCK - 1, counts[0]),
          Math.min(j + BLOCK - 1, counts[1]),
          Math.min(k + BLOCK - 1, counts[2]),
        ];
        const [hx, hy, hz] = [(x[i1]! - x[i]!) / 2, (y[j1]! - y[j]!) / 2, (z[k1]! - z[k]!) / 2];
        const middle = distance(x[i]! + hx, y[j]! + hy, z[k]! + hz);
        const far = Math.abs(middle) > Math.sqrt(hx * hx + hy * hy + hz * hz) + BAND * cell;
        for (let c = k; c <= k1; c++)
          for (let b = j; b <= j1; b++) {
            const row = indexOf(cells, 0, b, c);
            for (let a = i; a <= i1; a++) out[row + a] = far ? middle : distance(x[a]!, y[b]!, z[c]!);
          }
      }
}

/** Where bodies are among cells of that width. One that is thinner than a cell is taken to be about a cell thick. */
export function bodiesAmong(cells: Cells, solids: readonly Solid[], cell: number): Bodies {
  const distance = new Float64Array(cells.room).fill(Infinity);
  const nearest = new Uint16Array(cells.room);
  const own = new Float64Array(cells.room).fill(Infinity);
  solids.forEach((solid, number) => {
    distancesTo(solid, cells, cell, own);
    const thickened = own.some((d) => d < 0) ? 0 : THIN * cell;
    eachCell(
      cells,
      (at) => {
        const d = own[at]! - thickened;
        if (d >= distance[at]!) return;
        distance[at] = d;
        nearest[at] = number;
      },
      [1, 1, 1],
    );
  });
  return { distance, nearest };
}

/** Share of an edge of a square from a corner that is open, at distance a > 0, to one that is not, at b ≤ 0. */
const crossing = (a: number, b: number) => a / (a - b);

/**
 * Share of a square that lies outside of bodies, by the signed distances of its corners, one after another round it: the
 * surface is a line from edge to edge.
 */
export function openShare(a: number, b: number, c: number, d: number): number {
  const open = (a > 0 ? 1 : 0) + (b > 0 ? 1 : 0) + (c > 0 ? 1 : 0) + (d > 0 ? 1 : 0);
  if (open === 4) return 1;
  if (open === 0) return 0;
  // Turned so that the first corner is open and the one before it is not.
  for (let turn = 0; turn < 4 && !(a > 0 && d <= 0); turn++) [a, b, c, d] = [b, c, d, a];
  if (open === 1) return (crossing(a, b) * crossing(a, d)) / 2;
  if (open === 3) return 1 - ((1 - crossing(a, d)) * (1 - crossing(c, d))) / 2;
  if (b > 0) return (crossing(a, d) + crossing(b, c)) / 2;
  // Two open corners that face each other: each by itself.
  return (crossing(a, b) * crossing(a, d) + crossing(c, b) * crossing(c, d)) / 2;
}
