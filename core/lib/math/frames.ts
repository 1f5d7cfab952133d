import { pow } from './exact';
import { atan2 } from './inverse';
import { quaternionOf, rotationOf, turnAbout } from './quaternion';
import type { Rotation } from './rotation';
import type { VectorColumns } from './vector';
import type { Similarity } from './similarity';

/** A frame of reference, ready for blocks of positions. */
export interface Frame {
  readonly place: Similarity;
  /** Undefined where the place turns nothing. */
  readonly rotation: Rotation | undefined;
}

/** The rotation of a place; undefined where it turns nothing. */
export function turningOf(rotation: Rotation): Rotation | undefined {
  return rotation[0] === 1 && rotation[4] === 1 && rotation[8] === 1 ? undefined : rotation;
}

/** The part of a rotation: about its own axis by that share of its angle. */
function partOf(rotation: Rotation, share: number): Rotation {
  const [x, y, z, w] = quaternionOf(rotation);
  const size = Math.sqrt(x * x + y * y + z * z);
  if (size === 0) return rotation;
  return rotationOf(turnAbout([x / size, y / size, z / size], 2 * atan2(size, w) * share));
}

/** A frame that follows a place by shares of 0 … 1: its position and rotation by one, its scale by the other. */
export function frameFor({ position, rotation, scale }: Similarity, ofPlace: number, ofScale: number): Frame {
  const turned = ofPlace === 1 ? rotation : partOf(rotation, ofPlace);
  const place: Similarity = {
    position: [position[0] * ofPlace, position[1] * ofPlace, position[2] * ofPlace],
    rotation: turned,
    scale: pow(scale, ofScale),
  };
  return { place, rotation: turningOf(turned) };
}

/** World positions of a block seen from a frame, metres of its own scale. */
export function toLocal(
  { place, rotation }: Frame,
  { x, y, z }: VectorColumns,
  count: number,
  out: VectorColumns,
): void {
  const [ox, oy, oz] = place.position;
  const shrink = 1 / place.scale;
  const { x: lx, y: ly, z: lz } = out;
  if (rotation) {
    const [a, b, c, d, e, f, g, h, k] = rotation;
    for (let i = 0; i < count; i++) {
      const dx = (x[i]! - ox) * shrink;
      const dy = (y[i]! - oy) * shrink;
      const dz = (z[i]! - oz) * shrink;
      lx[i] = a * dx + d * dy + g * dz;
      ly[i] = b * dx + e * dy + h * dz;
      lz[i] = c * dx + f * dy + k * dz;
    }
  } else if (ox === 0 && oy === 0 && oz === 0 && shrink === 1) {
    // The world itself: nothing is counted.
    lx.set(count === x.length ? x : x.subarray(0, count));
    ly.set(count === y.length ? y : y.subarray(0, count));
    lz.set(count === z.length ? z : z.subarray(0, count));
  } else
    for (let i = 0; i < count; i++) {
      lx[i] = (x[i]! - ox) * shrink;
      ly[i] = (y[i]! - oy) * shrink;
      lz[i] = (z[i]! - oz) * shrink;
    }
}

/** Velocities seen along the axes of a frame, m/s: turned, and neither moved nor sized. */
export function velocityToLocal(
  r: Rotation | undefined,
  { x, y, z }: VectorColumns,
  count: number,
  out: VectorColumns,
): void {
  for (let i = 0; i < count; i++) {
    const a = x[i]!;
    const b = y[i]!;
    const c = z[i]!;
    out.x[i] = r ? r[0] * a + r[3] * b + r[6] * c : a;
    out.y[i] = r ? r[1] * a + r[4] * b + r[7] * c : b;
    out.z[i] = r ? r[2] * a + r[5] * b + r[8] * c : c;
  }
}

/** Directions turned from a frame into the world, in place. */
export function turnToWorld(r: Rotation, { x, y, z }: VectorColumns, count: number): void {
  for (let i = 0; i < count; i++) {
    const a = x[i]!;
    const b = y[i]!;
    const c = z[i]!;
    x[i] = r[0] * a + r[1] * b + r[2] * c;
    y[i] = r[3] * a + r[4] * b + r[5] * c;
    z[i] = r[6] * a + r[7] * b + r[8] * c;
  }
}
