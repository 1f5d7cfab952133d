import type { EmitterFrame } from '../../../engine/frame';
import { pointOf } from '../../../core/kinds/bodies/body';
import { strandRows } from '../../../core/kinds/bodies/curves';
import { bodyTable } from '../../../core/kinds/bodies/table';
import type { TriangleMesh } from '../../../core/lib/meshes/mesh';
import { smoothNormals } from '../../../core/lib/meshes/mesh';
import { mixed, stateOf, toneOf, type BandPoint, type Tone } from './band-tone';
import { weldedOf } from '../../../core/lib/meshes/weld';

/**
 * Numbers a vertex: place, velocity, direction, side, width, place on the ramp of widths, zone, opacity, place on the
 * ramp of colours.
 */
export const STRIDE = 15;

/** Triangles to draw, ready for the graphics card. */
export interface BodyGeometry {
  /** {@link STRIDE} numbers a vertex. */
  readonly vertices: Float32Array<ArrayBuffer>;
  readonly index: Uint32Array<ArrayBuffer>;
}

/** Pieces a piece of a strand is drawn with. */
const SMOOTH = 4;

/** A point of the curve through four (Catmull & Rom 1974) between the two in the middle, and its slope. */
export function through(a: number, b: number, c: number, d: number, t: number): readonly [number, number] {
  const m = (c - a) / 2;
  const n = (d - b) / 2;
  const k3 = 2 * b - 2 * c + m + n;
  const k2 = -3 * b + 3 * c - 2 * m - n;
  return [((k3 * t + k2) * t + m) * t + b, (3 * k3 * t + 2 * k2) * t + m];
}

/** A band along every strand, two vertices at each step of it: `side` −1 and 1, across the line of sight. */
export function ribbonGeometry(
  frame: EmitterFrame,
  points: number,
  widthAtAge: (share: number) => number,
  toneAt: (at: BandPoint) => Tone = toneOf({}),
): BodyGeometry {
  const { id, count, columns, zone } = frame;
  const rows = strandRows(id, count, points);
  const steps = rows.reduce((sum, row) => sum + (row.length - 1) * SMOOTH + 1, 0);
  const pieces = steps - rows.length;
  const vertices = new Float32Array(2 * steps * STRIDE);
  const index = new Uint32Array(6 * pieces);
  let v = 0;
  let i = 0;
  for (const row of rows) {
    const last = row.length - 1;
    for (let step = 0; step <= last * SMOOTH; step++) {
      const at = Math.min(last - 1, Math.floor(step / SMOOTH));
      const t = step / SMOOTH - at;
      const [a, b, c, d] = [row[Math.max(0, at - 1)]!, row[at]!, row[at + 1]!, row[Math.min(last, at + 2)]!];
      const mix = (column: Float32Array) => column[b]! + t * (column[c]! - column[b]!);
      const [x, dx] = through(columns.x[a]!, columns.x[b]!, columns.x[c]!, columns.x[d]!, t);
      const [y, dy] = through(columns.y[a]!, columns.y[b]!, columns.y[c]!, columns.y[d]!, t);
      const [z, dz] = through(columns.z[a]!, columns.z[b]!, columns.z[c]!, columns.z[d]!, t);
      const long = Math.hypot(dx, dy, dz) || 1;
      // Cut off or not, the ramp is that of the whole strand.
      const along = (pointOf(id[b]!, points) + t) / (points - 1);
      const state = stateOf(frame, b);
      const tone = toneAt({ along, ...mixed(state, stateOf(frame, c), t) });
      const width = mix(columns.size) * widthAtAge(state.age) * tone.width;
      for (const side of [-1, 1]) {
        vertices.set(
          [
            x,
            y,
            z,
            mix(columns.vx),
            mix(columns.vy),
            mix(columns.vz),
            dx / long,
            dy / long,
            dz / long,
            side,
            width,
            along,
            zone[t < 0.5 ? b : c] ?? 0,
            tone.opacity,
            tone.hue,
          ],
          v * STRIDE,
        );
        v++;
      }
      if (step === 0) continue;
      index.set([v - 4, v - 3, v - 2, v - 2, v - 3, v - 1], i);
      i += 6;
    }
  }
  return { vertices, index };
}

/** The surface of every bent mesh, as far as its vertices are all there; directions are its normals. */
export function skinGeometry({ id, count, columns, age, zone }: EmitterFrame, mesh: TriangleMesh): BodyGeometry {
  const { placeOf, count: points } = weldedOf(mesh);
  const { slots } = bodyTable(id, count, points);
  const bodies = slots.length / points;
  const faces = mesh.index.length;
  const vertices = new Float32Array(slots.length * STRIDE);
  const index: number[] = [];
  const at = new Float32Array(3 * points);
  const corners = Uint32Array.from(mesh.index, (v) => placeOf[v]!);
  for (let body = 0; body < bodies; body++) {
    for (let p = 0; p < points; p++) {
      const slot = slots[body * points + p]!;
      at.set(slot < 0 ? [0, 0, 0] : [columns.x[slot]!, columns.y[slot]!, columns.z[slot]!], 3 * p);
    }
    const normals = smoothNormals(at, corners);
    for (let p = 0; p < points; p++) {
      const slot = slots[body * points + p]!;
      if (slot < 0) continue;
      const life = columns.life[slot]!;
      const share = life > 0 ? Math.min(1, age[slot]! / life) : 1;
      const place = [
        at[3 * p]!,
        at[3 * p + 1]!,
        at[3 * p + 2]!,
        columns.vx[slot]!,
        columns.vy[slot]!,
        columns.vz[slot]!,
      ];
      vertices.set(
        [...place, normals[3 * p]!, normals[3 * p + 1]!, normals[3 * p + 2]!, 0, 1, share, zone[slot] ?? 0, 1, share],
        (body * points + p) * STRIDE,
      );
    }
    for (let f = 0; f < faces; f += 3) {
      const face = [corners[f]!, corners[f + 1]!, corners[f + 2]!].map((p) => body * points + p);
      if (face.every((v) => slots[v]! >= 0)) index.push(...face);
    }
  }
  return { vertices, index: Uint32Array.from(index) };
}
