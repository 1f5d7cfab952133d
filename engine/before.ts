import { slotsIn } from '../core/sim/step/slots';
import type { EmitterFrame } from './frame';

/** Where each particle was a frame before: positions and velocities, x y z after one another. */
export interface Before {
  readonly place: Float32Array;
  readonly velocity: Float32Array;
}

/** Further than so many times what its velocity covers, a particle has not moved but been put elsewhere. */
const JUMP = 3;

/**
 * Where the particles of a frame were `span` seconds before, when the other frame was made. Those that were not there
 * then, or have been put elsewhere since, come straight along their velocity.
 */
export function beforeOf({ count, id, columns }: EmitterFrame, before: EmitterFrame | undefined, span: number): Before {
  const [place, velocity] = [new Float32Array(3 * count), new Float32Array(3 * count)];
  const slots = before && slotsIn(id, before.id);
  const { x, y, z, vx, vy, vz } = columns;
  for (let i = 0; i < count; i++) {
    const [px, py, pz, ux, uy, uz] = [x[i]!, y[i]!, z[i]!, vx[i]!, vy[i]!, vz[i]!];
    let was = [px - span * ux, py - span * uy, pz - span * uz, ux, uy, uz];
    const slot = slots ? slots[i]! : -1;
    if (slot >= 0) {
      const c = before!.columns;
      const old = [c.x[slot]!, c.y[slot]!, c.z[slot]!, c.vx[slot]!, c.vy[slot]!, c.vz[slot]!] as const;
      const way = Math.hypot(px - old[0], py - old[1], pz - old[2]);
      if (way <= JUMP * span * Math.max(Math.hypot(ux, uy, uz), Math.hypot(old[3], old[4], old[5]))) was = [...old];
    }
    place.set(was.slice(0, 3), 3 * i);
    velocity.set(was.slice(3), 3 * i);
  }
  return { place, velocity };
}
