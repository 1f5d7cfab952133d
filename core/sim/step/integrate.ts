import { exp } from '../../lib/math/exact';
import { AXES, copyColumns, vectorColumns, type VectorColumns } from '../../lib/math/vector';
import { BLOCK, type ParticleBlock } from '../../lib/particle-block';
import type { Sums } from '../../kinds/contracts/sums';
import { brakingOf, brakingRoom, motionRoom } from './brakes';
import { steerAndLimit } from './guide';
import { meanDecay, meanRamp } from './means';

/**
 * |v½ − U|: how fast a particle goes through the medium after half a step, with quadratic drag q·|v − U|; r is v − U.
 */
export function halfwaySpeed(
  rate: number,
  q: number,
  dt: number,
  rx: number,
  ry: number,
  rz: number,
  ax: number,
  ay: number,
  az: number,
): number {
  const half = 0.5 * dt;
  const z = (rate + q * Math.sqrt(rx * rx + ry * ry + rz * rz)) * half;
  const decay = exp(-z);
  const push = meanDecay(z, decay) * half;
  const hx = rx * decay + push * ax;
  const hy = ry * decay + push * ay;
  const hz = rz * decay + push * az;
  return Math.sqrt(hx * hx + hy * hy + hz * hz);
}

const motion = motionRoom();
const braking = brakingRoom();

/**
 * Velocity and position, exact for constant a, C and U over the step: with z = C·dt, E = e^(−z), φ = (1 − E)/z and
 * ψ = (1 − φ)/z,
 *
 * v ← U + (v − U)·E + φ·a·dt,   x ← x + U·dt + (v − U)·φ·dt + ψ·a·dt²,
 *
 * so that a fall settles at g/C, and is as deep as it should be, at any step. Quadratic drag adds q·|v½ − U| to C, with
 * v½ from a half step taken with q·|v − U|. A velocity F̄ that is set at a rate λ is a drag λ and an acceleration
 * λ·(F̄ − U) beside them. Damping along a direction, as that of springs, is a drag along that direction alone. Where a, C and U are those of the middle of the step this is of second
 * order (exponential midpoint rule: Hochbruck & Ostermann, "Exponential integrators", Acta Numerica 19, 2010), and
 * without drag it is a leapfrog that drifts, kicks and drifts: symplectic (Hairer, Lubich & Wanner, "Geometric
 * Numerical Integration", 2006, I.1.4).
 */
export function stepFreely({ count, position, velocity, step }: ParticleBlock, sums: Sums, fps: number): void {
  const { acceleration, dragRate, quadratic, medium, setVelocity } = sums;
  // Particles of one emitter often share drag and step: the last means are kept.
  let lastZ = 0;
  let [decay, mean, ramp] = [1, 1, 1 / 2];
  for (let i = 0; i < count; i++) {
    const dt = step[i]!;
    const ux = medium.x[i]!;
    const uy = medium.y[i]!;
    const uz = medium.z[i]!;
    let ax = acceleration.x[i]!;
    let ay = acceleration.y[i]!;
    let az = acceleration.z[i]!;
    let drag = dragRate[i]!;
    if (setVelocity.used) {
      const pull = setVelocity.rate[i]! * fps;
      drag += pull;
      ax += fps * setVelocity.vector.x[i]! - pull * ux;
      ay += fps * setVelocity.vector.y[i]! - pull * uy;
      az += fps * setVelocity.vector.z[i]! - pull * uz;
    }
    const rx = velocity.x[i]! - ux;
    const ry = velocity.y[i]! - uy;
    const rz = velocity.z[i]! - uz;
    const q = quadratic[i]!;
    const rate = drag + (q > 0 ? q * halfwaySpeed(drag, q, dt, rx, ry, rz, ax, ay, az) : 0);
    const z = rate > 0 ? rate * dt : 0;
    if (z !== lastZ) {
      lastZ = z;
      decay = z > 0 ? exp(-z) : 1;
      mean = meanDecay(z, decay);
      ramp = meanRamp(z, mean);
    }
    const push = mean * dt;
    const drop = ramp * dt * dt;
    position.x[i]! += ux * dt + rx * push + drop * ax;
    position.y[i]! += uy * dt + ry * push + drop * ay;
    position.z[i]! += uz * dt + rz * push + drop * az;
    velocity.x[i] = ux + rx * decay + push * ax;
    velocity.y[i] = uy + ry * decay + push * ay;
    velocity.z[i] = uz + rz * decay + push * az;
    if (sums.brakes.count === 0) continue;
    motion[0] = Math.max(0, rate);
    motion[1] = rx;
    motion[2] = ry;
    motion[3] = rz;
    motion[4] = ax;
    motion[5] = ay;
    motion[6] = az;
    motion[7] = ux;
    motion[8] = uy;
    motion[9] = uz;
    for (let b = 0; b < sums.brakes.count; b++) {
      if (!brakingOf(sums, b, i, dt, motion, braking)) continue;
      const [way, gain] = [braking[3]!, braking[4]!];
      position.x[i]! += way * braking[0]!;
      position.y[i]! += way * braking[1]!;
      position.z[i]! += way * braking[2]!;
      velocity.x[i]! += gain * braking[0]!;
      velocity.y[i]! += gain * braking[1]!;
      velocity.z[i]! += gain * braking[2]!;
    }
  }
}

/** What turns and limits add to velocities in the first and the second half of the step. */
const first = vectorColumns(BLOCK);
const second = vectorColumns(BLOCK);

/** Adds velocities times a share of the step to positions. */
function carry({ count, position, step }: ParticleBlock, velocity: VectorColumns, share = 1): void {
  for (const axis of AXES) {
    const [place, speed] = [position[axis], velocity[axis]];
    for (let i = 0; i < count; i++) place[i]! += share * speed[i]! * step[i]!;
  }
}

/** Turns and limits velocities for half of the step; what that adds to them into `gained`. */
function guideHalf(block: ParticleBlock, sums: Sums, fps: number, gained: VectorColumns): void {
  const { count, velocity } = block;
  copyColumns(velocity, gained);
  steerAndLimit(block, sums, fps, 1 / 2);
  for (const axis of AXES) {
    const [speed, added] = [velocity[axis], gained[axis]];
    for (let i = 0; i < count; i++) added[i] = speed[i]! - added[i]!;
  }
}

/**
 * Steps velocity and position of a block, in place: {@link stepFreely} between two halves of turns and speed limits
 * (Strang, "On the construction and comparison of difference schemes", 1968: of second order), then x ← x + move·dt.
 * Turns and limits change velocities in the course of the step: the way is that of the mean of the velocities at both
 * ends.
 */
export function integrate(block: ParticleBlock, sums: Sums, fps: number): void {
  const guided = sums.steer.used || sums.limits.count > 0;
  if (guided) guideHalf(block, sums, fps, first);
  stepFreely(block, sums, fps);
  if (guided) {
    guideHalf(block, sums, fps, second);
    carry(block, second, 1 / 2);
    carry(block, first, -1 / 2);
  }
  if (sums.move.used) carry(block, sums.move.vector);
}

/**
 * The same for particles that are bound, by whatever binds them taken to be stepped by backward Euler:
 * x ← x + v·dt + move·dt with the new velocity; `before` is where they were.
 */
export function integrateBound(block: ParticleBlock, before: VectorColumns, sums: Sums, fps: number): void {
  integrate(block, sums, fps);
  copyColumns(before, block.position);
  carry(block, block.velocity);
  if (sums.move.used) carry(block, sums.move.vector);
}
