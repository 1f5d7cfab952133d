import { turnAbout, turnedBy } from '../../lib/math/quaternion';
import type { ParticleBlock } from '../../lib/particle-block';
import { setOrientation } from './newborn-writer';
import type { Population } from './population';

/** Turns what can be seen to turn, from a slot on: q ← e^(ω·dt) · q; ω times its speed where it turns `byWay`. */
export function turn(population: Population, block: ParticleBlock, start: number, byWay: boolean): void {
  const { qx, qy, qz, wx, wy, wz } = population.columns;
  for (let i = 0; i < block.count; i++) {
    const slot = start + i;
    if (population.held[slot]! > 0) continue;
    const rate = Math.sqrt(wx[slot]! * wx[slot]! + wy[slot]! * wy[slot]! + wz[slot]! * wz[slot]!);
    if (rate === 0) continue;
    const [x, y, z] = [qx[slot]!, qy[slot]!, qz[slot]!];
    const w = Math.sqrt(Math.max(0, 1 - x * x - y * y - z * z));
    const { x: vx, y: vy, z: vz } = block.velocity;
    const pace = byWay ? Math.sqrt(vx[i]! * vx[i]! + vy[i]! * vy[i]! + vz[i]! * vz[i]!) : 1;
    const by = turnAbout([wx[slot]! / rate, wy[slot]! / rate, wz[slot]! / rate], rate * pace * block.step[i]!);
    setOrientation(population, slot, turnedBy(by, [x, y, z, w]));
  }
}
