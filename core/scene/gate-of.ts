import { dialsOf } from '../document/dials';
import { clockIn } from './scene-clock';
import type { Collider, Emitter, Scene } from '../document/scene';
import { loopOf, wrapped } from '../document/time/loop';
import { gates } from '../kinds/gates';
import type { GateClock } from '../kinds/gates/gate';

/** Whether an emitter or a collider is on during [f, f + 1); in a loop, what it was in the first round. */
export function gateOf(scene: Scene, { gate }: Pick<Emitter | Collider, 'gate'>): (frame: number) => boolean {
  const open = gates.get(gate.kind).compile(gate, clockOf(scene));
  const wrap = wrapped(loopOf(scene));
  return (frame) => open(wrap(frame));
}

/** What the gates of a scene know beside their own values. */
function clockOf(scene: Scene): GateClock {
  const { fps, first, last } = scene.time;
  return { fps, first, last: Math.ceil(clockIn(scene).at(last)), dials: dialsOf(scene) };
}
