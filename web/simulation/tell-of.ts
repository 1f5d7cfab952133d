import type { WorkerPool } from '../../engine/worker-pool';
import { emptyMeters } from '../../core/measure/meters';
import type { Scene } from '../../core/document/scene';
import { aliveOn, type Frame } from '../../engine/frame';
import { usePlayer } from '../state/player-store';

/** Particles of a frame that are in each of so many zones. */
function countInZones(frame: Frame, zones: number): number[] {
  // The frame may be of a state of the scene with other zones.
  const counts = new Uint32Array(256);
  for (const { zone } of frame.emitters) for (const z of zone) counts[z]!++;
  return Array.from(counts.subarray(1, zones + 1));
}

/**
 * Tells the page of the frame that is on the screen. What was measured on the frame before stays until one of a bake is
 * measured.
 */
export function tellOf(frame: Frame, scene: Scene, baked: boolean): void {
  const { meters } = frame;
  const fits =
    meters.fields.length === scene.fields.length &&
    meters.groups.length === scene.groups.length &&
    meters.bounds.length === scene.emitters.length;
  const alive = aliveOn(frame);
  usePlayer.setState({
    shown: frame.frame,
    draftFraction: frame.draftFraction,
    alive,
    whole: frame.draftFraction < 1 ? Math.round(alive / frame.draftFraction) : alive,
    retired: frame.blamed,
    ...(baked
      ? {}
      : { meters: fits ? meters : emptyMeters(scene.fields.length, scene.emitters.length, scene.groups.length) }),
    contacts: frame.contacts,
    zones: countInZones(frame, scene.zones.length).map((n) => Math.round(n / frame.draftFraction)),
    born: frame.emitters.map((e) => Math.round(e.born / frame.draftFraction)),
    problem: undefined,
  });
}

/** Tells of the grids of vectors that the threads of a pool fill: how far the present one is, and that one is there. */
export function tellFilling(pool: WorkerPool): WorkerPool {
  pool.onFilling = (share) => usePlayer.setState({ filling: share });
  pool.onFilled = () => usePlayer.setState(({ filled }) => ({ filled: filled + 1 }));
  return pool;
}
