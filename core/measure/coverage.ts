import { cross, length, normalised, type Vector } from '../lib/math/vector';
import type { ShotCamera } from '../document/scene';
import type { Population } from '../sim/step/population';

/**
 * Where a point of the world is in a picture: −1 … 1 from left to right and from bottom to top; undefined behind the
 * camera.
 */
export type Projection = (x: number, y: number, z: number) => readonly [number, number] | undefined;

const UP: Vector = [0, 1, 0];
/** What is nearer is not seen, metres. */
const NEAR = 0.01;

/**
 * How a shot camera that is in the world sees, for pictures `aspect` times as wide as high: the pinhole camera, or a
 * flat one.
 */
export function projectionOf({ position, target, angle, projection, height }: ShotCamera, aspect: number): Projection {
  const aim: Vector = [target[0] - position[0], target[1] - position[1], target[2] - position[2]];
  const ahead: Vector = length(aim) === 0 ? [0, 0, -1] : normalised(aim);
  const aside = cross(ahead, UP);
  // Straight down or up, right is where it is for a camera that tips over from looking along −z.
  const right: Vector = length(aside) < 1e-9 ? [1, 0, 0] : normalised(aside);
  const up = cross(right, ahead);
  const half = projection === 'flat' ? height / 2 : Math.tan((angle * Math.PI) / 360);
  return (x, y, z) => {
    const [dx, dy, dz] = [x - position[0], y - position[1], z - position[2]];
    const depth = projection === 'flat' ? 1 : dx * ahead[0] + dy * ahead[1] + dz * ahead[2];
    if (depth < NEAR) return undefined;
    const scale = 1 / (half * depth);
    return [
      ((dx * right[0] + dy * right[1] + dz * right[2]) * scale) / aspect,
      (dx * up[0] + dy * up[1] + dz * up[2]) * scale,
    ];
  };
}

/** A grid over a picture, and how many particles a cell must hold to count as covered. */
export interface CoverageGrid {
  readonly columns: number;
  readonly rows: number;
  readonly least: number;
}

/** Sixteen by nine cells, one particle each. */
export const COVERAGE_GRID: CoverageGrid = { columns: 32, rows: 18, least: 1 };

/** The share of the cells of a picture that hold at least so many particles. */
export function coverageOf(
  populations: readonly Population[],
  project: Projection,
  { columns, rows, least }: CoverageGrid,
): number {
  const cells = new Uint32Array(columns * rows);
  for (const { count, columns: at } of populations)
    for (let i = 0; i < count; i++) {
      const seen = project(at.x[i]!, at.y[i]!, at.z[i]!);
      if (!seen || Math.abs(seen[0]) >= 1 || Math.abs(seen[1]) >= 1) continue;
      const column = Math.floor(((seen[0] + 1) / 2) * columns);
      const row = Math.floor(((seen[1] + 1) / 2) * rows);
      cells[row * columns + column]!++;
    }
  return cells.reduce((n, held) => (held >= least ? n + 1 : n), 0) / cells.length;
}

/**
 * The frame from which on the picture holds nothing any more, given its coverage frame by frame; undefined where it
 * never does, or never held anything.
 */
export function emptiesAt(
  frames: readonly { readonly frame: number; readonly coverage: number }[],
): number | undefined {
  let last = frames.length - 1;
  while (last >= 0 && frames[last]!.coverage === 0) last--;
  return last < 0 || last === frames.length - 1 ? undefined : frames[last + 1]!.frame;
}
