import { mapVector, vectorBy, type Vector } from '../math/vector';

/** Cells along the longest side of a grid. */
const CELLS = 48;
/** Cells of a grid, at most, without those within others. */
const MOST_CELLS = 1 << 17;
/** A cell with more candidates than this is divided: into so many along each side. */
const FEW = 6;
const PARTS = 4;
const PARTS_IN_ALL = PARTS * PARTS * PARTS;
/** Entries in the lists of a grid, at most; cells that come after have none. */
const MOST_ENTRIES = 1 << 22;
/** How far grids go beyond what they are around, as parts of its longest side: a fine one, and a coarse one around it. */
const MARGINS = [0.25, 3];

/** Things by their numbers: a part of a list. */
export interface Candidates {
  readonly list: Int32Array;
  readonly begin: number;
  readonly end: number;
}

/**
 * Adds to a list all things that can be nearest to a point within `reach` of (x, y, z), in their order; `among` others
 * need not be looked at.
 */
export type FindCandidates = (
  x: number,
  y: number,
  z: number,
  reach: number,
  among: Candidates | undefined,
  into: number[],
) => void;

/** In the place of the end of a cell’s list: nothing has asked for it yet; and it is divided, its parts begin there. */
const EMPTY = -1;
const DIVIDED = -2;

const longer = (old: Int32Array, length: number): Int32Array<ArrayBuffer> => {
  const made = new Int32Array(length);
  made.set(old);
  return made;
};

/**
 * A grid of cells, each with the few things that can be nearest to a point in it. Cells with many are divided once. A
 * cell is filled when the first point in it is asked for: most are never needed.
 */
export class CandidateGrid {
  /** The lists of all cells that are filled, one after another. */
  list = new Int32Array(4096);
  /** Where the list of each cell begins and ends in {@link list}: of the cells, then of the parts of those divided. */
  spans: Int32Array;
  /** The lists of cells that are divided, in the order of their parts, as in {@link spans}. */
  private readonly divided: number[] = [];
  private length = 0;
  private readonly cells: number;
  private readonly found: number[] = [];
  private readonly lx: number;
  private readonly ly: number;
  private readonly lz: number;
  private readonly nx: number;
  private readonly ny: number;
  private readonly nz: number;
  private readonly perMetre: number;
  /** Metres that a place is off by at most, for rounding. */
  private readonly slack: number;

  /** A grid from a corner on, of so many cubes of `side` metres each way. */
  constructor(
    corner: Vector,
    private readonly side: number,
    cells: Vector,
    private readonly candidates: FindCandidates,
  ) {
    [this.lx, this.ly, this.lz] = corner;
    [this.nx, this.ny, this.nz] = cells;
    this.cells = this.nx * this.ny * this.nz;
    this.spans = new Int32Array(2 * this.cells).fill(EMPTY);
    this.perMetre = 1 / side;
    this.slack = 1e-12 * (Math.max(...corner.map(Math.abs)) + side * Math.max(...cells));
  }

  /** The cell of a point, filled; −1 outside the grid, for no number, and where there is no more room for its list. */
  cellAt(x: number, y: number, z: number): number {
    const u = (x - this.lx) * this.perMetre;
    const v = (y - this.ly) * this.perMetre;
    const w = (z - this.lz) * this.perMetre;
    if (!(u >= 0 && v >= 0 && w >= 0 && u < this.nx && v < this.ny && w < this.nz)) return -1;
    const i = u | 0;
    const j = v | 0;
    const k = w | 0;
    const cell = i + this.nx * (j + this.ny * k);
    if (this.spans[2 * cell + 1] === EMPTY && !this.fill(cell, i, j, k)) return -1;
    if (this.spans[2 * cell + 1] !== DIVIDED) return cell;
    const a = ((u - i) * PARTS) | 0;
    const b = ((v - j) * PARTS) | 0;
    const c = ((w - k) * PARTS) | 0;
    const first = this.spans[2 * cell]!;
    const part = first + a + PARTS * (b + PARTS * c);
    if (this.spans[2 * part + 1] !== EMPTY) return part;
    const parent = (2 * (first - this.cells)) / PARTS_IN_ALL;
    const among = { list: this.list, begin: this.divided[parent]!, end: this.divided[parent + 1]! };
    return this.write(part, i + a / PARTS, j + b / PARTS, k + c / PARTS, 1 / PARTS, among) ? part : -1;
  }

  /** The point of the grid that is nearest to a point outside, well within its cell; for no number, a corner. */
  clamp(x: number, y: number, z: number, out: number[]): void {
    const within = (n: number, low: number, cells: number) => {
      const [least, most] = [low + 0.5 * this.side, low + (cells - 0.5) * this.side];
      return n > least ? Math.min(n, most) : least;
    };
    out[0] = within(x, this.lx, this.nx);
    out[1] = within(y, this.ly, this.ny);
    out[2] = within(z, this.lz, this.nz);
  }

  /** Fills a cell, and divides it where it has many candidates. */
  private fill(cell: number, i: number, j: number, k: number): boolean {
    if (!this.write(cell, i, j, k, 1, undefined)) return false;
    const [begin, end] = [this.spans[2 * cell]!, this.spans[2 * cell + 1]!];
    if (end - begin <= FEW) return true;
    const first = this.cells + (this.divided.length / 2) * PARTS_IN_ALL;
    const needed = 2 * (first + PARTS_IN_ALL);
    if (needed > this.spans.length) this.spans = longer(this.spans, 2 * needed);
    this.spans.fill(EMPTY, 2 * first, needed);
    this.divided.push(begin, end);
    this.spans[2 * cell] = first;
    this.spans[2 * cell + 1] = DIVIDED;
    return true;
  }

  /** Writes the list of a cell that begins at those steps from the corner and is so many steps wide. */
  private write(cell: number, i: number, j: number, k: number, steps: number, among: Candidates | undefined): boolean {
    const { side, found } = this;
    if (this.length >= MOST_ENTRIES) return false;
    found.length = 0;
    const middle = steps / 2;
    const reach = Math.sqrt(3) * middle * side * (1 + 1e-9) + this.slack;
    const [x, y, z] = [this.lx + (i + middle) * side, this.ly + (j + middle) * side, this.lz + (k + middle) * side];
    this.candidates(x, y, z, reach, among, found);
    if (this.length + found.length > this.list.length) this.list = longer(this.list, 2 * (this.length + found.length));
    this.list.set(found, this.length);
    this.spans[2 * cell] = this.length;
    this.length += found.length;
    this.spans[2 * cell + 1] = this.length;
    return true;
  }
}

/**
 * Grids around points, three numbers each: a fine one that ends near them, and a coarse one far beyond. None where they
 * have no extent, or no end.
 */
export function gridsAround(points: Float64Array, candidates: FindCandidates): readonly CandidateGrid[] {
  const extreme = (pick: (a: number, b: number) => number, from: number) =>
    vectorBy((axis) => {
      let best = from;
      for (let i = axis; i < points.length; i += 3) best = pick(best, points[i]!);
      return best;
    });
  const low = extreme(Math.min, Infinity);
  const high = extreme(Math.max, -Infinity);
  const sizes = mapVector(high, (n, axis) => n - low[axis]!);
  const longest = Math.max(...sizes);
  if (!(longest > 0) || !Number.isFinite(longest)) return [];
  return MARGINS.map((share) => {
    const margin = share * longest;
    const cellsOf = (side: number) => mapVector(sizes, (size) => Math.ceil((size + 2 * margin) / side));
    let side = longest / CELLS;
    while (cellsOf(side).reduce((product, n) => product * n, 1) > MOST_CELLS) side *= 1.1;
    const corner = mapVector(low, (n) => n - margin);
    return new CandidateGrid(corner, side, cellsOf(side), candidates);
  });
}
