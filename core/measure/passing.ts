import type { Leaf } from '../sim/stack/group-members';
import type { Sums } from '../kinds/contracts/sums';
import { toLocal } from '../lib/math/frames';
import { rotate } from '../lib/math/rotation';
import { dot, vectorColumns, type Vector, type VectorColumns } from '../lib/math/vector';
import { BLOCK, type ParticleBlock } from '../lib/particle-block';
import type { Meter } from './meters';

/** Parts of the way to a surface for which the speed is worked out. */
const PARTS = 24;

const local = vectorColumns(BLOCK);
const found = new Float64Array(4);
const at = ({ x, y, z }: VectorColumns, i: number): Vector => [x[i]!, y[i]!, z[i]!];

/**
 * Whether something that comes straight at a surface gets there: over each metre of the way an acceleration a takes 2·a
 * of v², and damping c takes c of v. The distance is in metres, the speed in m/s; `push` gives the acceleration off the
 * surface at a distance, m/s², `rate` is the damping, 1/s, and `pull` is all else that acts towards the surface, m/s².
 */
export function getsThrough(
  distance: number,
  speed: number,
  push: (distance: number) => number,
  rate: number,
  pull: number,
): boolean {
  const part = distance / PARTS;
  let now = speed;
  for (let k = 0; k < PARTS; k++) {
    const square = now * now - 2 * part * (push(distance - (k + 0.5) * part) - pull);
    now = Math.sqrt(Math.max(0, square)) - rate * part;
    if (now <= 0) return false;
  }
  return true;
}

/** Counts the particles of a block that get through something that should keep them off. */
export function addPassing(meter: Meter, leaf: Leaf, block: ParticleBlock, sums: Sums, time: number): void {
  const { row, weight, vector } = leaf;
  const { barrier, action, place } = row;
  const force = action.kind === 'force';
  if (!barrier || (!force && action.kind !== 'acceleration')) return;
  toLocal(row, block.position, block.count, local);
  for (let i = 0; i < block.count; i++) {
    const share = force ? weight[i]! / block.mass[i]! : weight[i]!;
    if (share <= 0 || !barrier.nearest(local.x[i]!, local.y[i]!, local.z[i]!, time, found)) continue;
    const off = rotate(place.rotation, [found[1]!, found[2]!, found[3]!]);
    const approach = -dot(at(block.velocity, i), off);
    if (approach <= 0) continue;
    // All that acts there but the surface itself.
    const pull = share * dot(at(vector, i), off) - dot(at(sums.acceleration, i), off);
    const passes = getsThrough(
      found[0]! * place.scale,
      approach,
      (h) => share * barrier.push(h / place.scale),
      share * barrier.damping + sums.dragRate[i]!,
      pull,
    );
    if (!passes) continue;
    meter.passing++;
    meter.passingAt = Math.max(meter.passingAt, approach);
  }
}
