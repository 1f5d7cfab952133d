import type { TriangleMesh } from '../meshes/mesh';

/** The numbers of a brush. */
export interface Brush {
  /** Lowers weights where it goes, and raises them otherwise. */
  readonly erase: boolean;
  /** Metres, above 0. */
  readonly radius: number;
  /** The share of the radius over which the edge of the brush fades, 0 … 1. */
  readonly softness: number;
  /** How far one stroke takes a weight towards 1, or towards 0 for an eraser; 0 … 1. */
  readonly strength: number;
}

/** Numbers a point of a line has: x, y, z in metres and the unit normal of the surface there. */
export const STRIDE = 6;

/** One movement of a brush over a surface, in the frame of that surface. */
export interface Stroke extends Brush {
  /** Lines of points, {@link STRIDE} numbers each; a new line begins where the brush came back to the surface. */
  readonly lines: readonly (readonly number[])[];
}

/** A weight map: a surface, the weight of it where nobody painted, and the strokes over that in their order. */
export interface PaintedStrokes {
  /** 0 … 1. */
  readonly base: number;
  readonly strokes: readonly Stroke[];
}

/** A flat card in the XZ plane around the middle of its frame; its normal is Y. Metres. */
export interface Card {
  readonly width: number;
  readonly depth: number;
}

/** Anything that can be painted on. */
export type PaintedBody = { readonly card: Card } | { readonly mesh: TriangleMesh };

/**
 * The share of a brush that reaches a point at a distance from its middle: 1 inside, fading by 1 − (3t² − 2t³) over the soft
 * part of the radius, 0 outside.
 */
export function brushAt({ radius, softness }: Brush, distance: number): number {
  if (distance >= radius) return 0;
  const soft = softness * radius;
  const t = soft > 0 ? Math.max(0, (distance - (radius - soft)) / soft) : 0;
  return 1 - t * t * (3 - 2 * t);
}

/**
 * How much of a brush reaches a face at an angle: the cosine between the two normals over 0.3, from 0 to 1. A brush leaves
 * the back of a thin body alone.
 */
export const facing = (cosine: number): number => Math.min(1, Math.max(0, cosine / 0.3));

/** A weight after one stroke that covers it by a share 0 … 1. */
export function stroked(weight: number, { erase, strength }: Brush, cover: number): number {
  return erase ? weight * (1 - strength * cover) : weight + strength * cover * (1 - weight);
}

/** Whether two strokes are the same, number by number. */
export const sameStroke = (a: Stroke, b: Stroke): boolean =>
  a === b ||
  (a.erase === b.erase &&
    a.radius === b.radius &&
    a.softness === b.softness &&
    a.strength === b.strength &&
    a.lines.length === b.lines.length &&
    a.lines.every((line, l) => line.length === b.lines[l]!.length && line.every((n, i) => n === b.lines[l]![i])));
