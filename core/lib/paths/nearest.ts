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

/** The pieces of a path as flat numbers, with a box round every few of them, so that the far ones are passed over. */
export class PathPieces {
  private readonly points: Float64Array;
  private readonly lengths: Float64Array;
  private readonly boxes: Float64Array;
  /** 1 for a piece that only leads from one stroke to the next. */
  private readonly gaps: Uint8Array;
  readonly pieces: number;

  constructor({ points, lengths, strokes }: Polyline) {
    this.points = Float64Array.from(points.flat());
    this.lengths = Float64Array.from(lengths);
    this.pieces = Math.max(0, points.length - 1);
    this.gaps = new Uint8Array(this.pieces);
    for (const { last } of strokes) if (last < this.pieces) this.gaps[last] = 1;
    const groups = Math.ceil(this.pieces / GROUP);
    this.boxes = new Float64Array(6 * groups);
    for (let g = 0; g < groups; g++)
      for (let axis = 0; axis < 3; axis++) {
        let low = Infinity;
        let high = -Infinity;
        for (let p = g * GROUP; p <= Math.min(this.pieces, (g + 1) * GROUP); p++) {
          low = Math.min(low, this.points[3 * p + axis]!);
          high = Math.max(high, this.points[3 * p + axis]!);
        }
        this.boxes[6 * g + axis] = low;
        this.boxes[6 * g + 3 + axis] = high;
      }
  }

  /** The nearest point to (x, y, z); the first of several that are equally near. */
  nearest(x: number, y: number, z: number, out: NearestOnPath): void {
    const { points, boxes, pieces, gaps, lengths } = this;
    let best = Infinity;
    if (pieces === 0 && points.length > 0) {
      out.x = points[0]!;
      out.y = points[1]!;
      out.z = points[2]!;
      out.tx = out.ty = out.tz = out.s = out.piece = 0;
      best = (x - out.x) * (x - out.x) + (y - out.y) * (y - out.y) + (z - out.z) * (z - out.z);
    }
    for (let g = 0; 6 * g < boxes.length; g++) {
      const bx = Math.max(boxes[6 * g]! - x, 0, x - boxes[6 * g + 3]!);
      const by = Math.max(boxes[6 * g + 1]! - y, 0, y - boxes[6 * g + 4]!);
      const bz = Math.max(boxes[6 * g + 2]! - z, 0, z - boxes[6 * g + 5]!);
      if (bx * bx + by * by + bz * bz >= best) continue;
      const end = Math.min(pieces, (g + 1) * GROUP);
      for (let p = g * GROUP; p < end; p++) {
        if (gaps[p] === 1) continue;
        const o = 3 * p;
        const dx = points[o + 3]! - points[o]!;
        const dy = points[o + 4]! - points[o + 1]!;
        const dz = points[o + 5]! - points[o + 2]!;
        const size = dx * dx + dy * dy + dz * dz;
        // A piece of no length is a point, and has no direction.
        const along =
          size === 0 ? 0 : ((x - points[o]!) * dx + (y - points[o + 1]!) * dy + (z - points[o + 2]!) * dz) / size;
        const t = Math.min(1, Math.max(0, along));
        const px = points[o]! + t * dx;
        const py = points[o + 1]! + t * dy;
        const pz = points[o + 2]! + t * dz;
        const square = (x - px) * (x - px) + (y - py) * (y - py) + (z - pz) * (z - pz);
        if (square >= best) continue;
        best = square;
        const scale = size > 0 ? 1 / Math.sqrt(size) : 0;
        out.x = px;
        out.y = py;
        out.z = pz;
        out.tx = dx * scale;
        out.ty = dy * scale;
        out.tz = dz * scale;
        out.s = lengths[p]! + t * (lengths[p + 1]! - lengths[p]!);
        out.piece = p;
      }
    }
    out.distance = Math.sqrt(best);
  }
}
