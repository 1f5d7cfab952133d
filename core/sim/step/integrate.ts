import { exp } from '../../lib/math/exact';
import type { ParticleBlock } from '../../lib/particle-block';
import type { Sums } from '../../kinds/contracts/sums';
import { guide } from './guide';

/**
 * (1 − e^(−z)) / z, the mean of e^(−t) over 0 … z; by its series where the difference would lose digits.
 */
export function meanDecay(z: number, decay: number): number {
  return z < 1e-4 ? 1 - z * (0.5 - z / 6) : (1 - decay) / z;
}

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

/**
 * Velocity, exact for constant a, C and U over the step: with E = e^(−C·dt) and φ = (1−E)/(C·dt),
 * v ← U + (v − U)·E + φ·a·dt, so that a fall settles at g/C at any step. Quadratic drag adds q·|v½ − U| to C, with v½
 * from a half step taken with q·|v − U|. Without drag this is semi-implicit Euler: first order and symplectic (Hairer,
 * Lubich & Wanner, "Geometric Numerical Integration", 2006, I.1).
 */
export function stepVelocity(block: ParticleBlock, sums: Sums): void {
  const { count, velocity, step } = block;
  const { acceleration, dragRate, quadratic, medium } = sums;
  // Particles of one emitter often share drag and step: the last decay is kept.
  let lastZ = 0;
  let lastDecay = 1;
  for (let i = 0; i < count; i++) {
    const dt = step[i]!;
    const ux = medium.x[i]!;
    const uy = medium.y[i]!;
    const uz = medium.z[i]!;
    const ax = acceleration.x[i]!;
    const ay = acceleration.y[i]!;
    const az = acceleration.z[i]!;
    let rx = velocity.x[i]! - ux;
    let ry = velocity.y[i]! - uy;
    let rz = velocity.z[i]! - uz;
    const q = quadratic[i]!;
    const rate = dragRate[i]! + (q > 0 ? q * halfwaySpeed(dragRate[i]!, q, dt, rx, ry, rz, ax, ay, az) : 0);
    if (rate > 0) {
      const z = rate * dt;
      const decay = z === lastZ ? lastDecay : exp(-z);
      lastZ = z;
      lastDecay = decay;
      const push = meanDecay(z, decay) * dt;
      rx = rx * decay + push * ax;
      ry = ry * decay + push * ay;
      rz = rz * decay + push * az;
    } else {
      rx += ax * dt;
      ry += ay * dt;
      rz += az * dt;
    }
    velocity.x[i] = ux + rx;
    velocity.y[i] = uy + ry;
    velocity.z[i] = uz + rz;
  }
}

/**
 * Steps velocity and position of a block, in place: velocity, set velocity and steer, speed limits, then x ← x + v·dt +
 * move·dt.
 */
export function integrate(block: ParticleBlock, sums: Sums, fps: number): void {
  const { count, position, velocity, step } = block;
  stepVelocity(block, sums);
  guide(block, sums, fps);
  for (let i = 0; i < count; i++) {
    const dt = step[i]!;
    position.x[i]! += velocity.x[i]! * dt;
    position.y[i]! += velocity.y[i]! * dt;
    position.z[i]! += velocity.z[i]! * dt;
  }
  if (!sums.move.used) return;
  const { vector } = sums.move;
  for (let i = 0; i < count; i++) {
    const dt = step[i]!;
    position.x[i]! += vector.x[i]! * dt;
    position.y[i]! += vector.y[i]! * dt;
    position.z[i]! += vector.z[i]! * dt;
  }
}
