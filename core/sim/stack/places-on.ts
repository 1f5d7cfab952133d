import type { PlaceOnShape } from '../../kinds/contracts/field';
import { motionOf } from '../../document/keys/motion';
import { outward } from '../../lib/math/similarity';
import { Purpose, uniform } from '../../lib/random/lookup';
import type { Assets } from '../../document/assets';
import type { Scene } from '../../document/scene';
import { resourcesOf } from '../../scene/resources';
import { shapes } from '../../kinds/emitter-shapes';
import { birthPlace } from '../../kinds/emitter-shapes/shape';

/** The count of births in a particle's key; the amount's row is in the bits above. */
const COUNT_BITS = 0xfffffff;

/**
 * Each key's own place on an emitter's shape. Places are kept as they are found, for a shape that keeps its form; one
 * that deforms is asked anew.
 */
export function placesOn(scene: Scene, assets: Assets, id: string, stream: number): PlaceOnShape | undefined {
  const emitter = scene.emitters.find((e) => e.id === id);
  if (!emitter || shapes.get(emitter.shape.kind).fromParticles) return undefined;
  const resources = resourcesOf(scene, assets);
  const kind = shapes.get(emitter.shape.kind);
  if (kind.empty?.(emitter.shape, resources)) return undefined;
  const sample = kind.sampler(emitter.shape, resources);
  const motion = motionOf(scene.carriers, emitter);
  const deforms = kind.surface?.(emitter.shape, resources)?.motion !== undefined;
  const known = new Map<number, readonly [number, number, number] | undefined>();
  const place = birthPlace();
  const find = (key: number, time: number): readonly [number, number, number] | undefined => {
    const found = sample({ pick: (n) => uniform(stream, key, Purpose.shape + n), k: key & COUNT_BITS, time }, place);
    return found ? [place.x, place.y, place.z] : undefined;
  };
  return (key, frame, out) => {
    let at = deforms ? find(key, frame / scene.time.fps) : known.get(key);
    if (!deforms && !at && !known.has(key)) {
      at = find(key, 0);
      known.set(key, at);
    }
    if (!at) return false;
    out.set(outward(motion.at(frame), at));
    return true;
  };
}
