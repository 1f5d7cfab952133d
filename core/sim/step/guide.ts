import { cos, exp, sin } from '../../lib/math/exact';
import { atan2 } from '../../lib/math/inverse';
import { frameAbout } from '../../lib/math/vector';
import { Purpose, uniform } from '../../lib/random/lookup';
import type { ParticleBlock } from '../../lib/particle-block';
import type { SpeedLimit, Sums } from '../../kinds/contracts/sums';

const WHOLE_TURN = 6.283185307179586;

/**
 * Turns v towards F̄ so that the angle between them is e^(−Σλ·dt) of what it was; exactly opposite, about an axis from
 * the particle's key.
 */
export function steerAll({ count, velocity, step, id }: ParticleBlock, { steer }: Sums, fps: number, share = 1): void {
  for (let i = 0; i < count; i++) {
    const rate = steer.rate[i]!;
    if (rate === 0) continue;
    const vx = velocity.x[i]!;
    const vy = velocity.y[i]!;
    const vz = velocity.z[i]!;
    const speed = Math.sqrt(vx * vx + vy * vy + vz * vz);
    const fx = steer.vector.x[i]! / rate;
    const fy = steer.vector.y[i]! / rate;
    const fz = steer.vector.z[i]! / rate;
    const size = Math.sqrt(fx * fx + fy * fy + fz * fz);
    if (speed === 0 || size === 0) continue;
    const cosine = (vx * fx + vy * fy + vz * fz) / (speed * size);
    // The part of F̄ across v: what v is turned towards.
    let ax = fx / size - (cosine * vx) / speed;
    let ay = fy / size - (cosine * vy) / speed;
    let az = fz / size - (cosine * vz) / speed;
    const across = Math.sqrt(ax * ax + ay * ay + az * az);
    if (across > 1e-9) {
      ax /= across;
      ay /= across;
      az /= across;
    } else {
      if (cosine > 0) continue;
      const [p, q] = frameAbout([vx / speed, vy / speed, vz / speed]);
      const turn = WHOLE_TURN * uniform(0, id[i]!, Purpose.steer);
      const [a, b] = [cos(turn), sin(turn)];
      ax = a * p[0] + b * q[0];
      ay = a * p[1] + b * q[1];
      az = a * p[2] + b * q[2];
    }
    const angle = atan2(across, cosine) * (1 - exp(-rate * fps * share * step[i]!));
    const c = cos(angle);
    const s = sin(angle) * speed;
    velocity.x[i] = c * vx + s * ax;
    velocity.y[i] = c * vy + s * ay;
    velocity.z[i] = c * vz + s * az;
  }
}

/** Draws speeds into the limits of one field; a particle at rest has no direction in which it could be sped up. */
export function limitSpeeds(
  { count, velocity, step }: ParticleBlock,
  { rate, lowest, highest }: SpeedLimit,
  fps: number,
  share = 1,
): void {
  for (let i = 0; i < count; i++) {
    if (rate[i] === 0) continue;
    const vx = velocity.x[i]!;
    const vy = velocity.y[i]!;
    const vz = velocity.z[i]!;
    const speed = Math.sqrt(vx * vx + vy * vy + vz * vz);
    const wanted = Math.min(highest[i]!, Math.max(lowest[i]!, speed));
    if (wanted === speed || speed === 0) continue;
    const scale = (wanted + (speed - wanted) * exp(-rate[i]! * fps * share * step[i]!)) / speed;
    velocity.x[i] = vx * scale;
    velocity.y[i] = vy * scale;
    velocity.z[i] = vz * scale;
  }
}

/** All fields that steer together, then the speed limits one after another, for a share of the step. */
export function steerAndLimit(block: ParticleBlock, sums: Sums, fps: number, share = 1): void {
  if (sums.steer.used) steerAll(block, sums, fps, share);
  for (let l = 0; l < sums.limits.count; l++) limitSpeeds(block, sums.limits.list[l]!, fps, share);
}
