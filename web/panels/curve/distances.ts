import { clockIn } from '../../../core/scene/scene-clock';
import { drawnMotion } from '../../simulation/motions';
import { falloffShapes } from '../../../core/kinds/falloff-shapes';
import { AXES, vectorColumns } from '../../../core/lib/math/vector';
import type { Assets } from '../../../core/document/assets';
import { sendTo, type Scene, type WeightedThing } from '../../../core/document/scene';
import { falloffIn } from '../../../core/scene/shared-paths';
import { resourcesOf } from '../../../core/scene/resources';
import { toLocal, turningOf } from '../../../core/lib/math/frames';
import type { Frame } from '../../../engine/frame';

/** At most so many particles are measured, evenly picked. */
const SAMPLE = 4000;

/** Distances of the particles of a frame to a falloff shape, in metres of its own scale; of those that are sent to. */
export function distancesOn(scene: Scene, assets: Assets, thing: WeightedThing, frame: Frame): Float64Array {
  const kind = falloffShapes.get(thing.falloff.kind);
  const measure = kind.distance(falloffIn(scene, thing), resourcesOf(scene, assets));
  const heard = frame.emitters.filter((_, e) => scene.emitters[e] && sendTo(thing, scene.emitters[e].id) > 0);
  const total = heard.reduce((n, e) => n + e.count, 0);
  const stride = Math.max(1, Math.ceil(total / SAMPLE));
  const columns = vectorColumns(Math.ceil(total / stride) + heard.length);
  let count = 0;
  for (const emitter of heard)
    for (let i = 0; i < emitter.count; i += stride, count++)
      for (const axis of AXES) columns[axis][count] = emitter.columns[axis][i]!;
  const place = drawnMotion(scene, thing).at(clockIn(scene).at(frame.frame));
  toLocal({ place, rotation: turningOf(place.rotation) }, columns, count, columns);
  const distances = new Float64Array(count);
  measure(columns, count, distances, frame.frame / scene.time.fps);
  return distances;
}

/** How many distances fall into each of so many even steps up to an end. */
export function histogram(distances: Float64Array, end: number, bins: number): number[] {
  const counts = new Array<number>(bins).fill(0);
  for (const d of distances) if (d < end) counts[Math.floor((d / end) * bins)]!++;
  return counts;
}
