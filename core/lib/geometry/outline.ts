import type { Vector } from '../math/vector';

/** A point that can be dragged in the view to set a number of a body, in the frame of its place. */
export interface SizeHandle {
  /** The parameter that it sets. */
  readonly parameter: string;
  /** Where it is, metres. */
  readonly at: Vector;
  /** The direction in which it is dragged, unit length. */
  readonly axis: Vector;
  /** How much the number changes a metre of the drag. */
  readonly perMetre: number;
}

/** Lines to draw a body with, each a row of points in the frame of its place, metres. */
export type Outline = readonly (readonly Vector[])[];

/** Points of a closed circle about the origin in the plane of two axes (0 x, 1 y, 2 z), moved along the third. */
export function circle(radius: number, a: 0 | 1 | 2, b: 0 | 1 | 2, along = 0): Vector[] {
  const points: Vector[] = [];
  for (let i = 0; i <= 64; i++) {
    const p: [number, number, number] = [along, along, along];
    p[a] = radius * Math.cos((i * Math.PI) / 32);
    p[b] = radius * Math.sin((i * Math.PI) / 32);
    points.push(p);
  }
  return points;
}

/**
 * A rod with round ends about a line of half length `half` along y: the rings at the ends of the line, and the outline
 * over both caps.
 */
export function rodLines(radius: number, half: number): Outline {
  const capped = (points: readonly Vector[]) => points.map(([x, y, z]) => [x, y + (y >= 0 ? half : -half), z] as const);
  return [
    circle(radius, 0, 2, half),
    circle(radius, 0, 2, -half),
    capped(circle(radius, 0, 1)),
    capped(circle(radius, 1, 2)),
  ];
}

/** The twelve edges of a box about the origin. */
export function boxEdges(width: number, height: number, depth: number): Outline {
  const corner = (i: number): Vector => [
    ((i & 1) - 0.5) * width,
    (((i >> 1) & 1) - 0.5) * height,
    ((i >> 2) - 0.5) * depth,
  ];
  const edges = [
    [0, 1],
    [2, 3],
    [4, 5],
    [6, 7],
    [0, 2],
    [1, 3],
    [4, 6],
    [5, 7],
    [0, 4],
    [1, 5],
    [2, 6],
    [3, 7],
  ] as const;
  return edges.map(([a, b]) => [corner(a), corner(b)]);
}

/** A handle that lies at half of a full width, as of boxes and cards. */
export function widthHandle(parameter: string, axis: 0 | 1 | 2, value: number): SizeHandle {
  const unit: [number, number, number] = [0, 0, 0];
  unit[axis] = 1;
  const at: [number, number, number] = [0, 0, 0];
  at[axis] = value / 2;
  return { parameter, at, axis: unit, perMetre: 2 };
}

/** Handles at half of each side of a box. */
export function boxHandles(width: number, height: number, depth: number): SizeHandle[] {
  return [widthHandle('width', 0, width), widthHandle('height', 1, height), widthHandle('depth', 2, depth)];
}

/** A handle that lies at a radius, off the axes so that it does not cover the handles of the place. */
export function radiusHandle(parameter: string, value: number): SizeHandle {
  const axis: Vector = [0.8, -0.6, 0];
  return { parameter, at: [axis[0] * value, axis[1] * value, 0], axis, perMetre: 1 };
}
