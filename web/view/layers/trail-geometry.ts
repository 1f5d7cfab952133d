import type { EmitterFrame } from '../../../engine/frame';
import { slotsIn } from '../../../core/sim/step/slots';
import { mixed, stateOf, toneOf, type BandLook } from './band-tone';
import { STRIDE, through, type BodyGeometry } from './body-geometry';
import { vectorBy } from '../../../core/lib/math/vector';

/** How trails are drawn. */
export interface TrailLook extends BandLook {
  /** Frames. */
  readonly length: number;
  /** So many particles share one trail. */
  readonly every: number;
  /** Pieces between two frames. */
  readonly pieces: number;
  /** Each point is the mean of so many frames to both sides. */
  readonly smooth: number;
}

/** Means over windows of so many places to both sides, as many as there are at the ends; the first place stays. */
function smoothed(line: Float64Array, points: number, by: number): Float64Array {
  if (by === 0 || points < 3) return line;
  const out = new Float64Array(line.length);
  for (let p = 0; p < points; p++) {
    // Ends keep their places: narrower windows towards them.
    const w = Math.min(by, p, points - 1 - p);
    for (let k = 0; k < 3; k++) {
      let sum = 0;
      for (let j = p - w; j <= p + w; j++) sum += line[3 * j + k]!;
      out[3 * p + k] = sum / (2 * w + 1);
    }
  }
  return out;
}

/**
 * Which particles have a trail. Numbers follow one another, so that every n-th of them is spread evenly over the
 * births.
 */
const hasTrail = (id: number, every: number): boolean => every <= 1 || id % every === 0;

/**
 * A band along the way of each particle, from where it is through where it was on the frames before, as far back as
 * they are known and it was there. Places on the ramp are shares of the whole length.
 */
export function trailGeometry(
  frame: EmitterFrame,
  look: TrailLook,
  before: (frames: number) => EmitterFrame | undefined,
  widthAtAge: (share: number) => number,
): BodyGeometry {
  const { length, every, pieces, smooth } = look;
  const { id, count, columns, zone } = frame;
  const toneAt = toneOf(look);
  const slots = Array.from({ length: count }, (_, i) => i).filter((i) => hasTrail(id[i]!, every));
  const owners = Uint32Array.from(slots, (i) => id[i]!);
  const pasts: (readonly [EmitterFrame, Int32Array])[] = [];
  for (let f = 1; f <= length; f++) {
    const past = before(f);
    if (!past) break;
    pasts.push([past, slotsIn(owners, past.id)]);
  }
  const vertices = new Float32Array(slots.length * 2 * (pasts.length * pieces + 1) * STRIDE);
  const index = new Uint32Array(slots.length * 6 * pasts.length * pieces);
  let [v, n] = [0, 0];
  const way = new Float64Array(3 * (pasts.length + 1));
  slots.forEach((slot, s) => {
    way.set([columns.x[slot]!, columns.y[slot]!, columns.z[slot]!]);
    let points = 1;
    const states = [stateOf(frame, slot)];
    for (const [past, found] of pasts) {
      const { columns: c } = past;
      const at = found[s]!;
      if (at < 0) break;
      way.set([c.x[at]!, c.y[at]!, c.z[at]!], 3 * points++);
      states.push(stateOf(past, at));
    }
    if (points < 2) return;
    const line = smoothed(way, points, smooth);
    const width = columns.size[slot]! * widthAtAge(states[0]!.age);
    for (let step = 0; step <= (points - 1) * pieces; step++) {
      const at = Math.min(points - 2, Math.floor(step / pieces));
      const t = step / pieces - at;
      const point = (p: number, k: number) => line[3 * Math.min(points - 1, Math.max(0, p)) + k]!;
      const curve = [0, 1, 2].map((k) =>
        through(point(at - 1, k), point(at, k), point(at + 1, k), point(at + 2, k), t),
      );
      const [dx, dy, dz] = vectorBy((k) => curve[k]![1]);
      const long = Math.hypot(dx, dy, dz) || 1;
      const along = (at + t) / length;
      const tone = toneAt({ along, ...mixed(states[at]!, states[at + 1]!, t) });
      for (const side of [-1, 1]) {
        vertices.set(
          [
            curve[0]![0],
            curve[1]![0],
            curve[2]![0],
            columns.vx[slot]!,
            columns.vy[slot]!,
            columns.vz[slot]!,
            dx / long,
            dy / long,
            dz / long,
            side,
            width * tone.width,
            along,
            zone[slot] ?? 0,
            tone.opacity,
            tone.hue,
          ],
          v * STRIDE,
        );
        v++;
      }
      if (step === 0) continue;
      index.set([v - 4, v - 3, v - 2, v - 2, v - 3, v - 1], n);
      n += 6;
    }
  });
  return { vertices: vertices.subarray(0, v * STRIDE), index: index.subarray(0, n) };
}
