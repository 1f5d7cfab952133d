import type { Assets } from '../document/assets';
import type { Emitter, Scene } from '../document/scene';
import { shapes } from '../kinds/emitter-shapes';
import { birthPlace } from '../kinds/emitter-shapes/shape';
import { streamOf, uniform } from '../lib/random/lookup';
import { resourcesOf } from '../scene/resources';
import { maskOf, MOST_ATTEMPTS } from '../sim/step/spawner';

/** Places that are tried. */
const TRIED = 2000;

/** How many of an emitter’s births its masks let happen. */
export interface KeptByMasks {
  /** The share of all places that the masks take, 0 … 1. */
  readonly places: number;
  /** The share of births that find such a place, 0 … 1. */
  readonly births: number;
}

/**
 * What an emitter’s masks leave of its births at a time, seconds, from places all over its shape; undefined where it has no masks
 * or no places. A birth that tries again finds one with the chance 1 − (1 − p)ⁿ in n tries.
 */
export function keptByMasks(
  scene: Pick<Scene, 'meshes' | 'weightMaps' | 'images' | 'grids' | 'seed' | 'time' | 'dials'>,
  emitter: Pick<Emitter, 'shape' | 'seed' | 'masks' | 'rejectedBirths'>,
  assets: Assets,
  time = 0,
): KeptByMasks | undefined {
  const resources = resourcesOf(scene, assets);
  const shape = shapes.get(emitter.shape.kind);
  const mask = maskOf(scene, emitter, streamOf(scene.seed, emitter.seed), resources, shape);
  if (!mask) return undefined;
  const sample = shape.sampler(emitter.shape, resources);
  const place = birthPlace();
  let found = 0;
  let sum = 0;
  for (let k = 1; k <= TRIED; k++) {
    if (!sample({ pick: (n) => uniform(3, k, n), k, time }, place)) continue;
    found++;
    sum += mask(place, time);
  }
  if (found === 0) return undefined;
  const places = sum / found;
  const tries = emitter.rejectedBirths === 'try-again' ? MOST_ATTEMPTS : 1;
  return { places, births: 1 - (1 - places) ** tries };
}
