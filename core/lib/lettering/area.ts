import type { Contour } from './typeface';

/** A trapezium with level sides: from y0 to y1, its left edge from x0 to x1, its right from x2 to x3. */
export interface Trapezium {
  readonly y0: number;
  readonly y1: number;
  readonly left: readonly [number, number];
  readonly right: readonly [number, number];
  readonly area: number;
}

interface Edge {
  readonly x0: number;
  readonly y0: number;
  readonly x1: number;
  readonly y1: number;
  /** +1 where the outline runs upwards, −1 downwards. */
  readonly way: number;
}

function edgesOf(contours: readonly Contour[]): Edge[] {
  return contours.flatMap((c) =>
    Array.from({ length: c.length / 2 }, (_, i): Edge => {
      const [ax, ay] = [c[2 * i]!, c[2 * i + 1]!];
      const j = (2 * i + 2) % c.length;
      const [bx, by] = [c[j]!, c[j + 1]!];
      return ay <= by ? { x0: ax, y0: ay, x1: bx, y1: by, way: 1 } : { x0: bx, y0: by, x1: ax, y1: ay, way: -1 };
    }).filter((e) => e.y1 > e.y0),
  );
}

/**
 * The inside of closed lines (non-zero winding) as trapeziums between the levels of their corners: the plane-sweep
 * decomposition of computational geometry. Lines that cross between two corners are cut where they stand half-way.
 */
export function fillOf(contours: readonly Contour[]): Trapezium[] {
  const edges = edgesOf(contours).toSorted((a, b) => a.y0 - b.y0);
  const levels = [...new Set(edges.flatMap((e) => [e.y0, e.y1]))].toSorted((a, b) => a - b);
  const fill: Trapezium[] = [];
  let next = 0;
  let active: Edge[] = [];
  for (let l = 0; l + 1 < levels.length; l++) {
    const y0 = levels[l]!;
    const y1 = levels[l + 1]!;
    active = active.filter((e) => e.y1 > y0);
    while (next < edges.length && edges[next]!.y0 <= y0) active.push(edges[next++]!);
    const at = (e: Edge, y: number) => e.x0 + ((y - e.y0) / (e.y1 - e.y0)) * (e.x1 - e.x0);
    const middle = (y0 + y1) / 2;
    const row = active.filter((e) => e.y1 > y0).toSorted((a, b) => at(a, middle) - at(b, middle));
    let winding = 0;
    row.forEach((e, i) => {
      const inside = winding !== 0;
      if (inside) {
        const left = row[i - 1]!;
        const from = [at(left, y0), at(left, y1)] as const;
        const to = [at(e, y0), at(e, y1)] as const;
        const area = ((Math.max(0, to[0] - from[0]) + Math.max(0, to[1] - from[1])) / 2) * (y1 - y0);
        if (area > 0) fill.push({ y0, y1, left: from, right: to, area });
      }
      winding += e.way;
    });
  }
  return fill;
}

/** An even place in a trapezium from two numbers in [0, 1), written into `out` (x, y). */
export function placeIn({ y0, y1, left, right }: Trapezium, u: number, v: number, out: Float64Array): void {
  const low = Math.max(0, right[0] - left[0]);
  const high = Math.max(0, right[1] - left[1]);
  // The density along the height is proportional to the width there: t solves low·t + (high − low)·t²/2 = u·(low +
  // high)/2.
  const grow = high - low;
  const t = Math.abs(grow) < 1e-9 * (low + high) ? u : (Math.sqrt(low * low + u * grow * (low + high)) - low) / grow;
  const x0 = left[0] + t * (left[1] - left[0]);
  out[0] = x0 + v * (low + t * grow);
  out[1] = y0 + t * (y1 - y0);
}
