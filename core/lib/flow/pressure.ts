import { log } from '../math/exact';
import { Multigrid } from './multigrid';
import type { PressureLevel } from './pressure-level';

/** The residual that is left, as a share of the one at the beginning, and the most rounds. */
const LEFT = 1e-5;
const MOST_ROUNDS = 200;

/**
 * Solves the equations of a level for the pressure in each cell, by conjugate gradients with a multigrid cycle as the
 * preconditioner (McAdams, Sifakis & Teran 2010). All sums are in the order of the cells, so that the bits are the same
 * everywhere. `residual` has the sources, and is overwritten. `attend` is told about how much is done, 0 … 1, and may throw
 * to end it.
 */
export function solvePressure(
  level: PressureLevel,
  residual: Float64Array,
  attend: (share: number) => void = () => {},
): Float64Array {
  const { active, strides, couplings, diagonal, room } = level;
  const [cx, cy, cz] = couplings;
  const [sx, sy, sz] = strides;
  const count = active.length;
  const pressure = new Float64Array(room);
  const way = new Float64Array(room);
  const applied = new Float64Array(room);
  const multigrid = new Multigrid(level);
  const product = (a: Float64Array, b: Float64Array) => {
    let sum = 0;
    for (let n = 0; n < count; n++) sum += a[active[n]!]! * b[active[n]!]!;
    return sum;
  };
  const begin = product(residual, residual);
  if (begin === 0) return pressure;
  let near = multigrid.solve(residual);
  way.set(near);
  let size = product(near, residual);
  for (let round = 0; round < MOST_ROUNDS; round++) {
    let curvature = 0;
    for (let n = 0; n < count; n++) {
      const at = active[n]!;
      const [x, y, z] = [at + sx, at + sy, at + sz];
      const around =
        cx[at]! * way[at - sx]! +
        cy[at]! * way[at - sy]! +
        cz[at]! * way[at - sz]! +
        cx[x]! * way[x]! +
        cy[y]! * way[y]! +
        cz[z]! * way[z]!;
      applied[at] = diagonal[at]! * way[at]! - around;
      curvature += applied[at] * way[at]!;
    }
    const step = size / curvature;
    let left = 0;
    for (let n = 0; n < count; n++) {
      const at = active[n]!;
      pressure[at]! += step * way[at]!;
      const rest = residual[at]! - step * applied[at]!;
      residual[at] = rest;
      left += rest * rest;
    }
    if (!(left > LEFT * LEFT * begin)) break;
    attend(Math.min(1, Math.max(0, log(left / begin) / log(LEFT * LEFT))));
    near = multigrid.solve(residual);
    const next = product(near, residual);
    const share = next / size;
    size = next;
    for (let n = 0; n < count; n++) {
      const at = active[n]!;
      way[at] = near[at]! + share * way[at]!;
    }
  }
  return pressure;
}
