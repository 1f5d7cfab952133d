import type { Assets } from '../../document/assets';
import { motionOf } from '../../document/keys/motion';
import { thingAt } from '../../document/keys/thing-at';
import type { Collider, Scene } from '../../document/scene';
import { colliderShapes } from '../../kinds/colliders';
import type { Solid } from '../../lib/flow/solids';
import { rotate } from '../../lib/math/rotation';
import { inward, outward } from '../../lib/math/similarity';
import { isLedAround } from '../../scene/around-colliders';
import { gateOf } from '../../scene/gate-of';
import { resourcesOf } from '../../scene/resources';

/** Half of the time over which the velocity of a body is taken, frames. */
const HALF = 0.5;

/** A collider as a solid in the world at a frame. */
function solidOf(scene: Scene, assets: Assets, collider: Collider, frame: number): Solid {
  const { fps } = scene.time;
  const body = colliderShapes.get(collider.shape.kind).body(thingAt(collider, frame).shape, resourcesOf(scene, assets));
  const motion = motionOf(scene.carriers, collider);
  const place = motion.at(frame);
  const [begin, end] = [motion.at(frame - HALF), motion.at(frame + HALF)];
  body.pose?.((frame - 2 * HALF) / fps, frame / fps);
  const moved = new Float64Array(3);
  const { moved: movedFace, nearestFace } = body;
  return {
    distance: (x, y, z) => place.scale * body.distance(...inward(place, [x, y, z])),
    velocity:
      motion.moves || movedFace
        ? (at, out) => {
            const own = inward(place, at);
            const [from, to] = [outward(begin, own), outward(end, own)];
            for (let a = 0; a < 3; a++) out[a] = (to[a]! - from[a]!) * fps;
            if (!movedFace || !nearestFace) return;
            movedFace(nearestFace(...own), moved);
            const turned = rotate(place.rotation, [moved[0]!, moved[1]!, moved[2]!]);
            for (let a = 0; a < 3; a++) out[a]! += place.scale * turned[a]! * fps;
          }
        : undefined,
  };
}

/** The colliders that stop particles at a frame, as solids in the world, with a key of all that they hang on. */
export function solidsOf(scene: Scene, assets: Assets, frame: number): { key(): string; all(): readonly Solid[] } {
  const there = scene.colliders.filter((c) => isLedAround(c) && gateOf(scene, c)(Math.floor(frame + 1e-9)));
  return {
    key() {
      const bodies = there.map(({ shape, transform, keys }) => [shape, transform, keys]);
      const { carriers, meshes, time } = scene;
      return JSON.stringify([frame, time.fps, bodies, carriers, meshes, [...assets.keys()]]);
    },
    all: () => there.map((collider) => solidOf(scene, assets, collider, frame)),
  };
}
