import { gridsAround, type CandidateGrid, type FindCandidates } from './candidate-grid';
import type { Polyline } from './polyline';

/** The nearest point of a path, and the unit direction of the path there. */
export interface NearestOnPath {
  x: number;
  y: number;
  z: number;
  tx: number;
  ty: number;
  tz: number;
  /** Length from the start of the path, metres. */
  s: number;
  /** The piece it lies on, from the point of that number on. */
  piece: number;
  /** Metres from the point asked for. */
  distance: number;
}

/** An empty answer, to be written into. */
export const nearestOnPath = (): NearestOnPath => ({
  x: 0,
  y: 0,
  z: 0,
  tx: 0,
  ty: 0,
  tz: 0,
  s: 0,
  piece: 0,
  distance: Infinity,
});

/** Pieces whose boxes are tried together. */
const GROUP = 8;
/** Numbers of a piece: its beginning, its way to its end, and the square of its length. */
const WIDTH = 7;

/**
 * The pieces of a path as flat numbers. Near the path, grids give the few pieces that can be nearest; far from it boxes
 * around every few of them let the far ones be passed over.
 */
export class PathPieces {
  private readonly points: Float64Array;
  private readonly lengths: Float64Array;
  private readonly numbers: Float64Array;
  /** The pieces that are drawn, in their order: others only lead from one stroke to the next. */
  private readonly drawn: Int32Array;
  /** The box around every few of them. */
  private readonly boxes: Float64Array;
  private readonly grids: readonly CandidateGrid[];
  /** The piece that was found nearest so far, where on it, and the square of its distance. */
  private piece = -1;
  private along = 0;
  private square = Infinity;
  /** A point of the grid in place of one outside. */
  private readonly clamped: [number, number, number] = [0, 0, 0];
  readonly pieces: number;

  constructor({ points, lengths, strokes }: Polyline) {
    this.points = Float64Array.from(points.flat());
    this.lengths = Float64Array.from(lengths);
    this.pieces = Math.max(0, points.length - 1);
    this.numbers = numbersOf(this.points, this.pieces);
    const gaps = new Set(strokes.map(({ last }) => last));
    this.drawn = Int32Array.from({ length: this.pieces }, (_, p) => p).filter((p) => !gaps.has(p));
    this.boxes = boxesOf(this.points, this.drawn);
    // Few pieces are soon tried one by one.
    this.grids = this.drawn.length > 2 * GROUP ? gridsAround(this.points, this.candidates) : [];
  }

  /** The nearest point to (x, y, z); the first of several that are equally near. */
  nearest(x: number, y: number, z: number, out: NearestOnPath): void {
    const { points, lengths, numbers } = this;
    this.find(x, y, z);
    const p = this.piece;
    if (p < 0) {
      // A path of one point, or of none.
      const isPoint = points.length > 0;
      out.x = isPoint ? points[0]! : 0;
      out.y = isPoint ? points[1]! : 0;
      out.z = isPoint ? points[2]! : 0;
      out.tx = out.ty = out.tz = out.s = out.piece = 0;
      const square = (x - out.x) * (x - out.x) + (y - out.y) * (y - out.y) + (z - out.z) * (z - out.z);
      out.distance = isPoint ? Math.sqrt(square) : Infinity;
      return;
    }
    const o = WIDTH * p;
    const t = this.along;
    const dx = numbers[o + 3]!;
    const dy = numbers[o + 4]!;
    const dz = numbers[o + 5]!;
    const size = numbers[o + 6]!;
    const scale = size > 0 ? 1 / Math.sqrt(size) : 0;
    out.x = numbers[o]! + t * dx;
    out.y = numbers[o + 1]! + t * dy;
    out.z = numbers[o + 2]! + t * dz;
    out.tx = dx * scale;
    out.ty = dy * scale;
    out.tz = dz * scale;
    out.s = lengths[p]! + t * (lengths[p + 1]! - lengths[p]!);
    out.piece = p;
    out.distance = Math.sqrt(this.square);
  }

  /** Finds the nearest piece: among those of its cell, or outside all grids among all. */
  private find(x: number, y: number, z: number): void {
    const { grids, clamped } = this;
    for (let g = 0; g < grids.length; g++) if (this.tryCell(grids[g]!, x, y, z, x, y, z)) return;
    const grid = grids.at(-1);
    this.piece = -1;
    this.square = Infinity;
    // None is farther than those of the nearest cell; they are tried once more, among all and in their order.
    if (grid) {
      grid.clamp(x, y, z, clamped);
      this.tryCell(grid, clamped[0], clamped[1], clamped[2], x, y, z);
      this.piece = -1;
    }
    this.square = this.square * (1 + 1e-9) + Number.MIN_VALUE;
    this.tryAll(x, y, z);
  }

  /** Tries for (x, y, z) the pieces of the cell of a grid at (cx, cy, cz); false where there is none. */
  private tryCell(grid: CandidateGrid, cx: number, cy: number, cz: number, x: number, y: number, z: number): boolean {
    // It may look for the candidates of that cell first.
    const cell = grid.cellAt(cx, cy, cz);
    this.piece = -1;
    this.square = Infinity;
    if (cell < 0) return false;
    this.tryPieces(grid.list, grid.spans[2 * cell]!, grid.spans[2 * cell + 1]!, x, y, z);
    return true;
  }

  /** Tries the pieces of a part of a list: one is taken if it is nearer than those tried before. */
  private tryPieces(list: Int32Array, begin: number, end: number, x: number, y: number, z: number): void {
    const { numbers } = this;
    let { piece: best, along: at, square: least } = this;
    for (let k = begin; k < end; k++) {
      const p = list[k]!;
      const o = WIDTH * p;
      const ax = numbers[o]!;
      const ay = numbers[o + 1]!;
      const az = numbers[o + 2]!;
      const dx = numbers[o + 3]!;
      const dy = numbers[o + 4]!;
      const dz = numbers[o + 5]!;
      const size = numbers[o + 6]!;
      // A piece of no length is a point, and has no direction.
      const along = size === 0 ? 0 : ((x - ax) * dx + (y - ay) * dy + (z - az) * dz) / size;
      const t = along > 0 ? (along < 1 ? along : 1) : 0;
      const px = ax + t * dx;
      const py = ay + t * dy;
      const pz = az + t * dz;
      const square = (x - px) * (x - px) + (y - py) * (y - py) + (z - pz) * (z - pz);
      if (square >= least) continue;
      least = square;
      best = p;
      at = t;
    }
    this.piece = best;
    this.along = at;
    this.square = least;
  }

  private tryAll(x: number, y: number, z: number): void {
    const { boxes, drawn } = this;
    for (let g = 0; 6 * g < boxes.length; g++)
      if (!(toBox(boxes, g, x, y, z) >= this.square))
        this.tryPieces(drawn, g * GROUP, Math.min(drawn.length, (g + 1) * GROUP), x, y, z);
  }

  /** Adds to a list all pieces that can be nearest to a point within `reach` of (x, y, z), in their order. */
  private readonly candidates: FindCandidates = (x, y, z, reach, among, into) => {
    this.square = Infinity;
    if (among) this.tryPieces(among.list, among.begin, among.end, x, y, z);
    else this.tryAll(x, y, z);
    // One that is nearest there is at most so far from here; and somewhat more, for rounding.
    const most = (Math.sqrt(this.square) + 2 * reach) * (1 + 1e-9);
    const addNear = (list: Int32Array, begin: number, end: number) => {
      for (let k = begin; k < end; k++) {
        this.square = Infinity;
        this.tryPieces(list, k, k + 1, x, y, z);
        if (this.square <= most * most) into.push(list[k]!);
      }
    };
    const { boxes, drawn } = this;
    if (among) return addNear(among.list, among.begin, among.end);
    for (let g = 0; 6 * g < boxes.length; g++)
      if (toBox(boxes, g, x, y, z) <= most * most) addNear(drawn, g * GROUP, Math.min(drawn.length, (g + 1) * GROUP));
  };
}

function numbersOf(points: Float64Array, pieces: number): Float64Array {
  const numbers = new Float64Array(WIDTH * pieces);
  for (let p = 0; p < pieces; p++) {
    const [x, y, z] = [points[3 * p]!, points[3 * p + 1]!, points[3 * p + 2]!];
    const [dx, dy, dz] = [points[3 * p + 3]! - x, points[3 * p + 4]! - y, points[3 * p + 5]! - z];
    numbers.set([x, y, z, dx, dy, dz, dx * dx + dy * dy + dz * dz], WIDTH * p);
  }
  return numbers;
}

/** The box around every {@link GROUP} of some pieces: three lowest coordinates and three highest. */
function boxesOf(points: Float64Array, pieces: Int32Array): Float64Array {
  const groups = Math.ceil(pieces.length / GROUP);
  const boxes = new Float64Array(6 * groups);
  for (let g = 0; g < groups; g++) {
    const own = pieces.subarray(g * GROUP, (g + 1) * GROUP);
    for (let axis = 0; axis < 3; axis++) {
      const ends = [...own].flatMap((p) => [points[3 * p + axis]!, points[3 * p + 3 + axis]!]);
      boxes[6 * g + axis] = Math.min(...ends);
      boxes[6 * g + 3 + axis] = Math.max(...ends);
    }
  }
  return boxes;
}

/** The square of the distance from a point to a box. */
function toBox(boxes: Float64Array, g: number, x: number, y: number, z: number): number {
  const bx = Math.max(boxes[6 * g]! - x, 0, x - boxes[6 * g + 3]!);
  const by = Math.max(boxes[6 * g + 1]! - y, 0, y - boxes[6 * g + 4]!);
  const bz = Math.max(boxes[6 * g + 2]! - z, 0, z - boxes[6 * g + 5]!);
  return bx * bx + by * by + bz * bz;
}
