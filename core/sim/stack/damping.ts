import { nextBrake, type Brake, type Sums } from '../../kinds/contracts/sums';
import type { ParticleBlock } from '../../lib/particle-block';
import type { RowScratch } from './room';
import type { Row } from './stack';

/**
 * Takes the damping of a row that has just been evaluated out of its vector. With `held`, only as much of it as would turn
 * velocities round within the step: for members of groups that combine vectors, and can’t have it apart.
 */
export function takeOutDamping(
  { vector, damping }: RowScratch,
  { count, velocity, step }: ParticleBlock,
  held = false,
): void {
  for (let i = 0; i < count; i++) {
    const [x, y, z] = [damping.x[i]!, damping.y[i]!, damping.z[i]!];
    const most = held ? (x * x + y * y + z * z) * step[i]! : Infinity;
    if (!(most > 1)) continue;
    const slowed = (x * velocity.x[i]! + y * velocity.y[i]! + z * velocity.z[i]!) * (1 - 1 / most);
    vector.x[i]! += slowed * x;
    vector.y[i]! += slowed * y;
    vector.z[i]! += slowed * z;
  }
}

/**
 * Adds the damping of a row that has just been evaluated to the sums as a brake: a step takes that in as an exact
 * factor. The weights are those that count in the end.
 */
export function addBrake(row: Row, room: RowScratch, block: ParticleBlock, sums: Sums): Brake {
  const { weight, damping } = room;
  const brake = nextBrake(sums);
  const isForce = row.action.kind === 'force';
  for (let i = 0; i < block.count; i++) {
    const [x, y, z] = [damping.x[i]!, damping.y[i]!, damping.z[i]!];
    brake.along.x[i] = x;
    brake.along.y[i] = y;
    brake.along.z[i] = z;
    const square = weight[i] === 0 ? 0 : x * x + y * y + z * z;
    brake.rate[i] = (weight[i]! * square) / (isForce ? block.mass[i]! : 1);
  }
  return brake;
}
