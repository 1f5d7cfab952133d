import { coarser, type PressureLevel } from './pressure-level';

/** With so few cells a level is solved as it is, in so many sweeps to and fro. */
const FEW = 64;
const SWEEPS = 8;

/** A level with room for its solution and its sources, and the way to the next. */
interface Floor {
  readonly level: PressureLevel;
  readonly solution: Float64Array;
  readonly sources: Float64Array;
  readonly parents: Int32Array | undefined;
}

/** Goes through the cells once and solves each one’s equation, upwards, with nothing known of those that follow. */
function sweepUp({ level, solution, sources }: Floor): void {
  const { active, strides, couplings, diagonal } = level;
  const [cx, cy, cz] = couplings;
  const [sx, sy, sz] = strides;
  for (let n = 0; n < active.length; n++) {
    const at = active[n]!;
    const around = cx[at]! * solution[at - sx]! + cy[at]! * solution[at - sy]! + cz[at]! * solution[at - sz]!;
    solution[at] = (sources[at]! + around) / diagonal[at]!;
  }
}

/** Goes through the cells once in the order given, and solves each one’s equation with all that is known around it. */
function sweep({ level, solution, sources }: Floor, down: boolean): void {
  const { active, strides, couplings, diagonal } = level;
  const [cx, cy, cz] = couplings;
  const [sx, sy, sz] = strides;
  const last = active.length - 1;
  for (let n = 0; n <= last; n++) {
    const at = active[down ? last - n : n]!;
    const [x, y, z] = [at + sx, at + sy, at + sz];
    const around =
      cx[at]! * solution[at - sx]! +
      cy[at]! * solution[at - sy]! +
      cz[at]! * solution[at - sz]! +
      cx[x]! * solution[x]! +
      cy[y]! * solution[y]! +
      cz[z]! * solution[z]!;
    solution[at] = (sources[at]! + around) / diagonal[at]!;
  }
}

/** After one sweep upwards from nothing, each cell lacks what those that follow it give: hands that to wider cells. */
function handUp({ level, solution, parents }: Floor, sources: Float64Array): void {
  const { active, strides, couplings } = level;
  const [cx, cy, cz] = couplings;
  const [sx, sy, sz] = strides;
  sources.fill(0);
  for (let n = 0; n < active.length; n++) {
    const [x, y, z] = [active[n]! + sx, active[n]! + sy, active[n]! + sz];
    sources[parents![n]!]! += cx[x]! * solution[x]! + cy[y]! * solution[y]! + cz[z]! * solution[z]!;
  }
}

/**
 * One V-cycle over levels of wider and wider cells, as a preconditioner: about the solution of a level’s equations for given
 * sources. It is symmetric: one sweep upwards before, one downwards after what the wider cells add.
 */
export class Multigrid {
  private readonly floors: Floor[] = [];

  constructor(finest: PressureLevel) {
    let level = finest;
    const cell = Math.min(
      ...finest.edges.map((edges) =>
        edges.subarray(1).reduce((least, e, n) => Math.min(least, e - edges[n]!), Infinity),
      ),
    );
    // A hair more than twice, for rounding.
    for (let widest = 2.001 * cell; ; widest *= 2) {
      const next = level.active.length > FEW ? coarser(level, widest) : undefined;
      const done = level.active.length <= FEW || widest > 1e9 * cell;
      if (next || done)
        this.floors.push({
          level,
          solution: new Float64Array(level.room),
          sources: new Float64Array(level.room),
          parents: next?.parents,
        });
      if (done) break;
      if (next) ({ level } = next);
    }
  }

  /** Solves for the sources of the finest level about; the result is overwritten by the next call. */
  solve(sources: Float64Array): Float64Array {
    const finest = { ...this.floors[0]!, sources };
    this.cycle(finest, 0);
    return finest.solution;
  }

  private cycle(floor: Floor, depth: number): void {
    const next = this.floors[depth + 1];
    const { level, solution, parents } = floor;
    if (!next || !parents) {
      solution.fill(0);
      for (let round = 0; round < SWEEPS; round++) {
        sweep(floor, false);
        sweep(floor, true);
      }
      return;
    }
    // Nothing is left over from the last call: those that follow are not read.
    sweepUp(floor);
    handUp(floor, next.sources);
    this.cycle(next, depth + 1);
    const { active } = level;
    for (let n = 0; n < active.length; n++) solution[active[n]!]! += next.solution[parents[n]!]!;
    sweep(floor, true);
  }
}
