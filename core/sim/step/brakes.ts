import { exp } from '../../lib/math/exact';
import type { Brake, Sums } from '../../kinds/contracts/sums';
import { meanDecay, meanRamp } from './means';

/** How one particle is stepped without brakes: its drag rate C, then v − U, a and U. */
export type FreeMotion = Float64Array;
/** Room for one. */
export const motionRoom = (): FreeMotion => new Float64Array(10);

/** What a brake adds to a step: the unit vector along it, then the way, metres, and the velocity, m/s, along that. */
export type Braking = Float64Array;
/** Room for one. */
export const brakingRoom = (): Braking => new Float64Array(5);

const [without, within] = [new Float64Array(2), new Float64Array(2)];

/** The way and the velocity beside the medium along one direction, after a step with drag and acceleration. */
function alongOne(rate: number, dt: number, beside: number, acceleration: number, out: Float64Array): void {
  const z = rate * dt;
  const decay = z === 0 ? 1 : exp(-z);
  const mean = meanDecay(z, decay);
  out[0] = (beside * mean + meanRamp(z, mean) * acceleration * dt) * dt;
  out[1] = beside * decay + mean * acceleration * dt;
}

/** The rate of the brakes before the b-th along its direction n: the sum of cᵢ·(nᵢ·n)². */
function earlierRate({ brakes: { list } }: Sums, b: number, i: number, nx: number, ny: number, nz: number): number {
  let sum = 0;
  for (let e = 0; e < b; e++) {
    const { along, rate }: Brake = list[e]!;
    if (rate[i] === 0) continue;
    const [x, y, z] = [along.x[i]!, along.y[i]!, along.z[i]!];
    const dot = x * nx + y * ny + z * nz;
    sum += (rate[i]! * dot * dot) / (x * x + y * y + z * z);
  }
  return sum;
}

/**
 * What the b-th brake adds to the step of particle i, in closed form; false where it does not act on it. Brakes before it
 * count along its direction n by cᵢ·(nᵢ·n)², so that those that are parallel or at right angles are exact together. A
 * brake slows in space, and not in the medium.
 */
export function brakingOf(sums: Sums, b: number, i: number, dt: number, motion: FreeMotion, out: Braking): boolean {
  const { along, rate } = sums.brakes.list[b]!;
  if (rate[i] === 0) return false;
  const [x, y, z] = [along.x[i]!, along.y[i]!, along.z[i]!];
  const length = Math.sqrt(x * x + y * y + z * z);
  const nx = x / length;
  const ny = y / length;
  const nz = z / length;
  const earlier = b === 0 ? 0 : earlierRate(sums, b, i, nx, ny, nz);
  const all = earlier + rate[i]!;
  const beside = motion[1]! * nx + motion[2]! * ny + motion[3]! * nz;
  const acceleration = motion[4]! * nx + motion[5]! * ny + motion[6]! * nz;
  const medium = motion[7]! * nx + motion[8]! * ny + motion[9]! * nz;
  alongOne(motion[0]! + earlier, dt, beside, acceleration - earlier * medium, without);
  alongOne(motion[0]! + all, dt, beside, acceleration - all * medium, within);
  out[0] = nx;
  out[1] = ny;
  out[2] = nz;
  out[3] = within[0]! - without[0]!;
  out[4] = within[1]! - without[1]!;
  return true;
}
