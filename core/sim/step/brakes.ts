import { exp } from '../../lib/math/exact';
import type { Sums } from '../../kinds/contracts/sums';
import { meanDecay, meanRamp } from './means';

type Triple = [number, number, number];

/** How one particle is stepped without brakes: C, v − U, a and U. */
export interface FreeMotion {
  rate: number;
  readonly beside: Triple;
  readonly acceleration: Triple;
  readonly medium: Triple;
}

/** What a brake adds to the way, metres, and the velocity, m/s, along a direction of length 1. */
export interface Braking {
  readonly direction: Triple;
  way: number;
  velocity: number;
}

/** Room for both. */
export const motionRoom = (): FreeMotion => ({
  rate: 0,
  beside: [0, 0, 0],
  acceleration: [0, 0, 0],
  medium: [0, 0, 0],
});
export const brakingRoom = (): Braking => ({ direction: [0, 0, 0], way: 0, velocity: 0 });

const dot = (a: Triple, b: Triple): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];

/** The way and the velocity beside the medium along one direction, after a step with drag and acceleration. */
function alongOne(rate: number, dt: number, beside: number, acceleration: number, out: Float64Array): void {
  const z = rate * dt;
  const decay = z === 0 ? 1 : exp(-z);
  const mean = meanDecay(z, decay);
  out[0] = (beside * mean + meanRamp(z, mean) * acceleration * dt) * dt;
  out[1] = beside * decay + mean * acceleration * dt;
}

/** Whether the b-th brake acts on particle i; the unit vector along it. */
function directionOf({ brakes: { list } }: Sums, b: number, i: number, out: Triple): boolean {
  const { along, rate } = list[b]!;
  if (rate[i] === 0) return false;
  out[0] = along.x[i]!;
  out[1] = along.y[i]!;
  out[2] = along.z[i]!;
  const length = Math.sqrt(dot(out, out));
  for (let k = 0; k < 3; k++) out[k]! /= length;
  return true;
}

const other: Triple = [0, 0, 0];
const [without, within] = [new Float64Array(2), new Float64Array(2)];

/**
 * What the b-th brake adds to the step of particle i, in closed form; false where it does not act on it. Brakes before it
 * count along its direction n by cᵢ·(nᵢ·n)², so that those that are parallel or at right angles are exact together. A
 * brake slows in space, and not in the medium.
 */
export function brakingOf(sums: Sums, b: number, i: number, dt: number, motion: FreeMotion, out: Braking): boolean {
  const { direction } = out;
  if (!directionOf(sums, b, i, direction)) return false;
  const { list } = sums.brakes;
  let earlier = 0;
  for (let e = 0; e < b; e++) {
    if (!directionOf(sums, e, i, other)) continue;
    const cosine = dot(other, direction);
    earlier += list[e]!.rate[i]! * cosine * cosine;
  }
  const all = earlier + list[b]!.rate[i]!;
  const [beside, acceleration, medium] = [
    dot(motion.beside, direction),
    dot(motion.acceleration, direction),
    dot(motion.medium, direction),
  ];
  alongOne(motion.rate + earlier, dt, beside, acceleration - earlier * medium, without);
  alongOne(motion.rate + all, dt, beside, acceleration - all * medium, within);
  out.way = within[0]! - without[0]!;
  out.velocity = within[1]! - without[1]!;
  return true;
}
