import { SVGLoader } from 'three/examples/jsm/loaders/SVGLoader.js';
import type { Vector } from '../../../core/lib/math/vector';

/** One stroke of a drawing as points in the XY plane. */
export interface SvgStroke {
  readonly points: readonly Vector[];
  readonly closed: boolean;
  /** Metres. */
  readonly length: number;
}

/** Points of a curve between two of a file's own. */
const DIVISIONS = 12;

/** Metres of the wider side of a drawing: a file has pixels only. */
const WIDTH = 2;

/** Points at equal distances along a stroke. */
function resampled(points: readonly (readonly [number, number])[], most: number): (readonly [number, number])[] {
  const lengths = [0];
  for (let i = 1; i < points.length; i++)
    lengths.push(lengths[i - 1]! + Math.hypot(points[i]![0] - points[i - 1]![0], points[i]![1] - points[i - 1]![1]));
  if (points.length <= most) return [...points];
  const whole = lengths.at(-1)!;
  let piece = 0;
  return Array.from({ length: most }, (_, i) => {
    const s = (whole * i) / (most - 1);
    while (piece + 2 < points.length && lengths[piece + 1]! < s) piece++;
    const [a, b] = [points[piece]!, points[piece + 1]!];
    const t = Math.min(1, (s - lengths[piece]!) / Math.max(1e-12, lengths[piece + 1]! - lengths[piece]!));
    return [a[0] + t * (b[0] - a[0]), a[1] + t * (b[1] - a[1])] as const;
  });
}

/**
 * The strokes of an SVG drawing, longest first: paths, lines and basic shapes, with their transforms. It is laid in the
 * XY plane about its middle, 2 m on its wider side. Throws an Error in words where there is none.
 */
export function readSvg(name: string, text: string, most: number): SvgStroke[] {
  let strokes: [number, number][][];
  try {
    strokes = new SVGLoader()
      .parse(text)
      .paths.flatMap(({ subPaths }) =>
        subPaths.map((sub) => sub.getPoints(DIVISIONS).map(({ x, y }): [number, number] => [x, y])),
      );
  } catch {
    throw new Error(`“${name}” can’t be read as an SVG drawing.`);
  }
  strokes = strokes
    .map((points) => points.filter(([x, y], i) => i === 0 || x !== points[i - 1]![0] || y !== points[i - 1]![1]))
    .filter((points) => points.length > 1 && points.flat().every(Number.isFinite));
  if (strokes.length === 0) throw new Error(`“${name}” has no path. Use SVG drawings with paths, lines or shapes.`);
  const all = strokes.flat();
  const span = (axis: 0 | 1) => {
    const values = all.map((p) => p[axis]);
    return [Math.min(...values), Math.max(...values)] as const;
  };
  const [[left, right], [top, bottom]] = [span(0), span(1)];
  const scale = WIDTH / Math.max(right - left, bottom - top);
  return strokes
    .map((points): SvgStroke => {
      const closed =
        points.length > 3 &&
        Math.hypot(points[0]![0] - points.at(-1)![0], points[0]![1] - points.at(-1)![1]) * scale < 1e-6;
      const kept = resampled(points, closed ? most + 1 : most).slice(0, closed ? -1 : undefined);
      const placed = kept.map(([x, y]): Vector => {
        const round = (n: number) => Math.round(n * 1e4) / 1e4;
        return [round((x - (left + right) / 2) * scale), round(((top + bottom) / 2 - y) * scale), 0];
      });
      let length = 0;
      for (let i = 1; i < points.length; i++)
        length += Math.hypot(points[i]![0] - points[i - 1]![0], points[i]![1] - points[i - 1]![1]);
      return { points: placed, closed, length: length * scale };
    })
    .toSorted((a, b) => b.length - a.length);
}
