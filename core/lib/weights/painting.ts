import { vectorBy } from '../math/vector';
import type { Lattice } from './lattice';
import { NearPlaces } from './near-places';
import { brushAt, facing, STRIDE, stroked, type Brush, type PaintedStrokes } from './stroke';

/**
 * The weights of a surface while strokes are laid on it. Within one stroke a place takes the most that the brush covered it
 * by: going over it twice without letting go adds nothing.
 */
export class Painting {
  /** One for each place of the lattice, 0 … 1. */
  readonly weights: Float32Array;
  private readonly near: NearPlaces;
  /** How they were before the stroke that is being made, and how far that covers each place. */
  private readonly before: Float32Array;
  private readonly cover: Float32Array;
  private touched: number[] = [];
  private brush: Brush | undefined;

  /** Lays strokes on a surface; on what another painting of the same lattice has come to, where one is given. */
  constructor(
    readonly lattice: Lattice,
    { base, strokes }: PaintedStrokes,
    onto?: Painting,
  ) {
    this.weights = onto ? onto.weights.slice() : new Float32Array(lattice.count).fill(base);
    this.before = this.weights.slice();
    this.cover = new Float32Array(lattice.count);
    this.near = onto?.near ?? new NearPlaces(lattice);
    for (const stroke of strokes) {
      this.begin(stroke);
      for (const line of stroke.lines)
        for (let i = 0; i < line.length; i += STRIDE) this.paint(line, Math.max(0, i - STRIDE), i);
      this.end();
    }
  }

  /** Begins a stroke. */
  begin(brush: Brush): void {
    this.brush = brush;
  }

  /** Takes the brush straight from one point of a line to another, by where they begin in it. */
  paint(line: readonly number[], from: number, to: number): void {
    const { brush, weights, before, cover } = this;
    if (!brush) return;
    const { positions, normals } = this.lattice;
    const { radius } = brush;
    const way = vectorBy((k) => line[to + k]! - line[from + k]!);
    const size = way[0] * way[0] + way[1] * way[1] + way[2] * way[2];
    const ends = [0, 1, 2].map((k) => [line[from + k]!, line[to + k]!] as const);
    const low = ends.map(([a, b]) => Math.min(a, b) - radius);
    const high = ends.map(([a, b]) => Math.max(a, b) + radius);
    this.near.within(low, high, (place) => {
      const i = 3 * place;
      const [x, y, z] = [
        positions[i]! - line[from]!,
        positions[i + 1]! - line[from + 1]!,
        positions[i + 2]! - line[from + 2]!,
      ];
      const t = size > 0 ? Math.min(1, Math.max(0, (x * way[0] + y * way[1] + z * way[2]) / size)) : 0;
      const [dx, dy, dz] = [x - t * way[0], y - t * way[1], z - t * way[2]];
      const reached = brushAt(brush, Math.sqrt(dx * dx + dy * dy + dz * dz));
      if (reached === 0) return;
      let cosine = 0;
      for (let k = 0; k < 3; k++) {
        const start = line[from + 3 + k]!;
        cosine += normals[i + k]! * (start + t * (line[to + 3 + k]! - start));
      }
      const covered = reached * facing(cosine);
      if (covered <= cover[place]!) return;
      if (cover[place] === 0) this.touched.push(place);
      cover[place] = covered;
      weights[place] = stroked(before[place]!, brush, covered);
    });
  }

  /** Ends the stroke. */
  end(): void {
    for (const place of this.touched) {
      this.before[place] = this.weights[place]!;
      this.cover[place] = 0;
    }
    this.touched = [];
    this.brush = undefined;
  }
}

/** The spacing of places that shows the edge of every brush: an eighth of the smallest radius; metres. */
export function spacingFor(strokes: readonly Brush[], extent: number): number {
  return strokes.reduce((least, { radius }) => Math.min(least, radius / 8), extent / 32);
}
